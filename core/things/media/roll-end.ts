import type { Um } from '../length/length.ts'
import type { Studio } from '../studio/studio.ts'
import type { Lot } from './media.ts'

/** The end of a roll over which the core's curl lifts the sheet. Common practice: one to two metres. */
const CURLED_END: Um = 1_600_000

/** µm of roll left after a job that takes `needed`, when that is within the curled end; otherwise null. */
export function rollAfter(studio: Studio, printerId: string, pathId: string, lot: Lot, needed: Um): Um | null {
  const tray = studio.loaded.find((l) => l.printerId === printerId && l.pathId === pathId && l.lotId === lot.id)
  const left = (tray?.remaining ?? lot.stock) - needed
  return left < CURLED_END ? left : null
}

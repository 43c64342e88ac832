import type { Plate } from '../../core/plate/resolve/plate.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { BeforeSending } from '../../core/wire/api/dto.ts'
import { printerNow } from '../../core/wire/ipp/printer-now.ts'
import { printerSays } from '../../core/work/preflight/preflight.ts'
import type { PrinterNow } from '../../core/work/preflight/standing.ts'
import { Refusal } from '../problems.ts'
import type { Act } from '../store/store.ts'
import { ipp, Unreachable } from './ipp-client.ts'
import { addressOf, ippRefusal } from './ipp-refusal.ts'

type Standing = NonNullable<BeforeSending['now']>

/** What a printer says, with the names people know: its entry as the panel calls it, and the job of ours that is before. */
export async function standingOf(store: Act, plate: Plate, studio: Studio, now: PrinterNow): Promise<Standing> {
  const { setup } = plate
  const printer = studio.printers.find((p) => p.id === setup?.printer.id)
  const mediaTypeName = printer?.mediaTypes.find((m) => m.id === now.mediaType)?.panelName ?? null
  const [first] = (await store.runs.atWork()).filter((r) => r.printerId === setup?.printer.id)
  if (!first || now.ahead === 0) return { ...now, mediaTypeName, behind: null }
  const title = (await store.jobs.titles([first.jobId])).get(first.jobId) ?? 'Removed job'
  const behind = { jobId: first.jobId, runId: first.id, title, waits: first.state === 'waiting' ? first.message : null }
  return { ...now, mediaTypeName, behind }
}

/** Asks the printer of a plate how it stands; null when it does not answer. */
export async function askStanding(store: Act, plate: Plate, studio: Studio): Promise<Standing | null> {
  const { setup } = plate
  if (!setup) return null
  try {
    return await standingOf(store, plate, studio, printerNow(await ipp.describe(addressOf(setup.printer)), setup.path))
  } catch (error) {
    if (error instanceof Unreachable) return null
    throw ippRefusal(error)
  }
}

/**
 * Holds a print for what the printer says now. Everything red that the operator has not read is refused with 422.
 * @returns what is printed in spite of it, in sentences
 */
export function holdForPrinter(plate: Plate, now: Standing | null, despite: readonly string[]): string[] {
  const red = printerSays(plate, now).filter((i) => i.level === 'red')
  const unread = red.find((i) => !despite.includes(i.id))
  if (unread) throw new Refusal(422, { code: 'preflight', field: unread.id, message: unread.says })
  return red.map((i) => i.says)
}

import type { Coverage } from '../../sheet/tolerance.ts'
import type { FedSheet } from '../../things/paths/limits.ts'
import type { RoomFrom } from './room.ts'
import { edgeMode } from './room.ts'

/** What decides whether a set-up's print covers its sheet. A roll is cut by the printer to the page: only sheets differ. */
export function coverageOf(from: RoomFrom, sheet: FedSheet): Coverage {
  const { page, path, lot, offset } = from
  const mode = edgeMode(from)
  return {
    sheet,
    page,
    path,
    spread: lot.form === 'roll' ? 0 : lot.spread,
    outOfSquare: lot.outOfSquare,
    offset,
    ...(mode.mode === 'borderless' ? { edges: mode.edges } : {}),
  }
}

import type { KeptReading, Reading } from '../../../core/work/agreement/reading.ts'
import type { Waiting } from '../../api/outbox-list.ts'

export const SEE = 'PUT /jobs/{id}/readings'
export const FORGET = 'POST /jobs/{id}/readings/forget'

const cellOf = (r: { place: string; setting: string }) => `${r.place} ${r.setting}`

/** The readings the server has, with what waits to be sent over them, in the order it was made. */
export function readingsOver(
  jobId: number,
  kept: readonly KeptReading[],
  list: readonly Waiting[],
): { readings: readonly KeptReading[]; waiting: number } {
  const mine = list.filter(({ call, asked }) => (call === SEE || call === FORGET) && asked.id === jobId)
  const readings = mine.reduce<readonly KeptReading[]>((all, { call, asked, at }) => {
    // Another version may have left something else on the device.
    const cells = Array.isArray(asked.body) ? (asked.body as Reading[]) : []
    const gone = new Set(cells.map(cellOf))
    const others = all.filter((r) => !gone.has(cellOf(r)))
    return call === SEE ? [...others, ...cells.map((r) => ({ ...r, at: new Date(at).toISOString() }))] : others
  }, kept)
  return { readings, waiting: mine.length }
}

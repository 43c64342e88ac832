import { unseenDifference } from '../../sheet/facing-borders.ts'
import { skewDrift } from '../../sheet/layout.ts'
import { writeLength } from '../../things/length/length.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { eachSheet } from '../settle/each-sheet.ts'
import { type Check, UNUSABLE } from './check.ts'

/** From here on a sheet hangs over and has to be guided; common practice. */
export const LONG_SHEET = 600_000

export const longSheet: Check = {
  id: 'long-sheet',
  title: 'A long sheet drifts and needs room',
  touches: ['path', 'stock'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'plate',
  find: (plate) => {
    const { path, brief, studio, lot } = plate
    const { h } = plate.layout.sheet
    const drift = skewDrift(h, path.tolerance.skewDegrees + lot.outOfSquare)
    if (h < LONG_SHEET || isRoll(path)) return []
    const { clearance } = path
    const border = Math.min(...eachSheet(plate).flatMap(({ layout: { margins } }) => [margins.left, margins.right]))
    const cut = lot.outOfSquare > 0 ? ` on a lot cut ${Number(lot.outOfSquare.toFixed(2))}° out of square` : ''
    const room = (own: number) => writeLength(own + (clearance.ofSheet ? h : 0), brief.unit)
    return [
      {
        level: drift > unseenDifference(studio.rules.visibleShift) && border < 3 * drift ? 'warn' : 'note',
        says: `Fed ${path.tolerance.skewDegrees}° askew, which this path may do,${cut} its far end drifts ${writeLength(drift, brief.unit)} sideways. Set the guides snug, feed it dead straight and support it. Keep ${room(clearance.behind)} clear behind the printer and ${room(clearance.before)} before it.`,
        numbers: { drift: Math.round(drift), length: h, behind: clearance.behind, before: clearance.before },
      },
    ]
  },
}

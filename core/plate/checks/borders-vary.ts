import { unseenDifference } from '../../sheet/facing-borders.ts'
import { anyOf, leanOdds, shiftOdds } from '../../sheet/feed-odds.ts'
import { ENOUGH_READINGS, toCorrect } from '../../things/calibration/offset.ts'
import { writeLength } from '../../things/length/length.ts'
import { sayRisk } from '../decisions/expansion.ts'
import { eachSheet } from '../settle/each-sheet.ts'
import { type Check, UNUSABLE } from './check.ts'

/** A sheet in two hundred is worth knowing before a good paper is fed. */
const WORTH_KNOWING = 0.005
/** Borders drawn further apart than this are meant to be, or are said to come out so. µm. */
const DRAWN_EQUAL = 200

export const bordersVary: Check = {
  id: 'borders-vary',
  title: 'Not every sheet lies alike',
  touches: ['path', 'position'],
  about: 'front',
  follows: [...UNUSABLE, 'borders-uneven', 'position-off'],
  on: 'plate',
  find: (plate) => {
    const { borderless, brief, printer, path, lot, offset, studio } = plate
    if (borderless !== 'none' || brief.make.as !== 'print') return []
    const limit = unseenDifference(studio.rules.visibleShift)
    const known = studio.calibrations.find((c) => c.printerId === printer.id && c.pathId === path.id)
    const measured = known !== undefined && known.runs.length >= ENOUGH_READINGS
    // Measured and left as it is, it has a finding of its own.
    if (measured && (offset.x !== toCorrect(known.across) || offset.y !== toCorrect(known.along))) return []
    const spread = lot.form === 'roll' ? 0 : lot.spread
    const equal = (a: number, b: number, shift: { tolerance: number; spread: number }) =>
      Math.abs(a - b) > DRAWN_EQUAL ? 0 : shiftOdds({ drawn: a - b, measured, ...shift }, limit)
    const outOfSquare = lot.form === 'roll' ? 0 : lot.outOfSquare
    const each = eachSheet(plate).map(({ layout: { margins, visible } }) =>
      anyOf([
        equal(margins.left, margins.right, { tolerance: path.tolerance.across, spread: path.registration === 'centre' ? 0 : spread }),
        equal(margins.leading, margins.trailing, { tolerance: path.tolerance.along, spread }),
        leanOdds(visible.h, { skewDegrees: path.tolerance.skewDegrees, outOfSquare, finds: path.senses.skew }, limit),
      ]),
    )
    // Of several kinds of sheet, of the one of which most lie so.
    const odds = Math.max(...each)
    if (odds < WORTH_KNOWING) return []
    const within = writeLength(Math.max(path.tolerance.across, path.tolerance.along), brief.unit)
    return [
      {
        level: 'note',
        says: `${path.name} lays sheets within ${within}: on ${sayRisk(odds)} facing borders differ by more than ${writeLength(limit, brief.unit)}, or the picture leans by as much. ${measured ? 'What is always the same was measured; the rest is luck.' : `${known ? 'Too few prints were measured to tell' : 'Nobody has measured'} which way it errs: a layout test takes out what is always the same.`}`,
        numbers: { oddsPercent: Number((odds * 100).toFixed(2)), limit },
        fix: null,
      },
    ]
  },
}

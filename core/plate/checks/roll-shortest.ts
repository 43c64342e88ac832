import { writeLength, writeSize } from '../../things/length/length.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { eachSheet } from '../settle/each-sheet.ts'
import { type Check, UNUSABLE } from './check.ts'

/** A strip along the print that nobody minds is not worth a finding, µm. */
const WORTH_SAYING = 30_000

export const rollShortest: Check = {
  id: 'roll-shortest',
  title: 'The roll is cut no shorter',
  touches: ['path', 'stock'],
  about: 'front',
  follows: UNUSABLE,
  on: 'plate',
  find: (plate) => {
    const { brief, path, layout } = plate
    const { sheet, frame } = layout
    if (!isRoll(path) || brief.sheet?.length != null || sheet.h > path.length.min) return []
    const trimmed = brief.finished !== null
    const pieces = trimmed ? [frame] : eachSheet(plate).map(({ layout: { picture } }) => picture)
    // Of several that differ, what stays over of the longest.
    const [piece = frame] = pieces.toSorted((a, b) => b.h - a.h)
    const alike = pieces.every(({ w, h }) => Math.round(w) === Math.round(piece.w) && Math.round(h) === Math.round(piece.h))
    const spare = sheet.h - piece.h
    // Where nothing is laid out yet nothing stays over.
    if (spare < WORTH_SAYING || piece.w < 1) return []
    const { unit } = brief
    // A layout has marks of its own, and borders within what would be left.
    const lined = !trimmed && alike && !plate.together
    const lines = trimmed
      ? ` Trim it to ${writeSize(piece.w, piece.h, unit)}${plate.forms.some(({ strokes }) => strokes.length > 0) ? ', along the lines at its corners' : ''}.`
      : lined
        ? ' Lines to trim it by can be printed at its corners.'
        : ''
    return [
      {
        level: 'note',
        says: `${path.name} cuts no shorter than ${writeLength(path.length.min, unit)}: ${alike ? '' : 'at least '}${writeLength(spare, unit)} of it stay over.${lines}`,
        numbers: { shortest: path.length.min, spare: Math.round(spare) },
        fix: lined
          ? {
              label: 'Print lines to trim it by',
              // What runs past the roll's sides is not there to be trimmed.
              brief: { finished: { width: Math.round(Math.min(piece.w, sheet.w)), length: Math.round(piece.h) } },
            }
          : null,
      },
    ]
  },
}

import { writeLength, writeSize } from '../../things/length/length.ts'
import { isRoll } from '../../things/paths/kinds.ts'
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
  find: ({ brief, path, layout }) => {
    const { sheet, picture, frame } = layout
    if (!isRoll(path) || brief.sheet?.length != null || sheet.h > path.length.min) return []
    const piece = brief.finished ? frame : picture
    const spare = sheet.h - piece.h
    if (spare < WORTH_SAYING) return []
    const trimmed = brief.finished !== null
    return [
      {
        level: 'note',
        says: `${path.name} cuts no shorter than ${writeLength(path.length.min, brief.unit)}: ${writeLength(spare, brief.unit)} of it stay over. ${trimmed ? `Trim along the lines to ${writeSize(piece.w, piece.h, brief.unit)}.` : 'Trim lines can be drawn round the print.'}`,
        numbers: { shortest: path.length.min, spare: Math.round(spare) },
        fix: trimmed
          ? null
          : {
              label: 'Draw trim lines round it',
              brief: { finished: { width: Math.round(picture.w), length: Math.round(picture.h) } },
            },
      },
    ]
  },
}

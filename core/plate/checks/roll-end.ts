import { writeRoll } from '../../things/length/length.ts'
import { rollAfter } from '../../things/media/roll-end.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { type Check, UNUSABLE } from './check.ts'

export const rollEnd: Check = {
  id: 'roll-end',
  title: 'Near the end of the roll',
  touches: ['stock', 'platen-gap'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ sheets, studio, printer, path, lot, layout, brief, gap }) => {
    if (!isRoll(path)) return []
    const left = rollAfter(studio, printer.id, path.id, lot, layout.sheet.h * sheets)
    if (left === null || left < 0) return []
    return [
      {
        level: gap === 'wide' ? 'note' : 'warn',
        says: `${writeRoll(left, brief.unit)} stay on the roll. The last metres keep the curl of the core: they catch as they feed and rise to the head. Flatten the leading edge by hand and watch the first centimetres.`,
        numbers: { left },
        fix: gap === 'wide' ? null : { label: 'Widen the gap', pins: { 'platen-gap': 'wide' } },
      },
    ]
  },
}

import { skewDrift } from '../../sheet/layout.ts'
import { writeLength } from '../../things/length/length.ts'
import { type Check, UNUSABLE } from './check.ts'

/** Both passes may err, each its own way. */
const PASSES = 2

export const backsRegister: Check = {
  id: 'backs-register',
  title: 'Backs and fronts may not meet',
  touches: ['path', 'position'],
  about: 'back',
  follows: [...UNUSABLE, 'two-sided-stock'],
  on: 'plate',
  find: ({ together, back, path, lot, brief, layout }) => {
    const { make } = brief
    if (!together || !back || make.as !== 'two-sided') return []
    const { across, along, skewDegrees } = path.tolerance
    const passes = { across: PASSES * (across + skewDrift(layout.sheet.h, skewDegrees)), along: PASSES * along }
    // The edge that lay at the guide or led lies opposite in the second pass: what sheets of a lot differ by comes in between,
    // half of it where the guides centre the sheet.
    const turned = make.over === 'work-and-turn'
    const size = turned && path.registration === 'centre' ? lot.spread / 2 : lot.spread
    const off = Math.max(passes.across + (turned ? size : 0), passes.along + (turned ? 0 : size))
    const covered = together.bleed >= off
    return [
      {
        level: covered ? 'note' : 'warn',
        says: `${path.name} lays each pass within its tolerance, and sheets of this lot differ by up to ${writeLength(lot.spread, brief.unit)}: a back may miss its front by ${writeLength(off, brief.unit)}. ${
          covered
            ? 'The bleed covers that.'
            : `A bleed of ${writeLength(Math.ceil(off / 500) * 500, brief.unit)} would hide it; fine lines near the edge would show it.`
        }`,
        numbers: { off: Math.round(off), bleed: together.bleed },
        fix: covered
          ? null
          : {
              label: `Bleed of ${writeLength(Math.ceil(off / 500) * 500, brief.unit)}`,
              brief: { arrangement: { ...together, bleed: Math.ceil(off / 500) * 500 } },
            },
      },
    ]
  },
}

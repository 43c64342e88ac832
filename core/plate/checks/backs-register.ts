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
  find: ({ together, back, path, brief, layout }) => {
    if (!together || !back) return []
    const { across, along, skewDegrees } = path.tolerance
    const off = PASSES * Math.max(across + skewDrift(layout.sheet.h, skewDegrees), along)
    const covered = together.bleed >= off
    return [
      {
        level: covered ? 'note' : 'warn',
        says: `${path.name} may lay each pass up to ${writeLength(off / PASSES, brief.unit)} off, so a back may miss its front by ${writeLength(off, brief.unit)}. ${
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

import { isRoll } from '../../things/paths/kinds.ts'
import { capacityFor } from '../../things/paths/limits.ts'
import type { Check } from './check.ts'

export const stackTooHigh: Check = {
  id: 'stack-too-high',
  title: 'More sheets than the path should hold',
  touches: ['path'],
  on: 'plate',
  find: ({ brief, path, paper }) => {
    if (isRoll(path)) return []
    const holds = capacityFor(path, paper.thickness)
    if (brief.copies <= holds || holds === 0) return []
    const loads = Math.ceil(brief.copies / holds)
    return [
      {
        level: 'note',
        says: `${path.name} should hold ${holds} sheets of this paper at a time: ${brief.copies} copies take ${loads} loads.`,
        numbers: { copies: brief.copies, holds, loads },
      },
    ]
  },
}

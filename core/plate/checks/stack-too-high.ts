import { isRoll } from '../../things/paths/kinds.ts'
import { capacityFor } from '../../things/paths/limits.ts'
import { type Check, UNUSABLE } from './check.ts'

export const stackTooHigh: Check = {
  id: 'stack-too-high',
  title: 'More sheets than the path should hold',
  touches: ['path'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ item, path, paper }) => {
    if (isRoll(path)) return []
    const holds = capacityFor(path, paper.thickness)
    if (item.copies <= holds || holds === 0) return []
    const loads = Math.ceil(item.copies / holds)
    return [
      {
        level: 'note',
        says: `${path.name} should hold ${holds} ${holds === 1 ? 'sheet' : 'sheets'} of this paper at a time: ${item.copies} copies take ${loads} loads.`,
        numbers: { copies: item.copies, holds, loads },
      },
    ]
  },
}

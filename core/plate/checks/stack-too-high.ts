import { isRoll } from '../../things/paths/kinds.ts'
import { capacityFor } from '../../things/paths/limits.ts'
import { counted } from '../../things/words/counted.ts'
import { type Check, UNUSABLE } from './check.ts'

export const stackTooHigh: Check = {
  id: 'stack-too-high',
  title: 'More sheets than the path should hold',
  touches: ['path'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ sheets, path, paper }) => {
    if (isRoll(path)) return []
    const holds = capacityFor(path, paper.thickness)
    if (sheets <= holds || holds === 0) return []
    const loads = Math.ceil(sheets / holds)
    return [
      {
        level: 'note',
        says: `${path.name} should hold ${counted(holds, 'sheet')} of this paper at a time: ${sheets} of them take ${loads} loads.`,
        numbers: { copies: sheets, holds, loads },
      },
    ]
  },
}

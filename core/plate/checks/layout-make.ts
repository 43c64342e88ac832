import { APART } from '../../things/brief/arrangement.ts'
import type { Make } from '../../things/brief/make.ts'
import type { Check } from './check.ts'

/** Whether what is made of a print takes a whole sheet. */
export const cannotShare = ({ as }: Make): boolean => as !== 'print' && as !== 'two-sided'

export const layoutMake: Check = {
  id: 'layout-make',
  title: 'This cannot share a sheet',
  touches: ['placement'],
  about: 'plate',
  on: 'plate',
  find: ({ brief, together }) => {
    if (!together || !cannotShare(brief.make)) return []
    const what = brief.make.as === 'folded-card' ? 'A folded card takes the whole sheet' : 'A wrapped canvas is cut and folded by itself'
    return [
      {
        level: 'stop',
        says: `${what}: it cannot lie beside others. Print each on a sheet of its own, or make plain prints of them.`,
        numbers: {},
        fix: { label: 'Each on sheets of its own', brief: { arrangement: APART } },
        otherwise: { label: 'Plain prints', brief: { make: { as: 'print' as const } } },
      },
    ]
  },
}

import type { Brief, BriefChange } from '../../things/brief/brief.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { waysFor } from '../ways/ways.ts'
import { type Check, type Fix, UNUSABLE } from './check.ts'

/** What may be asked for less strictly, the least first. */
const LESS: readonly { label: string; brief: BriefChange }[] = [
  { label: 'Ask for no particular sheet', brief: { sheet: null } },
  { label: 'Plain prints', brief: { make: { as: 'print' } } },
  { label: 'Let the stock decide', brief: { paperId: null } },
  { label: 'Ask for no particular paper and sheet', brief: { paperId: null, sheet: null } },
]

/** The least that has to be asked for otherwise so that something is possible; null where none of it helps. */
const lessAsked = (brief: Brief, studio: Studio): Fix | null =>
  LESS.find(({ brief: less }) => waysFor({ ...brief, ...less }, studio).some(({ badness }) => badness === 0)) ?? null

export const nothingPossible: Check = {
  id: 'nothing-possible',
  title: 'No set-up is possible',
  touches: ['printer', 'path', 'stock'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'asked',
  find: ({ ways, brief, studio }, settled) => {
    const releaseAll = { label: 'Release the pinned printer, path and stock', pins: { printer: null, path: null, stock: null } }
    if (studio.printers.length === 0) return [{ level: 'stop', says: 'The studio has no printer. Add one on the shelf.', numbers: {} }]
    if (brief.paperId !== null && !studio.papers.some((p) => p.id === brief.paperId)) {
      return [
        {
          level: 'stop',
          says: 'The paper of this brief is no longer on the shelf. Choose another.',
          numbers: {},
          fix: lessAsked(brief, studio),
        },
      ]
    }
    if (ways.length === 0)
      return [
        {
          level: 'stop',
          says: 'There is no stock of this paper. Add a box or roll, or choose another paper.',
          numbers: {},
          fix: lessAsked(brief, studio),
        },
      ]
    const usable = ways.filter((w) => w.badness === 0).length
    if (usable === 0)
      return [
        {
          level: 'stop',
          says: `No path of any printer takes this sheet. ${ways[0]?.ruledOut ?? ''}`.trim(),
          numbers: { ways: ways.length },
          fix: lessAsked(brief, studio),
        },
      ]
    if (settled === null)
      return [{ level: 'stop', says: 'What you pinned leaves nothing to choose from further down.', numbers: {}, fix: releaseAll }]
    return []
  },
}

import { type Check, UNUSABLE } from './check.ts'

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
          fix: { label: 'Let the stock decide', brief: { paperId: null } },
        },
      ]
    }
    if (ways.length === 0)
      return [
        {
          level: 'stop',
          says: 'There is no stock of this paper. Add a box or roll, or choose another paper.',
          numbers: {},
          fix: { label: 'Let the stock decide', brief: { paperId: null } },
        },
      ]
    const usable = ways.filter((w) => w.badness === 0).length
    if (usable === 0)
      return [
        {
          level: 'stop',
          says: `No path of any printer takes this sheet. ${ways[0]?.ruledOut ?? ''}`.trim(),
          numbers: { ways: ways.length },
          fix: brief.sheet ? { label: 'Ask for no particular sheet', brief: { sheet: null } } : null,
        },
      ]
    if (settled === null)
      return [{ level: 'stop', says: 'What you pinned leaves nothing to choose from further down.', numbers: {}, fix: releaseAll }]
    return []
  },
}

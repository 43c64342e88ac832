import { type Check, UNUSABLE } from './check.ts'

export const headStrike: Check = {
  id: 'head-strike',
  title: 'The head can strike',
  touches: ['platen-gap', 'media-type'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ printer, paper, gap }) => {
    if (gap === 'wide' || paper.thickness <= printer.normalGapUpTo) return []
    const mm = (um: number) => Number((um / 1000).toFixed(3))
    return [
      {
        level: 'stop',
        says: `The sheet is ${mm(paper.thickness)} mm thick and the head clears ${mm(printer.normalGapUpTo)} mm with the normal gap.`,
        numbers: { thickness: paper.thickness, clears: printer.normalGapUpTo },
        fix: { label: 'Widen the gap', pins: { 'platen-gap': 'wide' } },
      },
    ]
  },
}

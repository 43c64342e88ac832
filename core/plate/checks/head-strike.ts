import { calipersApart } from '../../things/media/caliper.ts'
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
    const [thickness, clears] = calipersApart(paper.thickness, printer.normalGapUpTo)
    return [
      {
        level: 'stop',
        says: `The sheet is ${thickness} thick and the head clears ${clears} with the normal gap.`,
        numbers: { thickness: paper.thickness, clears: printer.normalGapUpTo },
        fix: { label: 'Widen the gap', pins: { 'platen-gap': 'wide' } },
      },
    ]
  },
}

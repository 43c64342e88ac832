import type { Candidate, Decision } from './decision.ts'

const COATS = ['off', 'ink', 'all'] as const
type Coat = (typeof COATS)[number]

export const clearCoatDecision: Decision<Coat> = {
  key: 'clear-coat',
  title: 'Clear coat',
  question: 'Is a clear coat laid over the print?',
  candidates: ({ printer, paper }) => {
    if (!printer || !paper) return []
    const none = printer.clearCoat === '' ? `${printer.name} has no clear coat.` : null
    const gloss = paper.surface === 'gloss'
    const useless = none ?? (gloss || paper.surface === 'satin' ? null : 'A clear coat does nothing on a matte surface.')
    return [
      {
        id: 'off',
        label: 'Off',
        value: 'off',
        ruledOut: null,
        costs: none === null && gloss ? [{ points: 4, says: 'bare paper and ink shine differently' }] : [],
        by: 'rule',
        reason: none ?? (gloss ? 'It saves ink.' : 'The surface does not call for it.'),
      },
      {
        id: 'ink',
        label: 'Where there is ink',
        value: 'ink',
        ruledOut: useless,
        costs: [{ points: 1, says: 'a little more ink' }],
        by: 'rule',
        reason: 'It evens the shine of pigment on gloss and leaves bare paper as it is.',
      },
      {
        id: 'all',
        label: 'Whole page',
        value: 'all',
        ruledOut: useless,
        costs: [{ points: 2, says: 'more ink, borders shine too' }],
        by: 'rule',
        reason: 'Paper and ink shine alike.',
      },
    ] satisfies Candidate<Coat>[]
  },
  accept: (context, coat) => {
    context.coat = coat
  },
}

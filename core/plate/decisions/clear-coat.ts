import { z } from 'zod'
import { isGlossy } from '../../things/media/media.ts'
import { type Candidate, declare } from './decision.ts'
import { printerDecision } from './printer.ts'
import { stockDecision } from './stock.ts'

const COATS = ['off', 'ink', 'all'] as const
type Coat = (typeof COATS)[number]

/** IPP `finishings` (PWG 5100.1). */
const FINISHING = { none: 3, coat: 15 } as const

export const clearCoatDecision = declare({
  key: 'clear-coat',
  title: 'Clear coat',
  question: 'Is a clear coat laid over the print?',
  group: 'ink',
  needs: [printerDecision, stockDecision],
  about: 'plate',
  ofTheWay: false,
  agreement: 'clear-coat',
  candidates: ({ printer, paper }): Candidate<Coat>[] => {
    const none = printer.clearCoat === '' ? `${printer.name} has no clear coat.` : null
    const gloss = paper.surface === 'gloss'
    const useless = none ?? (isGlossy(paper.surface) ? null : 'A clear coat does nothing on a matte surface.')
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
    ]
  },
  accept: (coat) => ({ coat }),
  keeps: { coat: z.enum(COATS) },
  keep: ({ coat }) => ({ coat }),
  before: { coat: () => 'off' as const },
  wire: ({ coat }) => ({ finishings: { tag: 'enum', value: coat === 'off' ? FINISHING.none : FINISHING.coat } }),
})

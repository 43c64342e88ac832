import { type Quality, QualitySchema } from '../../things/printers/printer.ts'
import { headSeconds } from '../estimates/head.ts'
import { type Candidate, declare } from './decision.ts'
import { printerDecision } from './printer.ts'
import { stockDecision } from './stock.ts'

/** From how many copies on a job counts as a rush of small prints, printed on standard. Common practice. */
const RUSH_COPIES = 50

const QUICKEST = 'costs least time'

/** IPP `print-quality` (RFC 8011 section 5.2.13). */
const PRINT_QUALITY = { draft: 3, normal: 4, high: 5 } as const

export const qualityDecision = declare({
  key: 'quality',
  title: 'Quality',
  question: 'At which resolution is it printed?',
  group: 'ink',
  needs: [printerDecision, stockDecision],
  about: 'plate',
  ofTheWay: true,
  agreement: 'quality',
  candidates: ({ printer, pairing, studio, paper, way }): Candidate<Quality>[] => {
    const rush = way.sheets >= RUSH_COPIES
    const profiled = studio.profiles
      .filter((p) => p.boundTo?.printerId === printer.id && p.boundTo.paperId === paper.id)
      .map((p) => p.boundTo?.dpi)
    const dpis = printer.qualities.map((q) => q.dpi).sort((a, b) => a - b)
    const quick = printer.qualities.filter((q) => q.ipp !== 'draft').sort((a, b) => a.secondsPerSquareMetre - b.secondsPerSquareMetre)[0]
    const fastest = { secondsPerSquareMetre: Math.min(...printer.qualities.map((q) => q.secondsPerSquareMetre)) }
    return printer.qualities.map((q) => {
      const paired = pairing?.qualityId === q.id
      const quickest = q.secondsPerSquareMetre === fastest.secondsPerSquareMetre
      const extra = ((headSeconds(way.fed, q) - headSeconds(way.fed, fastest)) * way.sheets) / 60
      const costs = []
      if (extra > 0.5) costs.push({ points: extra * (rush ? 0.5 : 0.02), says: `${extra.toFixed(0)} min longer than the fastest` })
      if (profiled.length > 0 && !profiled.includes(q.dpi))
        costs.push({ points: rush ? 2 : 8, says: 'no profile was made at this resolution' })
      if (q.ipp === 'draft') costs.push({ points: 12, says: 'visibly coarse' })
      if (q.ipp === 'high') costs.push({ points: 2, says: 'more time and ink for what few can see' })
      if (pairing && !paired) costs.push({ points: rush ? 0 : 2, says: 'not what the pairing was made with' })
      return {
        id: q.id,
        label: `${q.name}, ${q.dpi} dpi`,
        value: q,
        ruledOut: null,
        costs,
        by: paired ? 'pairing' : 'rule',
        reason:
          rush && q === quick
            ? `${way.sheets} prints go on the quickest that is not coarse.`
            : paired
              ? 'The pairing was made with it.'
              : printer.qualities.length === 1
                ? 'It is the only setting.'
                : q.dpi === dpis[0]
                  ? `It is the coarsest setting${quickest ? `, and ${QUICKEST}` : ''}.`
                  : q.dpi === dpis.at(-1)
                    ? `It is the finest setting${quickest ? `, and ${QUICKEST}` : ': every step up costs time and ink'}.`
                    : 'The middle setting is enough for nearly all prints.',
      }
    })
  },
  accept: (quality) => ({ quality }),
  keeps: { quality: QualitySchema },
  keep: ({ quality }) => ({ quality }),
  before: 'from the first',
  wire: ({ quality }) => ({
    'print-quality': { tag: 'enum', value: PRINT_QUALITY[quality.ipp] },
    // Two of a printer's qualities may be “normal”; which, has no registered attribute. Printers that offer it name it so.
    'print-dots-per-inch': { tag: 'integer', value: quality.dpi },
  }),
})

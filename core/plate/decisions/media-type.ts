import { type Pairing, tallyOf } from '../../things/media/media.ts'
import { type MediaType, MediaTypeSchema } from '../../things/printers/printer.ts'
import { mediaDistance, misfitOf, nearestMediaType, recommendedEntry, sayMisfit } from '../ways/media-distance.ts'
import { type Candidate, declare } from './decision.ts'
import { printerDecision } from './printer.ts'
import { stockDecision } from './stock.ts'

/** What an entry that does not suit costs: a print with the wrong black or ink for another coating is a spoilt one. */
const MISFIT_POINTS = { black: 120, coating: 90, surface: 12 } as const

/** What stands behind the entry of a pairing: prints that came out right, else how it was begun and what has come of it. */
function sayPaired(pairing: Pairing, paper: string, profiled: boolean): string {
  const { begun } = pairing
  const { good, bad } = tallyOf(pairing)
  if (good > 0) return `The pairing with ${paper} was made with it${profiled ? ', and so was the profile' : ''}.`
  const so = bad > 0 ? 'nothing has come out right yet' : 'no print has shown it yet'
  if (begun === 'hand') return `It was chosen for ${paper} by hand; ${so}.`
  if (begun === 'profile') return `The profile for ${paper} was made with it; ${so}.`
  return `${paper} was tried with it; ${so}.`
}

export const mediaTypeDecision = declare({
  key: 'media-type',
  title: 'Media type',
  question: 'Which entry stands for this paper, in the driver and at the panel?',
  group: 'ink',
  needs: [printerDecision, stockDecision],
  about: 'plate',
  ofTheWay: true,
  agreement: 'media-type',
  candidates: ({ printer, paper, pairing, studio }): Candidate<MediaType>[] => {
    const nearest = nearestMediaType(printer, paper, pairing)
    const named = recommendedEntry(printer, paper)
    const madeWith = new Set(
      studio.profiles
        .filter((p) => p.boundTo?.printerId === printer.id && p.boundTo.paperId === paper.id)
        .map((p) => p.boundTo?.mediaTypeId),
    )
    return printer.mediaTypes.map((m) => {
      const tested = pairing?.tested ?? null
      const won = tested?.mediaTypeId === m.id
      const proven = won || (pairing?.mediaTypeId === m.id && !tested?.mediaTypeId)
      const costs = []
      if (tested?.mediaTypeId && !won) costs.push({ points: 50, says: 'another one won on test strips' })
      if (madeWith.size > 0 && !madeWith.has(m.id)) costs.push({ points: 20, says: 'the profile was made with another media type' })
      const misfit = misfitOf(m, paper)
      if (misfit) costs.push({ points: MISFIT_POINTS[misfit], says: sayMisfit(misfit, m, paper) })
      else if (m.surface !== paper.surface) costs.push({ points: 4, says: `meant for ${m.surface} paper, this is ${paper.surface}` })
      if (paper.weight < m.weight.min || paper.weight > m.weight.max)
        costs.push({ points: 5, says: `meant for ${m.weight.min}–${m.weight.max} g/m², this is ${paper.weight}` })
      if (!proven && m !== nearest) costs.push({ points: 3 + mediaDistance(m, paper, printer) / 10_000, says: 'not the nearest entry' })
      return {
        id: m.id,
        label: m.driverName === m.panelName ? m.driverName : `${m.driverName}, at the panel “${m.panelName}”`,
        value: m,
        ruledOut: null,
        costs,
        by: proven ? 'pairing' : 'rule',
        reason: won
          ? `It won on test strips on ${tested?.on}${tested?.because ? `: ${tested.because}` : ''}.`
          : proven && pairing
            ? sayPaired(pairing, paper.name, madeWith.has(m.id))
            : madeWith.has(m.id)
              ? 'The profile was made with it.'
              : m === named
                ? `The maker of ${paper.name} names it for this printer.`
                : m === nearest
                  ? 'Of this printer’s entries it is the nearest to what the paper needs.'
                  : 'It is not the nearest entry to what the paper needs.',
      }
    })
  },
  accept: (mediaType) => ({ mediaType }),
  keeps: { mediaType: MediaTypeSchema },
  keep: ({ mediaType }) => ({ mediaType }),
  before: 'from the first',
  wire: ({ mediaType }) => ({ 'media-col.media-type': { tag: 'keyword', value: mediaType.id } }),
})

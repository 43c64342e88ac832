import { tallyOf } from '../../things/media/media.ts'
import { misfitOf, nearestEntry, sayMisfit } from '../ways/media-distance.ts'
import type { Check } from './check.ts'

export const mediaUnsuited: Check = {
  id: 'media-unsuited',
  title: 'The media type does not suit this paper',
  touches: ['media-type', 'stock'],
  about: 'plate',
  on: 'plate',
  find: ({ printer, paper, mediaType, pairing, ways }) => {
    const misfit = misfitOf(mediaType, paper)
    if (misfit === null) return []
    const rank = (m: typeof mediaType) => ['black', 'coating', 'surface', null].indexOf(misfitOf(m, paper))
    const nearest = nearestEntry(printer, paper)
    const better = rank(nearest) > rank(mediaType) ? nearest : null
    const proven = pairing !== null && tallyOf(pairing, mediaType.id).good > 0
    const elsewhere = better
      ? undefined
      : ways.find(
          (w) => w.badness === 0 && w.paper === paper && w.printer !== printer && misfitOf(nearestEntry(w.printer, paper), paper) === null,
        )
    const advice = better
      ? `“${better.driverName}” is nearer.`
      : `${printer.name} has no entry that is nearer${elsewhere ? `; ${elsewhere.printer.name} has` : ''}.`
    return [
      {
        level: misfit === 'surface' ? 'warn' : 'stop',
        says: `“${mediaType.driverName}” ${sayMisfit(misfit, mediaType, paper)}.${proven ? ' The pairing was made with it all the same.' : ''} ${advice}`,
        numbers: { misfit },
        fix: better
          ? { label: `Use “${better.driverName}”`, pins: { 'media-type': better.id } }
          : elsewhere
            ? {
                label: `Print it on ${elsewhere.printer.name}`,
                pins: {
                  printer: elsewhere.printer.id,
                  path: elsewhere.path.id,
                  stock: elsewhere.lot.id,
                  'media-type': null,
                  profile: null,
                  quality: null,
                  page: null,
                },
              }
            : null,
      },
    ]
  },
}

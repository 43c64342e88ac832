import { area, intersect } from '../../sheet/rect.ts'
import { type Check, UNUSABLE } from './check.ts'

/** Less than this of two pictures one over the other is a matter of rounding, µm². */
const ROUNDING = 1e6

export const placesOverlap: Check = {
  id: 'places-overlap',
  title: 'Pictures lie over each other',
  touches: ['placement'],
  about: 'front',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ together, forms, brief }) => {
    const placements = forms.find((form) => form.side === 'front')?.placements ?? []
    if (together?.as !== 'free') return []
    const pairs: [number, number][] = []
    for (const [i, a] of placements.entries())
      for (const [k, b] of placements.entries()) if (k > i && area(intersect(a.face, b.face)) > ROUNDING) pairs.push([i, k])
    const [first] = pairs
    if (!first) return []
    const number = (at: number) => brief.items.findIndex((item) => item.id === placements[at]?.item) + 1
    const more = pairs.length - 1
    return [
      {
        level: 'note',
        says: `Picture ${number(first[1])} covers part of picture ${number(first[0])}${more > 0 ? `, and ${more} more lie so` : ''}. If that is not meant, move them apart.`,
        numbers: { pairs: pairs.length },
      },
    ]
  },
}

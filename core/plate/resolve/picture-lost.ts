import { contentLost } from '../../sheet/content.ts'
import { itemById } from '../../things/brief/brief.ts'
import { pictureOf } from '../../things/brief/item.ts'
import type { Plate } from './plate.ts'

const WHOLE = { x: 0, y: 0, w: 1, h: 1 }

/**
 * What the fronts of a plate lose of a picture, 0…1; of several, what the one loses that loses most: what the crop takes, and of the
 * rest, where the printer does not reach, what is cut off and not blank paper; where it prints past the edges, all that does not land
 * on the sheet.
 */
export function pictureLost({ brief, forms, setup }: Pick<Plate, 'brief' | 'forms' | 'setup'>): number {
  const bare = setup !== null && setup.borderless !== 'none'
  const each = forms.flatMap(({ side, placements }) => (side === 'front' ? placements : []))
  return each.reduce((most, { item: id, turn, crop, picture, clipped, lost }) => {
    const item = itemById(brief, id)
    const used = crop ?? WHOLE
    const gone = bare ? lost : item ? contentLost(pictureOf(item), turn, used, picture, clipped) : 0
    return Math.max(most, 1 - used.w * used.h * (1 - gone))
  }, 0)
}

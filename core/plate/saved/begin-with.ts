import type { Brief } from '../../things/brief/brief.ts'
import { EMPTY_BRIEF, itemOf } from '../../things/brief/brief.ts'
import { withPictures } from '../../things/brief/edit-items.ts'
import { EMPTY_ITEM } from '../../things/brief/item.ts'
import type { Picture } from '../../things/brief/picture.ts'
import type { Plate } from '../resolve/plate.ts'
import { pinsOf } from './changes.ts'

/** What a job is begun with: a brief and what is held fast. */
export type Begun = Pick<Plate, 'brief' | 'pins'>

/**
 * A job as a kept plate was set up, with other pictures: everything that is not the picture is taken over, its size, border
 * and crop rule too; what was said of the old picture (its crop, its kind, its colours, a test) is not, nor notes and due time.
 */
export function begunWith(plate: Plate, pictures: readonly Picture[]): Begun {
  const { size, sharpen, viewingDistance } = itemOf(plate.brief)
  const blank: Brief = {
    ...plate.brief,
    items: [{ ...EMPTY_ITEM, size, sharpen, viewingDistance }],
    notes: EMPTY_BRIEF.notes,
    dueAt: EMPTY_BRIEF.dueAt,
    test: null,
  }
  // Which way round a picture lies and where is its own; a layout by hand keeps its places and fills them in order.
  const { orientation: _, placement: __, ...pins } = pinsOf(plate)
  return { brief: intoPlaces(withPictures(blank, pictures)), pins }
}

/** The items of a brief in the places of its layout by hand, in their order; of other layouts nothing is said. */
export function intoPlaces(brief: Brief): Brief {
  const { arrangement, items } = brief
  if (arrangement.as !== 'free') return brief
  return {
    ...brief,
    arrangement: { ...arrangement, places: arrangement.places.map((place, i) => ({ ...place, item: items[i]?.id ?? null })) },
  }
}

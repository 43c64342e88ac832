import { type Brief, EMPTY_BRIEF, itemOf } from '../../things/brief/brief.ts'
import { withPictures } from '../../things/brief/edit-items.ts'
import { EMPTY_ITEM } from '../../things/brief/item.ts'
import type { Picture } from '../../things/brief/picture.ts'
import type { Plate } from '../resolve/plate.ts'
import { pinsOf } from './changes.ts'

/** What a job is begun with: a brief and what is held fast. */
export type Begun = Pick<Plate, 'brief' | 'pins'>

/**
 * What a kept plate begins jobs with: everything that is not the picture is taken over, its size, border and crop rule too;
 * what was said of the old picture (its crop, its kind, its colours, a test) is not, nor notes and due time.
 */
export function begunAs(plate: Plate): Begun {
  const { size, sharpen, viewingDistance } = itemOf(plate.brief)
  // Which way round a picture lies and where is its own.
  const { orientation: _, placement: __, ...pins } = pinsOf(plate)
  const { notes, dueAt } = EMPTY_BRIEF
  return { brief: { ...plate.brief, items: [{ ...EMPTY_ITEM, size, sharpen, viewingDistance }], notes, dueAt, test: null }, pins }
}

/** The same with pictures; a layout by hand keeps its places and is filled in order. */
export const withBegun = ({ brief, pins }: Begun, pictures: readonly Picture[]): Begun => ({
  brief: intoPlaces(withPictures(brief, pictures)),
  pins,
})

/**
 * A job as a plate was printed, with its own pictures: all that was decided is held fast. What was a piece of a gang or a test
 * is a print of its own, and what was due then is not due again.
 */
export function printedAgain(plate: Plate): Begun {
  const { items } = plate.brief
  const { orientation, placement, ...pins } = pinsOf(plate)
  // Which way round each of several lies is its own.
  const one = items.length === 1 ? { ...(orientation ? { orientation } : {}), ...(placement ? { placement } : {}) } : {}
  return {
    brief: { ...plate.brief, items: items.map((item) => ({ ...item, piece: null })), test: null, dueAt: null },
    pins: { ...pins, ...one },
  }
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

import { type Arrangement, NEW_ARRANGEMENT } from '../things/brief/arrangement.ts'
import type { Brief } from '../things/brief/brief.ts'
import { EMPTY_ITEM, type Item, withPicture } from '../things/brief/item.ts'
import type { Picture } from '../things/brief/picture.ts'
import { brief, picture } from './fixtures.ts'

export interface Asked extends Partial<Omit<Item, 'id' | 'content'>> {
  picture?: Partial<Picture>
}

/** Items from what is particular about each; ids from 1. Every one is a 3:2 picture of its own unless it says otherwise. */
export const itemsOf = (list: readonly Asked[]): Item[] =>
  list.map(({ picture: of = {}, ...change }, i) => ({
    ...EMPTY_ITEM,
    id: String(i + 1),
    ...withPicture(picture({ id: `p${i + 1}`, name: `plate-${i + 1}.jpg`, hash: (i + 10).toString(16).padStart(64, '0'), ...of })),
    ...change,
  }))

/** A brief of several items on A3 lustre, laid out so. */
export const several = (
  list: readonly Asked[],
  arrangement: Arrangement = NEW_ARRANGEMENT.grid,
  change: Parameters<typeof brief>[0] = {},
): Brief => ({
  ...brief(change),
  items: itemsOf(list),
  arrangement,
})

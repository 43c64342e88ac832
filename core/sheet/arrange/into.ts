import { type Item, pictureOf } from '../../things/brief/item.ts'
import { isSideways, type Turn } from '../../things/brief/turn.ts'
import type { Um } from '../../things/length/length.ts'
import { type Crop, cropTo, intoRoom } from '../placement.ts'
import type { Rect } from '../rect.ts'

/** Whether a picture makes more of a place lying on its side: it is long where the place is wide, or the other way round. */
export function turnFor(item: Pick<Item, 'content' | 'turn'>, place: { w: Um; h: Um }, mayTurn: boolean): Turn {
  if (item.turn !== null) return item.turn
  const { width, height } = pictureOf(item)
  const across = width > height !== place.w > place.h && width !== height && place.w !== place.h
  return mayTurn && across ? 90 : 0
}

/**
 * A picture in a place: cropped to cover it, or whole within it, in its middle.
 * @param at which part stays where it is cropped; see `Item.cropAt`
 */
export function intoPlace(item: Item, place: Rect, turn: Turn, fill: boolean): { rect: Rect; crop: Crop } {
  const { w, h, crop } = intoRoom(pictureOf(item), place, turn, fill, item.cropAt)
  return { rect: { x: place.x + Math.round((place.w - w) / 2), y: place.y + Math.round((place.h - h) / 2), w, h }, crop }
}

/** What is printed of a picture that is trimmed to `trim`: `bleed` more on every side, of the picture itself. */
export function withBleed(item: Item, trim: Rect, turn: Turn, bleed: Um): { picture: Rect; crop: Crop } {
  const picture = { x: trim.x - bleed, y: trim.y - bleed, w: trim.w + 2 * bleed, h: trim.h + 2 * bleed }
  const { width, height } = pictureOf(item)
  const [w, h] = isSideways(turn) ? [picture.h, picture.w] : [picture.w, picture.h]
  return { picture, crop: cropTo(width / height, w / h, item.cropAt) }
}

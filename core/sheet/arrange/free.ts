import type { Free } from '../../things/brief/arrangement.ts'
import type { Item } from '../../things/brief/item.ts'
import type { Arranged, Laid } from './arranged.ts'
import { CAPTION_HEIGHT } from './grid.ts'
import { intoPlace, turnFor, withBleed } from './into.ts'

/** Items where somebody has laid them; empty places stay empty. */
export function arrangeFree({ places, sheets, bleed, captions }: Free, items: readonly Item[]): Arranged {
  const known = new Map(items.map((item) => [item.id, item]))
  const [x, y] = [Math.min(...places.map((p) => p.x)), Math.min(...places.map((p) => p.y))]
  const [right, foot] = [Math.max(...places.map((p) => p.x + p.width)), Math.max(...places.map((p) => p.y + p.height))]
  const laid = places.flatMap((place): Laid[] => {
    const item = place.item === null ? undefined : known.get(place.item)
    if (!item) return []
    const at = { x: place.x - x, y: place.y - y, w: place.width, h: place.height }
    const turn = place.turn ?? turnFor(item, at, true)
    const { rect: trim, crop } = intoPlace(item, at, turn, place.fill)
    const bled = bleed > 0 ? withBleed(item, trim, turn, bleed) : { picture: trim, crop }
    return [{ item, trim, turn, caption: captions === 'none' ? null : { x: at.x, y: at.y + at.h, w: at.w, h: CAPTION_HEIGHT }, ...bled }]
  })
  const used = new Set(laid.map((one) => one.item.id))
  return {
    sheets: laid.length > 0 ? [{ laid, count: sheets }] : [],
    left: items.filter((item) => !used.has(item.id)).map((item) => ({ item, copies: sheets, why: 'cells' })),
    block: places.length > 0 ? { w: right - x, h: foot - y, at: { x, y } } : { w: 0, h: 0, at: { x: 0, y: 0 } },
    cells: null,
  }
}

import type { Free, Place } from '../../things/brief/arrangement.ts'
import type { Item } from '../../things/brief/item.ts'
import type { Rect } from '../rect.ts'
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

/** Places with the one of an item moved: of several of the same item, the one that lies at `from`. */
export function moved(places: readonly Place[], item: string | undefined, from: Rect, to: Pick<Rect, 'x' | 'y'>): Place[] {
  const near = (p: Place) => Math.hypot(p.x + p.width / 2 - from.x - from.w / 2, p.y + p.height / 2 - from.y - from.h / 2)
  const [nearest] = places.filter((p) => p.item === item).sort((a, b) => near(a) - near(b))
  return places.map((p) => (p === nearest ? { ...p, x: Math.round(p.x + to.x - from.x), y: Math.round(p.y + to.y - from.y) } : p))
}

import type { Place } from '../../things/brief/arrangement.ts'
import type { Item } from '../../things/brief/item.ts'
import type { Um } from '../../things/length/length.ts'
import { around } from '../form.ts'
import type { Rect } from '../rect.ts'

/** Places of a layout by hand, by where they stand in its list. */
export type Picked = ReadonlySet<number>

/** The places that have a picture, in the order in which their pictures are laid: the n-th of them holds the n-th placement. */
export function laidPlaces(places: readonly Place[], items: readonly Pick<Item, 'id'>[]): number[] {
  const known = new Set(items.map(({ id }) => id))
  return places.flatMap(({ item }, at) => (item !== null && known.has(item) ? [at] : []))
}

const rectOf = ({ x, y, width: w, height: h }: Place): Rect => ({ x, y, w, h })

/** Those places moved together, to whole micrometres. */
export const shifted = (places: readonly Place[], which: Picked, dx: Um, dy: Um): Place[] =>
  places.map((place, at) => (which.has(at) ? { ...place, x: Math.round(place.x + dx), y: Math.round(place.y + dy) } : place))

/** What places are brought in line by: an edge or a middle of what holds them. */
export const LINES = ['left', 'middle', 'right', 'leading', 'centre', 'trailing'] as const
export type Line = (typeof LINES)[number]

/** Those places in one line: that of the smallest box around them, or, of one alone, of what it lies on. */
export function aligned(places: readonly Place[], which: Picked, line: Line, ground: Rect): Place[] {
  const chosen = places.filter((_, at) => which.has(at))
  if (chosen.length === 0) return [...places]
  const box = chosen.length > 1 ? around(chosen.map(rectOf)) : ground
  const to = ({ width, height }: Place): Partial<Pick<Place, 'x' | 'y'>> => {
    switch (line) {
      case 'left':
        return { x: Math.round(box.x) }
      case 'middle':
        return { x: Math.round(box.x + (box.w - width) / 2) }
      case 'right':
        return { x: Math.round(box.x + box.w - width) }
      case 'leading':
        return { y: Math.round(box.y) }
      case 'centre':
        return { y: Math.round(box.y + (box.h - height) / 2) }
      case 'trailing':
        return { y: Math.round(box.y + box.h - height) }
    }
  }
  return places.map((place, at) => (which.has(at) ? { ...place, ...to(place) } : place))
}

/**
 * Those places with equal gaps between them across the feed or along it; the outermost two stay where they are, the others
 * keep their order. Where they take more room than there is, the gaps are as much less than nothing.
 */
export function spread(places: readonly Place[], which: Picked, way: 'across' | 'along'): Place[] {
  const [start, size] = way === 'across' ? (['x', 'width'] as const) : (['y', 'height'] as const)
  const middle = (place: Place) => place[start] + place[size] / 2
  const row = places
    .map((place, at) => ({ place, at }))
    .filter(({ at }) => which.has(at))
    .sort((a, b) => middle(a.place) - middle(b.place) || a.at - b.at)
  const of = row.map(({ place }) => place)
  const [first, last] = [of[0], of.at(-1)]
  if (!first || !last || of.length < 3) return [...places]
  const room = last[start] + last[size] - first[start]
  const gap = (room - of.reduce((sum, place) => sum + place[size], 0)) / (of.length - 1)
  const out = [...places]
  let next = first[start]
  for (const { place, at } of row) {
    out[at] = { ...place, [start]: Math.round(next) }
    next += place[size] + gap
  }
  return out
}

/** Those places over all others or under them, among each other as they were, and where they stand then. */
export function restacked(places: readonly Place[], which: Picked, to: 'front' | 'back'): { places: Place[]; picked: Picked } {
  const chosen = places.filter((_, at) => which.has(at))
  const rest = places.filter((_, at) => !which.has(at))
  const from = to === 'front' ? rest.length : 0
  return { places: to === 'front' ? [...rest, ...chosen] : [...chosen, ...rest], picked: new Set(chosen.map((_, i) => from + i)) }
}

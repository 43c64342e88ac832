import { type Brief, freeItemId, MAX_ITEMS } from './brief.ts'
import { EMPTY_ITEM, type Item, type ItemChange, pictureIn, withPicture } from './item.ts'
import type { Picture } from './picture.ts'

/** What was said of the picture an item had, and goes with it. */
const OWN = { cropAt: EMPTY_ITEM.cropAt, keep: [], kind: null, critical: [], turn: null } satisfies ItemChange

/** The brief with these pictures added, as many as there is room for; an item without a picture is filled first. New ones are as the last is. */
export function withPictures(brief: Brief, pictures: readonly Picture[]): Brief {
  const items = [...brief.items]
  for (const picture of pictures) {
    const empty = items.findIndex((item) => item.content.as === 'picture' && pictureIn(item) === null)
    if (empty >= 0) {
      items[empty] = { ...(items[empty] as Item), ...withPicture(picture) }
      continue
    }
    if (items.length >= MAX_ITEMS) break
    const last = items.at(-1) ?? EMPTY_ITEM
    // What belongs to a picture itself does not go on to the next one.
    items.push({
      ...last,
      id: freeItemId(items),
      ...withPicture(picture),
      ...OWN,
    })
  }
  return { ...brief, items }
}

/**
 * The brief after pictures were dropped on a sheet: the first takes the place of the picture it fell on, or lies in the empty
 * place it fell into; the others go into the next empty places, and become items anyway.
 * @param on id of the item it fell on, or where the place it fell into stands in the list; null for neither
 */
export function withDropped(brief: Brief, pictures: readonly Picture[], on: { item: string } | { place: number } | null): Brief {
  const [first, ...others] = pictures
  if (!first) return brief
  if (on && 'item' in on) {
    const items = brief.items.map((item) => (item.id === on.item ? { ...item, ...withPicture(first), ...OWN } : item))
    return withDropped({ ...brief, items }, others, null)
  }
  const before = new Map(brief.items.map((item) => [item.id, pictureIn(item)]))
  const now = withPictures(brief, pictures)
  const { arrangement } = now
  if (arrangement.as !== 'free') return now
  const lies = new Set(arrangement.places.map(({ item }) => item))
  const added = now.items.flatMap((item) => (pictureIn(item) !== (before.get(item.id) ?? null) && !lies.has(item.id) ? [item.id] : []))
  const places = [...arrangement.places]
  const order = places.map((_, at) => at).sort((a, b) => Number(on?.place === b) - Number(on?.place === a) || a - b)
  for (const at of order) {
    const place = places[at]
    if (place && place.item === null && added.length > 0) places[at] = { ...place, item: added.shift() ?? null }
  }
  return { ...now, arrangement: { ...arrangement, places } }
}

/** What is asked for one of many pictures beside the picture itself: only what is said. */
export interface ItemWish {
  size: { width: number; height: number } | null
  copies: number | null
}

/** The brief with what is asked for each of its items, in their order. */
export const withWishes = (brief: Brief, wishes: readonly ItemWish[]): Brief => ({
  ...brief,
  items: brief.items.map((item, i) => {
    const { size = null, copies = null } = wishes[i] ?? {}
    return { ...item, ...(size ? { size: { by: 'picture' as const, ...size } } : {}), ...(copies ? { copies } : {}) }
  }),
})

/** The brief with an item twice; the second stands after the first. */
export function withTwin(brief: Brief, id: string): Brief {
  const at = brief.items.findIndex((item) => item.id === id)
  const item = brief.items[at]
  if (!item || brief.items.length >= MAX_ITEMS) return brief
  return { ...brief, items: [...brief.items.slice(0, at + 1), { ...item, id: freeItemId(brief.items) }, ...brief.items.slice(at + 1)] }
}

/** The brief without an item; the last one is emptied instead. Places where it lay stay, empty. */
export function withoutItem(brief: Brief, id: string): Brief {
  const items = brief.items.filter((item) => item.id !== id)
  const { arrangement } = brief
  return {
    ...brief,
    items: items.length > 0 ? items : brief.items.map((item) => ({ ...item, ...withPicture(null) })),
    arrangement:
      arrangement.as === 'free'
        ? { ...arrangement, places: arrangement.places.map((place) => (place.item === id ? { ...place, item: null } : place)) }
        : arrangement,
  }
}

import type { Brief } from './brief.ts'

/** The brief with an item moved to another place in the order, counted from 0. */
export function withMoved(brief: Brief, id: string, to: number): Brief {
  const item = brief.items.find((one) => one.id === id)
  if (!item) return brief
  const rest = brief.items.filter((one) => one !== item)
  return { ...brief, items: [...rest.slice(0, to), item, ...rest.slice(to)] }
}

/** The brief with two items in each other's place. */
export function withSwapped(brief: Brief, a: string, b: string): Brief {
  const [one, other] = [a, b].map((id) => brief.items.find((item) => item.id === id))
  if (!one || !other) return brief
  return { ...brief, items: brief.items.map((item) => (item === one ? other : item === other ? one : item)) }
}

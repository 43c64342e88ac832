import type { Item } from '../../things/brief/item.ts'
import type { Pins } from '../decisions/registry.ts'
import type { Fix } from './check.ts'

/** How a picture lies, worked out anew: what was held fast of its turn and its place is let go. Null where nothing was. */
export function liesAnew(label: string, { item, pins }: { item: Pick<Item, 'turn'>; pins: Pins }): Fix | null {
  if (item.turn === null && pins.orientation === undefined && pins.placement === undefined) return null
  return { label, ...(item.turn === null ? {} : { item: { turn: null } }), pins: { orientation: null, placement: null } }
}

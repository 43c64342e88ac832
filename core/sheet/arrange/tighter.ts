import type { Place, Sizes } from '../../things/brief/arrangement.ts'
import type { Item } from '../../things/brief/item.ts'
import type { Um } from '../../things/length/length.ts'
import type { Ground } from './arranged.ts'
import { arrangeSizes } from './sizes.ts'

/** How many orders of the pieces are tried beside the usual ones, in steps: after each there is a plan to stop with. */
export const EFFORTS = [10, 40, 150, 600] as const

/** A plan that was looked for long: how long a stretch it takes, and where everything lies from its corner. */
export interface Tighter {
  length: Um
  places: Place[]
}

/**
 * Looks longer for a plan that takes less; what it finds depends on nothing but the pieces and the effort. Null where the pieces do not go on one
 * sheet or stretch: then it is the number of sheets that counts, and that is found at once.
 */
export function lookForTighter(sizes: Sizes, items: readonly Item[], ground: Ground, effort: number): Tighter | null {
  const { sheets, left, block } = arrangeSizes(sizes, items, ground, { effort })
  const [only, ...more] = sheets
  if (only?.count !== 1 || more.length > 0 || left.length > 0) return null
  const places = only.laid.map(
    ({ item, trim, turn }): Place => ({
      item: item.id,
      x: Math.round(trim.x),
      y: Math.round(trim.y),
      width: Math.max(1, Math.round(trim.w)),
      height: Math.max(1, Math.round(trim.h)),
      turn,
      fill: true,
    }),
  )
  return { length: block.h, places }
}

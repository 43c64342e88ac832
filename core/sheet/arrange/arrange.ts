import type { Together } from '../../things/brief/arrangement.ts'
import type { Item } from '../../things/brief/item.ts'
import type { Arranged, Ground } from './arranged.ts'
import { arrangeFree } from './free.ts'
import { arrangeGrid } from './grid.ts'
import { arrangeSizes } from './sizes.ts'

/** The last few results: the same job on the same ground is asked for again by every decision and at every stroke of a key. */
const KEPT = 64
const kept = new Map<string, Arranged>()
const names = new WeakMap<object, number>()
let named = 0
const nameOf = (of: object): number => {
  const known = names.get(of)
  if (known !== undefined) return known
  names.set(of, ++named)
  return named
}

/** Items that lie together on sheets of this ground. Pure; what it came to is kept for a while. */
export function arrange(together: Together, items: readonly Item[], ground: Ground): Arranged {
  const key = `${nameOf(together)} ${nameOf(items)} ${ground.w} ${ground.h} ${ground.open}`
  const known = kept.get(key)
  if (known) return known
  const made = fresh(together, items, ground)
  kept.set(key, made)
  if (kept.size > KEPT) kept.delete(kept.keys().next().value as string)
  return made
}

function fresh(together: Together, items: readonly Item[], ground: Ground): Arranged {
  switch (together.as) {
    case 'grid':
      return arrangeGrid(together, items, ground)
    case 'sizes':
      return arrangeSizes(together, items, ground)
    case 'free':
      return arrangeFree(together, items)
  }
}

import type { Given } from '../decisions/decision.ts'
import type { Cost } from './cost.ts'
import type { Way } from './way.ts'

const CLASH: Cost = { points: 500, says: 'goes against another choice you pinned' }

/** Decisions that a way answers. */
type WayKey = 'printer' | 'path' | 'stock'

const answers = (way: Way, key: WayKey): string => ({ printer: way.printer.id, path: way.path.id, stock: way.lot.id })[key]

/** Pins on `others` that this way does not answer. */
const clashes = (way: Way, pins: Given['pins'], others: readonly WayKey[]) =>
  others.some((key) => pins[key] !== undefined && answers(way, key) !== pins[key])

/**
 * The best way for each value of a key. A way that answers the pins on other decisions beats one that does not; where
 * there is none, the clash is among its costs. Relies on the ways being in order, best first.
 */
export function bestWayEach(ways: readonly Way[], key: (way: Way) => string, pins: Given['pins'], others: readonly WayKey[]): Way[] {
  const best = new Map<string, { way: Way; clash: boolean }>()
  for (const way of ways) {
    const held = best.get(key(way))
    if (held && !held.clash) continue
    const clash = clashes(way, pins, others)
    if (!held || !clash) best.set(key(way), { way, clash })
  }
  const found = [...best.values()]
  return [...found.filter((f) => !f.clash), ...found.filter((f) => f.clash)].map(({ way, clash }) =>
    clash ? way.withCost(CLASH, 'It goes against another choice you pinned.') : way,
  )
}

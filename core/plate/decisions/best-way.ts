import type { Way } from '../resolve/ways.ts'
import type { Cost, DecisionKey, Pins } from './decision.ts'

const CLASH: Cost = { points: 500, says: 'goes against another choice you pinned' }

const answers = (way: Way, key: DecisionKey): string | undefined =>
  key === 'printer' ? way.printer.id : key === 'path' ? way.path.id : key === 'stock' ? way.lot.id : undefined

/** Pins on `others` that this way does not answer. */
const clashes = (way: Way, pins: Pins, others: readonly DecisionKey[]) =>
  others.some((key) => pins[key] !== undefined && answers(way, key) !== pins[key])

/**
 * The best way for each value of a key. A way that answers the pins on other decisions beats one that does not; where
 * there is none, the clash is among its costs. Relies on the ways being in order, best first.
 */
export function bestWayEach(ways: readonly Way[], key: (way: Way) => string, pins: Pins, others: readonly DecisionKey[]): Way[] {
  const best = new Map<string, { way: Way; clash: boolean }>()
  for (const way of ways) {
    const held = best.get(key(way))
    if (held && !held.clash) continue
    const clash = clashes(way, pins, others)
    if (!held || !clash) best.set(key(way), { way, clash })
  }
  const found = [...best.values()]
  return [...found.filter((f) => !f.clash), ...found.filter((f) => f.clash)].map(({ way, clash }) =>
    clash ? { ...way, costs: [CLASH, ...way.costs], ruledOut: way.ruledOut ?? 'It goes against another choice you pinned.' } : way,
  )
}

import { TOLERANCES, type Tolerance } from '../../things/studio/tolerances.ts'
import type { Spread } from '../statistics.ts'

export const toleranceOf = (id: string): Tolerance => TOLERANCES.find((t) => t.id === id) ?? (TOLERANCES[2] as Tolerance)

/** Whether a check keeps within a tolerance, and if not, what is over and by how much. */
export function judge({ mean, p95, max }: Spread, tolerance: Tolerance): { within: boolean; over: string[] } {
  const over = (
    [
      ['mean', mean, tolerance.mean],
      ['95th percentile', p95, tolerance.p95],
      ['greatest', max, tolerance.max],
    ] as const
  )
    .filter(([, value, limit]) => value > limit)
    .map(([what, value, limit]) => `${what} ${value.toFixed(1)}, limit ${limit.toFixed(1)}`)
  return { within: over.length === 0, over }
}

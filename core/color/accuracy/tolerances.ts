import type { Spread } from '../statistics.ts'

/** A named set of limits a studio holds its prints to, CIEDE2000. */
export interface Tolerance {
  id: 'proof' | 'validation' | 'edition' | 'everyday'
  name: string
  /** What it is for, in a few words. */
  purpose: string
  mean: number
  p95: number
  max: number
}

/**
 * Presets a studio chooses from. The two standards' figures are from memory (ISO 12647-7 for proofs, ISO 12647-8 for
 * validation prints, restated in CIEDE2000); the others are common practice.
 */
export const TOLERANCES: readonly Tolerance[] = [
  { id: 'proof', name: 'Proof', purpose: 'as ISO 12647-7 asks of a contract proof', mean: 2.5, p95: 5, max: 5 },
  { id: 'validation', name: 'Validation print', purpose: 'as ISO 12647-8 asks of a validation print', mean: 3, p95: 6, max: 8 },
  { id: 'edition', name: 'Edition', purpose: 'prints of one edition that hang side by side', mean: 1.5, p95: 3, max: 6 },
  { id: 'everyday', name: 'Everyday', purpose: 'single prints nobody compares', mean: 3, p95: 6, max: 12 },
]

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

const PRESETS = ['proof', 'validation', 'edition', 'everyday'] as const

/** A named set of limits a studio holds its prints to, CIEDE2000. */
export interface Tolerance {
  id: (typeof PRESETS)[number]
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

/** How a list of colour differences is told: mean, percentiles and the greatest. */
export interface Spread {
  mean: number
  p90: number
  p95: number
  max: number
}

/** Spread of differences; all 0 for an empty list. A percentile is the least value that so many do not exceed. */
export function spreadOf(values: readonly number[]): Spread {
  if (values.length === 0) return { mean: 0, p90: 0, p95: 0, max: 0 }
  const sorted = [...values].sort((a, b) => a - b)
  const at = (share: number) => sorted[Math.max(0, Math.ceil(share * sorted.length) - 1)] as number
  return { mean: sorted.reduce((a, b) => a + b, 0) / sorted.length, p90: at(0.9), p95: at(0.95), max: at(1) }
}

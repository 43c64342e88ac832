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

/** The value that so great a share of the weight does not exceed; 0 for an empty list. @param share 0…1 */
export function weightedPercentile(values: ArrayLike<number>, weights: ArrayLike<number>, share: number): number {
  // What is left to look through, split at a value of its own again and again: no need to sort it.
  let left = Array.from({ length: values.length }, (_, n) => n)
  let wanted = 0
  for (const n of left) wanted += share * (weights[n] as number)
  for (;;) {
    const pivot = values[left[left.length >> 1] as number]
    if (pivot === undefined) return 0
    const below: number[] = []
    const above: number[] = []
    let [under, here] = [0, 0]
    for (const n of left) {
      const value = values[n] as number
      if (value < pivot) {
        below.push(n)
        under += weights[n] as number
      } else if (value > pivot) above.push(n)
      else here += weights[n] as number
    }
    if (below.length > 0 && under >= wanted) left = below
    else if (above.length === 0 || under + here >= wanted) return pivot
    else {
      wanted -= under + here
      left = above
    }
  }
}

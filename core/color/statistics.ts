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

/** Parts the values are dealt into before one of them is looked through. */
const BINS = 256

/**
 * The value that so great a share of the weight does not exceed; 0 for an empty list. Of one kind of list only: it is asked for
 * twenty times a paper, and is four times as slow where the kinds change.
 * @param share 0…1
 */
export function weightedPercentile(values: Float64Array, weights: Float64Array, share: number): number {
  if (values.length === 0) return 0
  let least = values[0] as number
  let most = least
  let weight = 0
  for (let n = 0; n < values.length; n++) {
    const value = values[n] as number
    if (value < least) least = value
    else if (value > most) most = value
    weight += weights[n] as number
  }
  if (most === least) return least
  const wanted = share * weight
  // Where the value lies is found from what lies in each part; only that part has to be sorted.
  const scale = (BINS - 1) / (most - least)
  const bins = new Uint8Array(values.length)
  const weighs = new Float64Array(BINS)
  for (let n = 0; n < bins.length; n++) {
    const bin = Math.floor(((values[n] as number) - least) * scale)
    bins[n] = bin
    weighs[bin] = (weighs[bin] as number) + (weights[n] as number)
  }
  let [bin, reached] = [0, 0]
  while (bin < BINS - 1 && reached + (weighs[bin] as number) < wanted) reached += weighs[bin++] as number
  const inside: number[] = []
  for (let n = 0; n < bins.length; n++) if (bins[n] === bin) inside.push(n)
  inside.sort((a, b) => (values[a] as number) - (values[b] as number))
  const found = inside.find((n) => {
    reached += weights[n] as number
    return reached >= wanted
  })
  return values[found ?? (inside.at(-1) as number)] as number
}

import { deltaE2000At } from '../cie.ts'
import { percent } from '../percent.ts'
import { weightedPercentile } from '../statistics.ts'

/** How two prints of one picture differ, colour by colour, CIEDE2000. */
export interface PrintDifference {
  mean: number
  p95: number
  /** Share of the picture, 0…1, that differs by more than 1: seen side by side. */
  visible: number
}

/** A difference of two patches side by side that a trained eye just sees, ΔE2000. Common practice. */
const SEEN = 1

/**
 * The difference of two prints.
 * @param one @param other Lab of each colour of the picture as each of them prints it
 * @param counts how much of the picture each colour is
 */
export function differenceOf(one: Float32Array, other: Float32Array, counts: Float64Array): PrintDifference {
  const values = new Float64Array(counts.length)
  let [total, sum, visible] = [0, 0, 0]
  for (let n = 0; n < values.length; n++) {
    const value = deltaE2000At(one, n, other, n)
    values[n] = value
    total += counts[n] as number
    sum += value * (counts[n] as number)
    if (value > SEEN) visible += counts[n] as number
  }
  if (total === 0) return { mean: 0, p95: 0, visible: 0 }
  return { mean: sum / total, p95: weightedPercentile(values, counts, 0.95), visible: visible / total }
}

/** Below this nobody tells the two prints apart: hardly any colour differs by what is just seen, and on average far less. Common practice. */
const UNSEEN = { mean: 0.5, p95: 1 } as const
export const isUnseen = ({ mean, p95 }: PrintDifference): boolean => mean < UNSEEN.mean && p95 < UNSEEN.p95

/** The difference in words that follow “the two prints”. */
export const sayDifference = ({ mean, p95, visible }: PrintDifference): string =>
  `differ by ${mean.toFixed(1)} ΔE2000 on average, ${p95.toFixed(1)} at the 95th percentile, and by more than 1 in ${percent(visible)} of the picture`

import { deltaE2000, type Triple } from '../cie.ts'
import { percent } from '../percent.ts'

/** How two prints of one picture differ, colour by colour, CIEDE2000. */
export interface PrintDifference {
  mean: number
  p95: number
  /** Share of the picture, 0…1, that differs by more than 1: seen side by side. */
  visible: number
}

/** A difference of two patches side by side that a trained eye just sees, ΔE2000. Common practice. */
const SEEN = 1

const at = (lab: Float32Array, n: number): Triple => [lab[n * 3] as number, lab[n * 3 + 1] as number, lab[n * 3 + 2] as number]

/**
 * The difference of two prints.
 * @param one @param other Lab of each colour of the picture as each of them prints it
 * @param counts how much of the picture each colour is
 */
export function differenceOf(one: Float32Array, other: Float32Array, counts: ArrayLike<number>): PrintDifference {
  const values = Float64Array.from({ length: counts.length }, (_, n) => deltaE2000(at(one, n), at(other, n)))
  const order = Array.from(values.keys()).sort((a, b) => (values[a] as number) - (values[b] as number))
  let [total, sum, visible] = [0, 0, 0]
  for (const n of order) {
    total += counts[n] as number
    sum += (values[n] as number) * (counts[n] as number)
    if ((values[n] as number) > SEEN) visible += counts[n] as number
  }
  if (total === 0) return { mean: 0, p95: 0, visible: 0 }
  let reached = 0
  const p95 = order.find((n) => {
    reached += counts[n] as number
    return reached >= 0.95 * total
  })
  return { mean: sum / total, p95: values[p95 ?? 0] as number, visible: visible / total }
}

/** Below this nobody tells the two prints apart: hardly any colour differs by what is just seen, and on average far less. Common practice. */
const UNSEEN = { mean: 0.5, p95: 1 } as const
export const isUnseen = ({ mean, p95 }: PrintDifference): boolean => mean < UNSEEN.mean && p95 < UNSEEN.p95

/** The difference in words that follow “the two prints”. */
export const sayDifference = ({ mean, p95, visible }: PrintDifference): string =>
  `differ by ${mean.toFixed(1)} ΔE2000 on average, ${p95.toFixed(1)} at the 95th percentile, and by more than 1 in ${percent(visible)} of the picture`

import type { Um } from '../things/length/length.ts'
import { ASKEW, HABIT } from './slivers.ts'

/** Share of deviates beyond x standard deviations, both sides; a tolerance is a hard limit at three. Source: Abramowitz and Stegun 7.1.26. */
function beyond(x: number): number {
  if (x >= 3) return 0
  const z = Math.max(0, x) / Math.SQRT2
  const t = 1 / (1 + 0.3275911 * z)
  const poly = ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t
  return poly * Math.exp(-z * z)
}
/** Share of deviates above x standard deviations. */
const above = (x: number) => (x >= 0 ? beyond(x) / 2 : 1 - beyond(-x) / 2)

/** Steps over the habit that nobody has measured: every way is as likely. */
const STEPS = 24

interface Shift {
  /** How far facing borders differ in the drawing, µm. */
  drawn: Um
  /** How far the path may misplace a sheet this way, µm. */
  tolerance: Um
  /** Half of the range over which sheets of the lot differ this way where it bears on a border, µm. */
  spread: Um
  /** Whether its habit was measured, and is made up for. */
  measured: boolean
}

/** Share of sheets, 0…1, on which facing borders differ by more than `limit`: a shift takes from one what it gives the other. */
export function shiftOdds({ drawn, tolerance, spread, measured }: Shift, limit: Um): number {
  const sigma = Math.hypot((2 * (1 - HABIT) * tolerance) / 3, spread / 3)
  const share = (mean: number) =>
    sigma === 0 ? Number(Math.abs(mean) > limit) : above((limit - mean) / sigma) + above((limit + mean) / sigma)
  if (measured || tolerance === 0) return share(drawn)
  const habit = (step: number) => 2 * HABIT * tolerance * ((2 * step + 1) / STEPS - 1)
  return Array.from({ length: STEPS }, (_, n) => share(drawn + habit(n))).reduce((a, b) => a + b, 0) / STEPS
}

interface Lean {
  /** How far the path may turn a sheet, degrees. */
  skewDegrees: number
  /** How far the sheet's own edges are out of square, degrees: one border tapers by as much. */
  outOfSquare: number
  /** Whether the printer finds a sheet that went in plainly askew. */
  finds: boolean
}

/** Share of sheets, 0…1, on which a picture of this height leans against an edge by more than `limit`, one in so many going in plainly askew. */
export function leanOdds(height: Um, { skewDegrees, outOfSquare, finds }: Lean, limit: Um): number {
  const most = Math.max(0, (Math.atan2(limit, height) * 180) / Math.PI - outOfSquare)
  const usual = skewDegrees === 0 ? Number(most === 0) : beyond((3 * most) / skewDegrees)
  return finds || ASKEW.times * Math.max(skewDegrees, ASKEW.least) <= most ? usual : usual + (1 - usual) / ASKEW.oneIn
}

/** Any of several independent mishaps, 0…1. */
export const anyOf = (odds: readonly number[]): number => 1 - odds.reduce((none, p) => none * (1 - p), 1)

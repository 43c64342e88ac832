import type { Um } from '../things/length/length.ts'
import { skewDrift } from './layout.ts'
import { type Coverage, excess } from './tolerance.ts'

// The loops run ten thousand times at every edit.
const { abs, cos, log, max, min, PI, sqrt } = Math

/** Sheets fed in a simulation. */
export const SIMULATED_SHEETS = 10_000

/** Park–Miller minimal standard generator: the same sheets every time. Source: Park and Miller 1988 (from memory). */
function seededUniform(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
}

/** Box–Muller, one of the two. A stated tolerance is taken as three standard deviations and as a hard limit. */
function deviates(random: () => number): () => number {
  return () => max(-3, min(3, sqrt(-2 * log(random() || 1e-12)) * cos(2 * PI * random()))) / 3
}

/**
 * Feeds many sheets through the path's tolerances and answers, for each, the expansion it would have needed, µm,
 * in ascending order.
 *
 * Each sheet has a placing error across and along, a skew, and its own size within the lot. A shift towards one edge
 * bares the other, and a sheet larger than the lot's median bares the far one; a sheet that is smaller is never counted
 * on to save a print. So a wider tolerance never lowers the need of any one sheet, and never the risk.
 */
export function neededBySheet(of: Coverage, sheets = SIMULATED_SHEETS): Float64Array {
  const normal = deviates(seededUniform(20_261))
  const { tolerance } = of.path
  const beyond = excess(of)
  const needs = new Float64Array(sheets)
  for (let i = 0; i < sheets; i++) {
    const across = abs(normal()) * tolerance.across
    const along = abs(normal()) * tolerance.along
    const skew = skewDrift(of.sheet.length, abs(normal()) * tolerance.skewDegrees + (of.outOfSquare ?? 0)) / 2
    const larger = abs(normal()) * of.spread
    // The signs in turn: towards the far edge, where a large sheet adds to it, or away from it.
    const [x, y] = [(i & 1) === 0, (i & 2) === 0]
    const sideways = (x ? across + larger : max(across, larger)) + beyond.across + skew
    const lengthways = (y ? along + larger : max(along, larger)) + beyond.along
    needs[i] = max(sideways, lengthways)
  }
  return needs.sort()
}

/** Share (0…1) of the sheets that show a white sliver at this expansion. `needs` in ascending order. */
export function sliverRisk(needs: Float64Array, expansion: Um): number {
  let [low, high] = [0, needs.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((needs[middle] as number) <= expansion) low = middle + 1
    else high = middle
  }
  return needs.length === 0 ? 0 : 1 - low / needs.length
}

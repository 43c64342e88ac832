import type { Um } from '../things/length/length.ts'
import { EDGES } from '../things/paths/path.ts'
import { pageOnSheet } from './layout.ts'
import { type Coverage, NOWHERE_SHORT } from './tolerance.ts'

// The loops run ten thousand times at every edit.
const { cos, log, max, min, PI, sin, sqrt } = Math

/** Sheets fed in a simulation. */
export const SIMULATED_SHEETS = 10_000

/**
 * Share of a path's tolerance that is always the same way: wear, a guide a little off. The rest is luck. Nobody knows which
 * way until prints have been measured. Common practice.
 */
export const HABIT = 0.45

/** One feed in so many goes in plainly askew, at this multiple of the path's skew, unless the printer finds it. Common practice. */
export const ASKEW = { oneIn: 250, times: 9, least: 0.05 } as const

/** Park–Miller minimal standard generator: the same sheets every time. Source: Park and Miller 1988 (from memory). */
function seededUniform(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
}

/** What chance has a say in of one sheet: its size, its path’s habit both ways (−1…1), where it is placed, how it is turned. */
const CHANCES = 7
let thrown = new Float64Array(0)

/**
 * The dice of so many sheets, seven numbers each. They are the same for every path and paper, so they are thrown once.
 * What is not a habit is normal by Box–Muller, one of the two: a stated tolerance is taken as three standard deviations and
 * as a hard limit.
 */
function dice(sheets: number): Float64Array {
  if (thrown.length >= sheets * CHANCES) return thrown
  const random = seededUniform(20_261)
  const normal = () => max(-3, min(3, sqrt(-2 * log(random() || 1e-12)) * cos(2 * PI * random()))) / 3
  const habit = () => 2 * random() - 1
  thrown = new Float64Array(sheets * CHANCES)
  const each = [normal, normal, habit, habit, normal, normal, normal]
  for (let i = 0; i < thrown.length; i++) thrown[i] = (each[i % CHANCES] as () => number)()
  return thrown
}

/**
 * Feeds many sheets through the path's tolerances and answers, for each, the expansion it would have needed, µm, in
 * ascending order.
 *
 * Each sheet has its own size within the lot, a placing error, and a skew about the middle of its leading edge. It is
 * covered where all four of its corners lie within the page and the expansion round it; how far the worst of them lies
 * outside the page is what it needs. Where nobody has measured which way the path errs, every way is as likely.
 */
export function neededBySheet(of: Coverage, sheets = SIMULATED_SHEETS): Float64Array {
  const chance = dice(sheets)
  const { sheet, page, path, spread, outOfSquare = 0, offset = { x: 0, y: 0 }, edges = EDGES, short = NOWHERE_SHORT } = of
  const { tolerance, registration } = path
  const on = {
    leading: edges.includes('leading'),
    trailing: edges.includes('trailing'),
    left: edges.includes('left'),
    right: edges.includes('right'),
  }
  const measured = offset.x !== 0 || offset.y !== 0
  const needs = new Float64Array(sheets)
  const askewEvery = path.senses?.skew !== false ? 0 : ASKEW.oneIn
  const fed = { width: 0, length: 0 }
  for (let i = 0, at = 0; i < sheets; i++) {
    fed.width = sheet.width + (chance[at++] as number) * spread
    fed.length = sheet.length + (chance[at++] as number) * spread
    const habitX = chance[at++] as number
    const habitY = chance[at++] as number
    const luckX = chance[at++] as number
    const luckY = chance[at++] as number
    const luck = chance[at++] as number
    const stop = pageOnSheet(fed, page, registration).x
    // A habit that was measured is in the offset; one that was not is anybody's guess.
    const x = stop + offset.x + ((measured ? 0 : HABIT * habitX) + (1 - HABIT) * luckX) * tolerance.across
    const y = offset.y + ((measured ? 0 : HABIT * habitY) + (1 - HABIT) * luckY) * tolerance.along
    const degrees =
      askewEvery > 0 && i % askewEvery === 0
        ? (luck < 0 ? -1 : 1) * ASKEW.times * max(tolerance.skewDegrees, ASKEW.least)
        : luck * tolerance.skewDegrees + (luck < 0 ? -outOfSquare : outOfSquare)
    const angle = (degrees * PI) / 180
    const [c, s] = [cos(angle), sin(angle)]
    let need = 0
    for (let corner = 0; corner < 4; corner++) {
      const dx = corner & 1 ? fed.width / 2 : -fed.width / 2
      const dy = corner & 2 ? fed.length : 0
      const across = dx * c + dy * s + fed.width / 2 - x
      const along = dy * c - dx * s - y
      if (on.left) need = max(need, short.left - across)
      if (on.right) need = max(need, short.right + across - page.width)
      if (on.leading) need = max(need, short.leading - along)
      if (on.trailing) need = max(need, short.trailing + along - page.length)
    }
    needs[i] = need
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

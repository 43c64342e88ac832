import type { Um } from '../../things/length/length.ts'
import { type Laid, lengthOf, type Nest, type Piece, waysToLie } from './piece.ts'

/** A stretch of the line up to which paper is taken. */
interface Step {
  x: Um
  w: Um
  y: Um
}

/**
 * Lays pieces in this order as near to the leading edge as they go, wasting as little under them as possible (skyline,
 * Burke et al. 2004). Cuts are not straight: for a knife. Null where a piece is wider than the stretch.
 */
export function laySkyline<P extends Piece>(pieces: readonly P[], width: Um): Nest<P> | null {
  let line: Step[] = [{ x: 0, w: width, y: 0 }]
  const laid: Laid<P>[] = []
  for (const piece of pieces) {
    let best: { x: Um; y: Um; w: Um; h: Um; turned: boolean } | null = null
    let least = Number.POSITIVE_INFINITY
    for (const way of waysToLie(piece))
      for (let i = 0; i < line.length; i++) {
        const x = (line[i] as Step).x
        if (x + way.w > width) break
        let y = 0
        let waste = 0
        let covered = 0
        for (let k = i; covered < way.w; k++) {
          const step = line[k] as Step
          const over = Math.min(step.w, way.w - covered)
          if (step.y > y) {
            waste += (step.y - y) * covered
            y = step.y
          }
          waste += (y - step.y) * over
          covered += over
        }
        // As low as it goes; among equals where least is wasted, then where it fills the step it lies on.
        const price = (y + way.h) * 1e6 + waste / width + ((line[i] as Step).w === way.w ? 0 : 1)
        if (price < least) {
          least = price
          best = { x, y, ...way }
        }
      }
    if (!best) return null
    laid.push({ piece, ...best })
    line = raised(line, best.x, best.w, best.y + best.h)
  }
  return { laid, length: lengthOf(laid) }
}

/** The line with the part from x to x + w at y. */
function raised(line: readonly Step[], x: Um, w: Um, y: Um): Step[] {
  const out: Step[] = []
  const add = (step: Step) => {
    if (step.w <= 0) return
    const last = out.at(-1)
    if (last && last.y === step.y) last.w += step.w
    else out.push({ ...step })
  }
  let put = false
  for (const step of line) {
    const end = step.x + step.w
    if (end <= x || step.x >= x + w) {
      if (step.x >= x + w && !put) {
        add({ x, w, y })
        put = true
      }
      add(step)
      continue
    }
    if (step.x < x) add({ x: step.x, w: x - step.x, y: step.y })
    if (!put) {
      add({ x, w, y })
      put = true
    }
    if (end > x + w) add({ x: x + w, w: end - x - w, y: step.y })
  }
  if (!put) add({ x, w, y })
  return out
}

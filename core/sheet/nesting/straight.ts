import type { Um } from '../../things/length/length.ts'
import { type Laid, type Piece, waysToLie } from './piece.ts'

interface Free {
  x: Um
  y: Um
  w: Um
  h: Um
}

/** Which way what is left of a free piece of paper is cut first: so that the larger rest stays whole, or always one way. */
export const SPLITS = ['larger-rest', 'across', 'along'] as const
export type Split = (typeof SPLITS)[number]

/** What is left beside and after a piece laid into the corner of a free one, cut straight. */
function rests(free: Free, w: Um, h: Um, split: Split): Free[] {
  const [right, below] = [free.w - w, free.h - h]
  const across =
    split === 'across' || (split === 'larger-rest' && Math.max(right * h, free.w * below) >= Math.max(right * free.h, w * below))
  const cut = across
    ? [
        { x: free.x + w, y: free.y, w: right, h },
        { x: free.x, y: free.y + h, w: free.w, h: below },
      ]
    : [
        { x: free.x + w, y: free.y, w: right, h: free.h },
        { x: free.x, y: free.y + h, w, h: below },
      ]
  return cut.filter((r) => r.w > 0 && r.h > 0)
}

/**
 * Lays pieces in this order into a sheet, each into the corner of the free part it leaves least of, and cuts the rest
 * straight. What finds no room is left out; where all have to go, the first that does not ends it. Cost: pieces × free parts.
 */
export function layStraight<P extends Piece>(
  pieces: readonly P[],
  sheet: { w: Um; h: Um },
  split: Split,
  all = false,
): { laid: Laid<P>[]; left: P[] } {
  const free: Free[] = [{ x: 0, y: 0, ...sheet }]
  const laid: Laid<P>[] = []
  const left: P[] = []
  for (const piece of pieces) {
    let best: { at: number; w: Um; h: Um; turned: boolean } | null = null
    let least = Number.POSITIVE_INFINITY
    for (const way of waysToLie(piece))
      for (let at = 0; at < free.length; at++) {
        const part = free[at] as Free
        const [right, below] = [part.w - way.w, part.h - way.h]
        if (right < 0 || below < 0) continue
        // The nearest to the leading edge among equals: what is left stays in one piece at the end.
        const spare = Math.min(right, below) + part.y * 1e-9
        if (spare < least) {
          least = spare
          best = { at, ...way }
        }
      }
    if (!best) {
      left.push(piece)
      if (all) break
      continue
    }
    const part = free[best.at] as Free
    laid.push({ piece, x: part.x, y: part.y, w: best.w, h: best.h, turned: best.turned })
    free.splice(best.at, 1, ...rests(part, best.w, best.h, split))
  }
  return { laid, left }
}

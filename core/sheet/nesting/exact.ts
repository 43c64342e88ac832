import type { Um } from '../../things/length/length.ts'
import type { Laid, Nest, Piece } from './piece.ts'
import { waysToLie } from './piece.ts'

/** From this many pieces on all divisions are too many to try. */
export const EXACT_UP_TO = 8

/** A size that a set of pieces can be cut from by straight cuts, and how. */
type Shape = { w: Um; h: Um } & (
  | { as: 'piece'; piece: Piece; turned: boolean }
  /** The second lies beside the first, or after it along the feed. */
  | { as: 'beside' | 'after'; a: Shape; b: Shape }
)

/** Only shapes of which none is at once as narrow and as short as another. */
function best(shapes: Shape[], width: Um): Shape[] {
  const fit = shapes.filter((s) => s.w <= width).sort((a, b) => a.w - b.w || a.h - b.h)
  const kept: Shape[] = []
  for (const shape of fit) if (kept.length === 0 || shape.h < (kept.at(-1) as Shape).h) kept.push(shape)
  return kept
}

function lay(shape: Shape, x: Um, y: Um, out: Laid[]): Laid[] {
  if (shape.as === 'piece') out.push({ piece: shape.piece, x, y, w: shape.w, h: shape.h, turned: shape.turned })
  else {
    lay(shape.a, x, y, out)
    lay(shape.b, shape.as === 'beside' ? x + shape.a.w : x, shape.as === 'after' ? y + shape.a.h : y, out)
  }
  return out
}

/**
 * The shortest stretch of this width from which all pieces can be cut by straight cuts, each right across what it divides:
 * the smallest sizes of every set of pieces follow from those of its parts (Stockmeyer 1983, shape functions). Nothing is
 * shorter. Null where a piece is wider than the stretch, or where there are too many to try.
 * @param known a length that is known to do: nothing longer is looked at
 */
export function shortestStraight(pieces: readonly Piece[], width: Um, known: Um = Number.POSITIVE_INFINITY): Nest | null {
  const n = pieces.length
  if (n === 0) return { laid: [], length: 0 }
  if (n > EXACT_UP_TO) return null
  const of: Shape[][] = [[]]
  for (let set = 1; set < 1 << n; set++) {
    const shapes: Shape[] = []
    const first = set & -set
    if (first === set) {
      const piece = pieces[Math.log2(first)] as Piece
      for (const { w, h, turned } of waysToLie(piece)) shapes.push({ w, h, as: 'piece', piece, turned })
    } else {
      // Each division once: the part with the first piece is `part`.
      for (let part = (set - 1) & set; part > 0; part = (part - 1) & set) {
        if ((part & first) === 0) continue
        for (const a of of[part] as Shape[])
          for (const b of of[set ^ part] as Shape[]) {
            if (a.w + b.w <= width) shapes.push({ w: a.w + b.w, h: Math.max(a.h, b.h), as: 'beside', a, b })
            if (a.h + b.h <= known) shapes.push({ w: Math.max(a.w, b.w), h: a.h + b.h, as: 'after', a, b })
          }
      }
    }
    of.push(best(shapes, width))
  }
  // The last of them is the widest that fits, and the shortest.
  const shape = (of[(1 << n) - 1] as Shape[]).at(-1)
  return shape ? { laid: lay(shape, 0, 0, []), length: shape.h } : null
}

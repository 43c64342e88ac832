import type { WrappedCanvas } from '../../things/brief/make.ts'
import { mm, type Um } from '../../things/length/length.ts'
import { inset, type Rect } from '../rect.ts'

/** The part of the picture that is drawn out over a stretched side, as a share of the side's depth. */
const STRETCHED_SHARE = 0.1

/** One piece of a wrapped picture: which part of the face's picture, put where, and whether it is mirrored. */
export interface WrapPiece {
  /** Part of the face, fractions of its width and height. Null for a plain side. */
  from: Rect | null
  /** Place relative to the whole print including its sides, µm. */
  to: Rect
  flipX: boolean
  flipY: boolean
}

interface Span {
  from: [number, number] | null
  to: [number, number]
  flip: boolean
}

/** Before, on and after the face along one axis. */
function spans(face: Um, depth: Um, wrap: WrappedCanvas['wrap']): Span[] {
  const share = wrap === 'stretch' ? Math.min(1, (depth * STRETCHED_SHARE) / face) : Math.min(1, depth / face)
  const side = wrap === 'mirror' || wrap === 'stretch'
  return [
    { from: side ? [0, share] : null, to: [0, depth], flip: wrap === 'mirror' },
    { from: [0, 1], to: [depth, face], flip: false },
    { from: side ? [1 - share, share] : null, to: [depth + face, depth], flip: wrap === 'mirror' },
  ]
}

/**
 * The pieces of a print that goes round its bars, for an upright face of `face` µm. A picture that simply continues is
 * one piece. A bar deeper than the face mirrors all there is.
 */
export function wrapPieces(make: Pick<WrappedCanvas, 'depth' | 'wrap'>, face: { w: Um; h: Um }): WrapPiece[] {
  const { depth, wrap } = make
  if (wrap === 'picture')
    return [
      { from: { x: 0, y: 0, w: 1, h: 1 }, to: { x: 0, y: 0, w: face.w + 2 * depth, h: face.h + 2 * depth }, flipX: false, flipY: false },
    ]
  return spans(face.h, depth, wrap).flatMap((row) =>
    spans(face.w, depth, wrap).map((column) => ({
      from: row.from && column.from ? { x: column.from[0], y: row.from[0], w: column.from[1], h: row.from[1] } : null,
      to: { x: column.to[0], y: row.to[0], w: column.to[1], h: row.to[1] },
      flipX: column.flip,
      flipY: row.flip,
    })),
  )
}

/** What is seen from the front once it hangs. */
export const faceOf = (print: Rect, depth: Um): Rect => inset(print, { leading: depth, trailing: depth, left: depth, right: depth })

/** Canvas needed to print, wrap and fasten a face, µm. */
export const canvasFor = (make: Pick<WrappedCanvas, 'depth' | 'tuck'>, face: { w: Um; h: Um }): { w: Um; h: Um } => ({
  w: face.w + 2 * (make.depth + make.tuck),
  h: face.h + 2 * (make.depth + make.tuck),
})

/** Length and thickness of a fold mark, µm. */
const MARK = { long: mm(6), thick: 300, gap: mm(2) }

/** Short strokes beyond the print in line with the face, where the canvas is folded round the bars: two at each corner. */
export function foldMarks(print: Rect, face: Rect): Rect[] {
  if (print.w === face.w && print.h === face.h) return []
  const { long, thick, gap } = MARK
  const ups = [face.x, face.x + face.w].flatMap((x) =>
    [print.y - gap - long, print.y + print.h + gap].map((y) => ({ x: x - thick / 2, y, w: thick, h: long })),
  )
  const sides = [face.y, face.y + face.h].flatMap((y) =>
    [print.x - gap - long, print.x + print.w + gap].map((x) => ({ x, y: y - thick / 2, w: long, h: thick })),
  )
  return [...ups, ...sides]
}

import type { Make } from '../things/brief/make.ts'
import { isSideways, PICTURE_EDGES, type PictureEdge, pictureEdge, type Turn } from '../things/brief/turn.ts'
import type { Um } from '../things/length/length.ts'
import { EDGES } from '../things/paths/path.ts'
import type { Layout } from './layout.ts'
import type { Crop } from './placement.ts'
import { area, gaps, type Rect } from './rect.ts'

/** What an edge of the picture loses, at the size it is printed, µm. */
interface EdgeLoss {
  /** Cropped away before it is placed. */
  crop: Um
  /** Placed, and printed past the edge of the sheet or where the printer does not reach. */
  placed: Um
}

/** Below a tenth of a millimetre nobody can measure a loss, µm. */
export const MEASURABLE: Um = 100

/** What of a print its crop fills: all of it, or, where the sides of a canvas are not the picture's own, what is seen from the front. */
export const filledByCrop = (make: Make, { face, layout }: { face: Rect; layout: Layout }): Rect =>
  make.as === 'wrapped-canvas' && make.wrap !== 'picture' ? face : layout.picture

/** Everything of a picture that will not be on the sheet. */
export interface Loss {
  edges: Record<PictureEdge, EdgeLoss>
  /** Share of the whole picture that the crop takes, 0…1. */
  cropped: number
  /** Share of the whole picture that is not on the sheet, crop and all, 0…1. */
  share: number
}

/**
 * What is lost of a picture, from whatever cause: the crop, what is printed past the edges, what the printer does not reach.
 * @param face what of the print the crop fills: all of it, or a canvas without the bars
 */
export function lossOf({ layout, turn, crop, face }: { layout: Layout; turn: Turn; crop: Crop; face: Rect }): Loss {
  const [across, along] = isSideways(turn) ? [face.h, face.w] : [face.w, face.h]
  const whole = { w: across / crop.w, h: along / crop.h }
  const gone = area(layout.visible) === 0 ? null : gaps(layout.picture, layout.visible)
  const edges: Loss['edges'] = {
    head: { crop: crop.y * whole.h, placed: 0 },
    foot: { crop: (1 - crop.y - crop.h) * whole.h, placed: 0 },
    left: { crop: crop.x * whole.w, placed: 0 },
    right: { crop: (1 - crop.x - crop.w) * whole.w, placed: 0 },
  }
  for (const edge of EDGES) {
    const depth = edge === 'leading' || edge === 'trailing' ? layout.picture.h : layout.picture.w
    edges[pictureEdge(edge, turn)].placed = gone ? Math.max(0, gone[edge]) : depth
  }
  for (const edge of PICTURE_EDGES) edges[edge].crop = Math.max(0, edges[edge].crop)
  const used = crop.w * crop.h
  return { edges, cropped: 1 - used, share: 1 - used * (1 - layout.lost) }
}

import type { Picture } from '../things/brief/picture.ts'
import { pictureEdge, type Turn } from '../things/brief/turn.ts'
import { EDGES, type Edges } from '../things/paths/path.ts'
import type { Crop } from './placement.ts'

/** Strips an edge is measured in, each 1 % of the side: deeper cuts count in full. */
export const EDGE_STRIPS = 30

/**
 * Share of the print (0…1) that is cut off and is picture, not blank paper.
 * @param clipped what is cut at each edge of the sheet, µm
 * @param size the print in the feed frame, µm
 */
export function contentLost(picture: Picture, turn: Turn, crop: Crop, size: { w: number; h: number }, clipped: Edges): number {
  let lost = 0
  for (const edge of EDGES) {
    if (clipped[edge] <= 0) continue
    const along = edge === 'leading' || edge === 'trailing' ? size.h : size.w
    const depth = Math.min(1, clipped[edge] / along)
    const own = pictureEdge(edge, turn)
    const strips = picture.content?.[own]
    if (!strips || strips.length === 0) {
      lost += depth
      continue
    }
    // What the crop takes away at this edge before the printer does, and how much of the side one crop unit is.
    const [before, unit] =
      own === 'head'
        ? [crop.y, crop.h]
        : own === 'foot'
          ? [1 - crop.y - crop.h, crop.h]
          : own === 'left'
            ? [crop.x, crop.w]
            : [1 - crop.x - crop.w, crop.w]
    const [from, to] = [before * 100, (before + depth * unit) * 100]
    let content = 0
    for (let strip = Math.floor(from); strip < to; strip++) {
      const share = Math.min(to, strip + 1) - Math.max(from, strip)
      content += share * (strips[strip] ?? 1)
    }
    lost += content / 100 / unit
  }
  return Math.min(1, lost)
}

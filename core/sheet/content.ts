import type { Picture } from '../things/brief/picture.ts'
import { pictureEdge, type Turn } from '../things/brief/turn.ts'
import { EDGES, type Edges } from '../things/paths/path.ts'
import type { Crop } from './placement.ts'

/** Strips an edge is measured in, each 1 % of the side: deeper cuts count in full. */
export const EDGE_STRIPS = 30

/**
 * Share of the print (0…1) that is cut off and is picture, not blank paper. What is cut off at two edges that meet is lost once: of what
 * the one leaves, the other takes its share.
 * @param clipped what is cut at each edge of the sheet, µm
 * @param size the print in the feed frame, µm
 */
export function contentLost(picture: Picture, turn: Turn, crop: Crop, size: { w: number; h: number }, clipped: Edges): number {
  const lost = { across: 0, along: 0 }
  for (const edge of EDGES) {
    if (clipped[edge] <= 0) continue
    const way = edge === 'leading' || edge === 'trailing' ? 'along' : 'across'
    const depth = Math.min(1, clipped[edge] / (way === 'along' ? size.h : size.w))
    const own = pictureEdge(edge, turn)
    const strips = picture.content?.[own]
    if (!strips || strips.length === 0) {
      lost[way] += depth
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
    lost[way] += content / 100 / unit
  }
  return 1 - (1 - Math.min(1, lost.across)) * (1 - Math.min(1, lost.along))
}

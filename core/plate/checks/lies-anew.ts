import { MEASURABLE } from '../../sheet/loss.ts'
import { pictureEdge } from '../../things/brief/turn.ts'
import { EDGES } from '../../things/paths/path.ts'
import { costOfCut, cutOff, orientationDecision } from '../decisions/orientation.ts'
import { placementDecision } from '../decisions/placement.ts'
import { roomFor } from '../decisions/room.ts'
import type { Settled } from '../settle/settled.ts'
import type { Fix } from './check.ts'

/**
 * How a picture lies, worked out anew: what was held fast of its turn and its place is let go. Null where nothing was held, or
 * where it would be cut no less, or would still be cut at an edge that is to be kept.
 */
export function liesAnew(label: string, plate: Settled): Fix | null {
  const { item, pins, layout, turn, crop } = plate
  if (item.turn === null && pins.orientation === undefined && pins.placement === undefined) return null
  const { orientation: _, placement: __, ...others } = pins
  const free = { ...plate, pins: others, item: { ...item, turn: null } }
  const { sets: turned } = orientationDecision.take(free, true)
  const { sets } = turned ? placementDecision.take({ ...free, ...turned }, true) : { sets: null }
  if (!turned || !sets) return null
  const { w, h } = layout.picture
  const cut = cutOff(sets.placed, roomFor(plate, turned.turn).printable)
  if (EDGES.some((edge) => cut[edge] >= MEASURABLE && item.keep.includes(pictureEdge(edge, turned.turn)))) return null
  const costs = [
    costOfCut(plate, turn, { w, h, crop }, cutOff(layout.picture, layout.printable)),
    costOfCut(free, turned.turn, turned.size, cut),
  ]
  const [now, then] = costs.map((list) => list.reduce((sum, { points }) => sum + points, 0)) as [number, number]
  if (then >= now) return null
  return { label, ...(item.turn === null ? {} : { item: { turn: null } }), pins: { orientation: null, placement: null } }
}

import type { TwoSided } from '../../things/brief/make.ts'
import { isSideways, type Turn } from '../../things/brief/turn.ts'

/**
 * Turn of the back in the feed frame when the sheet is turned over about its line of travel, the same edge leading.
 * Turned like a book page, head meets head: the mirror of the front's turn. Turned like a calendar leaf, head meets foot.
 * Geometry: turning over mirrors left and right of the sheet and leaves leading and trailing where they are.
 */
export function turnOfBack(card: TwoSided, front: Turn, sheet: { width: number; length: number }): Turn {
  const readWidth = isSideways(front) ? sheet.length : sheet.width
  const readHeight = isSideways(front) ? sheet.width : sheet.length
  const bookwise = (card.flip === 'long-edge') === readHeight >= readWidth
  const mirrored = (360 - front) % 360
  return ((bookwise ? mirrored : mirrored + 180) % 360) as Turn
}

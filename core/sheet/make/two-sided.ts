import type { TwoSided } from '../../things/brief/make.ts'
import { isSideways, type Turn } from '../../things/brief/turn.ts'
import type { Rect } from '../rect.ts'

/**
 * Turn of the back in the feed frame of the second pass. Turned like a book page, head meets head: the mirror of the front's
 * turn. Turned like a calendar leaf, head meets foot. Geometry: turning the sheet over about its line of travel mirrors left
 * and right and leaves leading and trailing where they are; end over end is that and half a turn.
 */
export function turnOfBack(card: Pick<TwoSided, 'flip' | 'over'>, front: Turn, sheet: { width: number; length: number }): Turn {
  const readWidth = isSideways(front) ? sheet.length : sheet.width
  const readHeight = isSideways(front) ? sheet.width : sheet.length
  const bookwise = (card.flip === 'long-edge') === readHeight >= readWidth
  const mirrored = 360 - front + (bookwise ? 0 : 180) + (card.over === 'work-and-tumble' ? 180 : 0)
  return (mirrored % 360) as Turn
}

/** Where the back of what lies here lies in the second pass: right behind it once the sheet is turned over. */
export const behind = ({ over }: Pick<TwoSided, 'over'>, r: Rect, sheet: { w: number; h: number }): Rect =>
  over === 'work-and-turn' ? { ...r, x: sheet.w - r.x - r.w } : { ...r, y: sheet.h - r.y - r.h }

/** How the sheets are turned over, for whoever does it. */
export const sayOver = ({ over }: Pick<TwoSided, 'over'>): string =>
  over === 'work-and-turn'
    ? 'sideways: left and right change places, the leading edge stays the leading edge'
    : 'end over end: leading and trailing edge change places, left stays left'

import type { Um } from '../../things/length/length.ts'
import type { Rect } from '../rect.ts'
import { fromReading, LEADING, lineWidth, type TextBlock, UM_PER_POINT } from './back-text.ts'

/** As small as is still read without a glass. Common practice: six to eight points. */
const POINTS = 7
/** White kept between the mark and the picture, and between it and where ink can go, µm. */
const CLEAR: Um = 1000

/**
 * The mark of a sheet out of a sample pack in its border, in the outer corner of the first edge that has room: trailing,
 * leading, right, left. Along the sides it is read turned.
 * @param area where ink can go on what is kept of the sheet
 * @param picture where the picture lies
 * @returns null without a mark, and where no border has room for it
 */
export function markIn(mark: string, area: Rect, picture: Rect): TextBlock | null {
  if (mark === '') return null
  const w = lineWidth(mark, POINTS)
  const h = POINTS * UM_PER_POINT * LEADING
  const free = { x: area.x + CLEAR, y: area.y + CLEAR, w: area.w - 2 * CLEAR, h: area.h - 2 * CLEAR }
  const [right, bottom] = [free.x + free.w, free.y + free.h]
  const strips: { strip: Rect; turn: 0 | 90 }[] = [
    {
      turn: 0,
      strip: { ...free, y: Math.max(free.y, picture.y + picture.h + CLEAR), h: bottom - Math.max(free.y, picture.y + picture.h + CLEAR) },
    },
    { turn: 0, strip: { ...free, h: Math.min(bottom, picture.y - CLEAR) - free.y } },
    {
      turn: 90,
      strip: { ...free, x: Math.max(free.x, picture.x + picture.w + CLEAR), w: right - Math.max(free.x, picture.x + picture.w + CLEAR) },
    },
    { turn: 90, strip: { ...free, w: Math.min(right, picture.x - CLEAR) - free.x } },
  ]
  for (const [i, { strip, turn }] of strips.entries()) {
    const [long, short] = turn === 0 ? [strip.w, strip.h] : [strip.h, strip.w]
    if (long < w || short < h) continue
    // At the outer side of its strip: the foot of the trailing and right ones, the head of the leading and left ones.
    const outer = i === 0 || i === 3
    const at = fromReading(strip, turn, { x: long - w, y: outer ? short - h : 0, w, h })
    const rect = { x: Math.round(at.x), y: Math.round(at.y), w: Math.round(at.w), h: Math.round(at.h) }
    return { rect, turn, lines: [mark], points: POINTS, align: 'right' }
  }
  return null
}

import type { Together } from '../../things/brief/arrangement.ts'
import { type Item, pictureIn } from '../../things/brief/item.ts'
import { LEADING, lineWidth, type TextBlock, UM_PER_POINT } from '../make/back-text.ts'
import type { Rect } from '../rect.ts'
import { CAPTION_POINTS } from './grid.ts'

/** A picture's name as people call it: without the ending of its file. */
export const pictureName = (item: Pick<Item, 'content'>): string => (pictureIn(item)?.name ?? '').replace(/\.[a-z0-9]{2,5}$/i, '')

/** What is said under a picture: its place among the items, counted from 1, its name, or both. */
export function captionOf(kind: Together['captions'], item: Item, number: number): string {
  const name = pictureName(item)
  return kind === 'none'
    ? ''
    : kind === 'number' || (kind === 'both' && name === '')
      ? String(number)
      : kind === 'name'
        ? name
        : `${number}  ${name}`
}

/** A line in the middle of a strip, cut short where it is too long; null where there is nothing to say. */
export function captionIn(text: string, strip: Rect): TextBlock | null {
  let line = text.trim()
  if (lineWidth(line, CAPTION_POINTS) > strip.w) {
    while (line.length > 0 && lineWidth(`${line}…`, CAPTION_POINTS) > strip.w) line = line.slice(0, -1)
    line = line === '' ? '' : `${line.trimEnd()}…`
  }
  if (line === '') return null
  const [w, h] = [lineWidth(line, CAPTION_POINTS), CAPTION_POINTS * UM_PER_POINT * LEADING]
  const rect = { x: Math.round(strip.x + (strip.w - w) / 2), y: Math.round(strip.y + strip.h - h), w: Math.round(w), h: Math.round(h) }
  return { rect, turn: 0, lines: [line], points: CAPTION_POINTS, align: 'centre' }
}

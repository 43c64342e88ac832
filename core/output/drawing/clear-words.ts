import { holds, overlaps, type Rect } from '../../sheet/rect.ts'
import type { Drawing, Mark } from './drawing.ts'

export type Text = Extract<Mark, { kind: 'text' }>

/** How far each letter of the mono face goes on, in heights of it: the face's own figure. */
export const ADVANCE = 0.6
/** How far letters reach above the line they stand on; what hangs below it takes the rest of their height. */
const ABOVE = 0.8
/** A word gives way by lines, so far apart. */
const LINE = 1.1
/** The lines a word tries, nearest first, downwards before upwards. */
const LINES = [0, ...Array.from({ length: 8 }, (_, i) => [i + 1, -i - 1]).flat()]

/** The room a text takes on its drawing. */
function roomOf({ x, y, anchor, text, size, sideways }: Text): Rect {
  const length = text.length * size * ADVANCE
  const back = anchor === 'middle' ? length / 2 : anchor === 'end' ? length : 0
  return sideways
    ? { x: x - size * ABOVE, y: y - length + back, w: size, h: length }
    : { x: x - back, y: y - size * ABOVE, w: length, h: size }
}

/** A drawing of which every text is known whose middle lies on the paper. */
export function withPaper(drawing: Drawing, sheet: Rect): Drawing {
  const liesOn = (text: Text) => {
    const { x, y, w, h } = roomOf(text)
    return holds(sheet, { x: x + w / 2, y: y + h / 2, w: 0, h: 0 })
  }
  return { ...drawing, marks: drawing.marks.map((mark) => (mark.kind === 'text' && liesOn(mark) ? { ...mark, onPaper: true } : mark)) }
}

/**
 * No text is written over another: numbers keep their places as long as they can, and a word that would lie on what stands there
 * already goes to the nearest free line. What finds no room on the drawing stays where it was.
 */
export function clearWords(drawing: Drawing): Drawing {
  const texts = drawing.marks.filter((mark): mark is Text => mark.kind === 'text')
  const taken: Rect[] = []
  const moved = new Map<Mark, Text>()
  for (const text of [...texts.filter(({ role }) => role === 'strong'), ...texts.filter(({ role }) => role !== 'strong')]) {
    const places = LINES.map((n): Text => {
      const by = n * text.size * LINE
      return text.sideways ? { ...text, x: text.x + by } : { ...text, y: text.y + by }
    })
    const free = places.find((place) => {
      const room = roomOf(place)
      return holds(drawing.bounds, room) && !taken.some((other) => overlaps(room, other))
    })
    taken.push(roomOf(free ?? text))
    if (free) moved.set(text, free)
  }
  return { ...drawing, marks: drawing.marks.map((mark) => moved.get(mark) ?? mark) }
}

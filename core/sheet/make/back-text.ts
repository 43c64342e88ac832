import { z } from 'zod'
import type { Words } from '../../things/brief/make.ts'
import { isSideways, type Turn, TurnSchema } from '../../things/brief/turn.ts'
import { UM_PER_INCH, type Um } from '../../things/length/length.ts'
import { type Rect, RectSchema } from '../rect.ts'

/** A point in µm: 1/72 in. */
export const UM_PER_POINT = UM_PER_INCH / 72

/** Distance of lines in heights of the letters. */
export const LEADING = 1.35

/** Words keep this far from the edge of their panel. Common practice: a card trimmed a little off must not lose a letter. */
const INSET: Um = 6000

/** Advance widths of the shipped typeface (Commissioner, regular) for ASCII 32…126, thousandths of the letter size. */
const WIDTHS = [
  192, 236, 372, 683, 562, 881, 734, 202, 385, 385, 473, 588, 230, 423, 236, 445, 653, 428, 555, 571, 600, 575, 607, 528, 607, 607, 236,
  236, 568, 568, 568, 428, 883, 690, 646, 685, 737, 594, 574, 733, 750, 280, 291, 671, 573, 958, 754, 817, 628, 817, 670, 587, 641, 731,
  687, 1020, 679, 652, 672, 373, 445, 373, 609, 402, 600, 523, 592, 495, 578, 528, 395, 542, 573, 257, 255, 542, 254, 873, 573, 598, 592,
  585, 400, 455, 410, 559, 513, 801, 532, 518, 497, 405, 264, 405, 568,
]
/** Letters outside ASCII are taken as wide as an m, so that a line is never longer than it was counted. */
const WIDE = 873

/** Width of a line of text, µm. */
export const lineWidth = (line: string, points: number): Um =>
  ([...line].reduce((sum, c) => sum + (WIDTHS[c.charCodeAt(0) - 32] ?? WIDE), 0) / 1000) * points * UM_PER_POINT

/** Words on a panel as they will stand on the sheet. */
export const TextBlockSchema = z.object({
  /** Where the block lies on the sheet in the feed frame, µm. */
  rect: RectSchema,
  /** How it is turned there. */
  turn: TurnSchema,
  lines: z.array(z.string()),
  points: z.number(),
  align: z.enum(['left', 'centre', 'right']),
})
export type TextBlock = z.infer<typeof TextBlockSchema>

/** Breaks a text into lines that fit; a word longer than the line stands alone and sticks out. */
export function breakLines(text: string, points: number, width: Um): string[] {
  return text.split('\n').flatMap((paragraph) => {
    const lines: string[] = []
    let line = ''
    for (const word of paragraph.split(/\s+/).filter(Boolean)) {
      const longer = line ? `${line} ${word}` : word
      if (line && lineWidth(longer, points) > width) {
        lines.push(line)
        line = word
      } else line = longer
    }
    return [...lines, line]
  })
}

/** Takes a rectangle from the frame in which a panel is read into the feed frame. */
export function fromReading(panel: Rect, turn: Turn, r: Rect): Rect {
  const [width, height] = isSideways(turn) ? [panel.h, panel.w] : [panel.w, panel.h]
  const placed: Record<Turn, Rect> = {
    0: r,
    90: { x: height - r.y - r.h, y: r.x, w: r.h, h: r.w },
    180: { x: width - r.x - r.w, y: height - r.y - r.h, w: r.w, h: r.h },
    270: { x: r.y, y: width - r.x - r.w, w: r.h, h: r.w },
  }
  const at = placed[turn]
  return { ...at, x: panel.x + at.x, y: panel.y + at.y }
}

/** Sets a text on a panel of the sheet, read at this turn. Null when there is nothing to print. */
export function setText(text: Words | null, panel: Rect, turn: Turn): TextBlock | null {
  if (!text || text.text.trim() === '') return null
  const [width, height] = isSideways(turn) ? [panel.h, panel.w] : [panel.w, panel.h]
  const room = Math.max(1, width - 2 * INSET)
  const lines = breakLines(text.text.trim(), text.points, room)
  const w = Math.max(...lines.map((line) => lineWidth(line, text.points)))
  const h = lines.length * text.points * UM_PER_POINT * LEADING
  const x = text.align === 'left' ? INSET : text.align === 'right' ? width - INSET - w : (width - w) / 2
  const y = text.at === 'head' ? INSET : text.at === 'foot' ? height - INSET - h : (height - h) / 2
  const round = (r: Rect): Rect => ({ x: Math.round(r.x), y: Math.round(r.y), w: Math.round(r.w), h: Math.round(r.h) })
  return { rect: round(fromReading(panel, turn, { x, y, w, h })), turn, lines, points: text.points, align: text.align }
}

import type { SideView } from '../../sheet/form.ts'
import { type Layout, skewDrift } from '../../sheet/layout.ts'
import { type TextBlock, UM_PER_POINT } from '../../sheet/make/back-text.ts'
import { foldMarks } from '../../sheet/make/wrapped-canvas.ts'
import type { Rect } from '../../sheet/rect.ts'
import type { SnapLine } from '../../sheet/snap.ts'
import type { Guide } from '../../things/brief/arrangement.ts'
import type { Make } from '../../things/brief/make.ts'
import { type Um, type Unit, writeNumber } from '../../things/length/length.ts'
import type { Path } from '../../things/paths/path.ts'
import type { Mark } from './drawing.ts'

/** What is made of the print on this sheet: cuts, creases, what goes round the bars. */
export function makeMarks({ fold, face, layout }: SideView, make: Make, size: Um): Mark[] {
  const { sheet, frame, picture } = layout
  const marks: Mark[] = []
  if (fold) {
    const [x1, y1, x2, y2] = fold.axis === 'across' ? [0, fold.at, sheet.w, fold.at] : [fold.at, 0, fold.at, sheet.h]
    marks.push({ kind: 'line', role: 'fold', x1, y1, x2, y2 })
    marks.push(
      fold.axis === 'across'
        ? {
            kind: 'text',
            role: 'label',
            x: sheet.w + size * 0.7,
            y: fold.at + size * 0.35,
            anchor: 'start',
            text: 'fold',
            size: size * 0.85,
          }
        : { kind: 'text', role: 'label', x: fold.at, y: -size * 0.7, anchor: 'middle', text: 'fold', size: size * 0.85 },
    )
    const name = (panel: Rect, text: string): Mark => ({
      kind: 'text',
      role: 'label',
      x: panel.x + size * 0.9,
      y: panel.y + size * 1.7,
      anchor: 'start',
      text,
      size: size * 0.85,
    })
    const back = fold.axis === 'across' ? { ...sheet, y: frame.y === 0 ? fold.at : 0 } : { ...sheet, x: frame.x === 0 ? fold.at : 0 }
    marks.push(
      name(frame, frame.y === 0 && fold.axis === 'across' ? 'front, leads' : 'front'),
      name(back, back.y === 0 && fold.axis === 'across' ? 'back, leads' : 'back'),
    )
  } else if (frame.w !== sheet.w || frame.h !== sheet.h) {
    marks.push({ kind: 'rect', role: 'trim', rect: frame })
    marks.push({
      kind: 'text',
      role: 'label',
      x: frame.x + size * 0.4,
      y: frame.y + frame.h - size * 0.5,
      anchor: 'start',
      text: 'trim',
      size: size * 0.85,
    })
  }
  if (make.as === 'wrapped-canvas' && (face.w !== picture.w || face.h !== picture.h)) {
    marks.push({ kind: 'rect', role: 'face', rect: face })
    // Where the corners are folded: printed beyond the picture, in line with the face.
    for (const { x, y, w, h } of foldMarks(picture, face))
      marks.push(
        w < h
          ? { kind: 'line', role: 'face', x1: x + w / 2, y1: y, x2: x + w / 2, y2: y + h }
          : { kind: 'line', role: 'face', x1: x, y1: y + h / 2, x2: x + w, y2: y + h / 2 },
      )
  }
  return marks
}

/** Words as they stand on the sheet. */
export const words = (text: TextBlock): Mark => ({
  kind: 'words',
  role: 'words',
  rect: text.rect,
  turn: text.turn,
  lines: text.lines,
  size: text.points * UM_PER_POINT,
  align: text.align,
})

/** From this length on the drift of a skewed sheet is drawn, µm; common practice calls such sheets long. */
const LONG: Um = 600_000

/** Where the sides of the picture may end up at the trailing end when the sheet is fed as askew as the path may. */
export function drift({ sheet, visible }: Layout, { tolerance }: Path, unit: Unit, size: Um): Mark[] {
  if (sheet.h < LONG || visible.h === 0) return []
  const off = skewDrift(sheet.h, tolerance.skewDegrees)
  const side = (x: Um, by: Um): Mark => ({ kind: 'line', role: 'skew', x1: x, y1: visible.y, x2: x + by, y2: visible.y + visible.h })
  return [
    ...[visible.x, visible.x + visible.w].flatMap((x) => [side(x, off), side(x, -off)]),
    {
      kind: 'text',
      role: 'label',
      x: -size * 0.7,
      // Clear of the number of the left border, which stands at the picture's middle.
      y: Math.max(visible.y + visible.h - size * 2.2, visible.y + visible.h / 2 + size * 2),
      anchor: 'end',
      text: `drift ±${writeNumber(off, unit)}`,
      size: size * 0.85,
    },
  ]
}

/** A line somebody has drawn to lay pictures by, right across the sheet. */
export const guideMark = ({ axis, at }: Guide, { x, y, w, h }: Rect): Mark =>
  axis === 'x'
    ? { kind: 'line', role: 'skew', x1: at, y1: y, x2: at, y2: y + h }
    : { kind: 'line', role: 'skew', x1: x, y1: at, x2: x + w, y2: at }

/** The lines a dragged picture has snapped to, with what they mean. */
export function snapMarks(lines: readonly SnapLine[], frame: Rect, size: Um): Mark[] {
  return lines.flatMap(({ axis, at, says }): Mark[] =>
    axis === 'x'
      ? [
          { kind: 'line', role: 'snap', x1: at, y1: frame.y, x2: at, y2: frame.y + frame.h },
          { kind: 'text', role: 'snap', x: at + size * 0.4, y: frame.y + size * 1.3, anchor: 'start', text: says, size: size * 0.85 },
        ]
      : [
          { kind: 'line', role: 'snap', x1: frame.x, y1: at, x2: frame.x + frame.w, y2: at },
          { kind: 'text', role: 'snap', x: frame.x + size * 0.4, y: at - size * 0.4, anchor: 'start', text: says, size: size * 0.85 },
        ],
  )
}

import type { Layout } from '../../sheet/layout.ts'
import type { Rect } from '../../sheet/rect.ts'
import { type Um, type Unit, writeLength, writeNumber } from '../../things/length/length.ts'
import type { Edge, Edges } from '../../things/paths/path.ts'
import { ADVANCE } from './clear-words.ts'
import type { Mark } from './drawing.ts'

/** Least margin, in heights of text, that a dimension line with two arrowheads is drawn across. */
const ARROW_ROOM = 1.6

/** A place to write along an edge: the middle of what is drawn, or of what is seen of it when only a part is. */
const within = (at: Um, from: Um, size: Um): Um => Math.min(Math.max(at, from + size * 0.08), from + size * 0.92)

/** The four borders with their numbers, and the sheet's own size unless only a part of it is looked at. */
export function dimensions(layout: Layout, unit: Unit, size: Um, view: Rect | null): Mark[] {
  const { sheet, frame, visible, borders } = layout
  const inner = frame.w !== sheet.w || frame.h !== sheet.h
  const midX = view ? within(visible.x + visible.w / 2, view.x, view.w) : visible.x + visible.w / 2
  const midY = view ? within(visible.y + visible.h / 2, view.y, view.h) : visible.y + visible.h / 2
  const gap = size * 0.7
  const number = (edge: Edge) => writeNumber(borders[edge], unit)
  const line = (x1: Um, y1: Um, x2: Um, y2: Um): Mark => ({ kind: 'line', role: 'dimension', x1, y1, x2, y2, arrows: true })
  const text = (x: Um, y: Um, value: string, anchor: 'start' | 'middle' | 'end' = 'middle'): Mark => ({
    kind: 'text',
    role: 'strong',
    x,
    y,
    anchor,
    text: value,
    size,
  })
  // Two arrowheads need room; where there is none the number alone says it.
  const shown = (edge: Edge, mark: Mark): Mark[] => (borders[edge] >= size * ARROW_ROOM ? [mark] : [])
  const [right, bottom] = [frame.x + frame.w, frame.y + frame.h]
  // Inside a frame that is not the whole sheet the numbers stand beside their arrows.
  const beside = (edge: Edge) => inner && borders[edge] >= size * 3
  // Else outside it, where there is room before the paper ends, or beyond the paper: no number lies half on it.
  const room = (edge: Edge, free: Um, at: Um, beyond: Um) =>
    view || free >= (edge === 'left' || edge === 'right' ? number(edge).length * size * ADVANCE : size) + 2 * gap ? at : beyond
  const [sheetRight, sheetBottom] = [sheet.x + sheet.w, sheet.y + sheet.h]
  const outside: Edges = {
    leading: room('leading', frame.y - sheet.y, frame.y, sheet.y),
    trailing: room('trailing', sheetBottom - bottom, bottom, sheetBottom),
    left: room('left', frame.x - sheet.x, frame.x, sheet.x),
    right: room('right', sheetRight - right, right, sheetRight),
  }
  const marks: Mark[] = [
    ...shown('leading', line(midX, frame.y, midX, visible.y)),
    beside('leading')
      ? text(midX + gap, (frame.y + visible.y) / 2 + size * 0.35, number('leading'), 'start')
      : text(midX, outside.leading - gap, number('leading')),
    ...shown('trailing', line(midX, visible.y + visible.h, midX, bottom)),
    beside('trailing')
      ? text(midX + gap, (visible.y + visible.h + bottom) / 2 + size * 0.35, number('trailing'), 'start')
      : text(midX, outside.trailing + gap + size * 0.7, number('trailing')),
    ...shown('left', line(frame.x, midY, visible.x, midY)),
    beside('left')
      ? text((frame.x + visible.x) / 2, midY - gap, number('left'))
      : text(outside.left - gap, midY + size * 0.35, number('left'), 'end'),
    ...shown('right', line(visible.x + visible.w, midY, right, midY)),
    beside('right')
      ? text((visible.x + visible.w + right) / 2, midY - gap, number('right'))
      : text(outside.right + gap, midY + size * 0.35, number('right'), 'start'),
  ]
  return view ? marks : [...marks, ...extents(sheet, unit, size)]
}

/** The sheet's own size, outside it. */
export function extents(sheet: Rect, unit: Unit, size: Um): Mark[] {
  const outX = sheet.x + sheet.w + size * 5.6
  const outY = sheet.y + sheet.h + size * 4.4
  const line = (x1: Um, y1: Um, x2: Um, y2: Um): Mark => ({ kind: 'line', role: 'extent', x1, y1, x2, y2, arrows: true })
  const label = (x: Um, y: Um, text: string, sideways = false): Mark => ({
    kind: 'text',
    role: 'label',
    x,
    y,
    anchor: 'middle',
    text,
    size,
    sideways,
  })
  return [
    line(sheet.x, outY, sheet.w, outY),
    label(sheet.w / 2, outY + size * 1.2, writeLength(sheet.w, unit)),
    line(outX, sheet.y, outX, sheet.h),
    label(outX + size * 1.1, sheet.h / 2, writeLength(sheet.h, unit), true),
  ]
}

/** A ruler along every edge of the sheet that is in view, ticks at each millimetre and tenth (or 1/16 in). */
export function rulers(sheet: Rect, view: Rect, unit: Unit): Mark[] {
  const [fine, coarse] = unit === 'mm' ? [100, 10] : [25_400 / 64, 4]
  const marks: Mark[] = []
  const reach = view.h * 0.022
  const ticks = (from: Um, to: Um, draw: (at: Um, long: boolean) => void) => {
    for (let i = Math.ceil(from / fine); i * fine <= to; i++) draw(i * fine, i % coarse === 0)
  }
  const line = (x1: Um, y1: Um, x2: Um, y2: Um) => marks.push({ kind: 'line', role: 'ruler', x1, y1, x2, y2 })
  const sees = (edges: readonly Um[], from: Um, length: Um) => edges.some((edge) => edge > from && edge < from + length)
  // A light band under the ticks, so that they can be read over any picture.
  if (sees([0, sheet.w], view.x, view.w))
    marks.push({ kind: 'rect', role: 'band', rect: { x: view.x, y: view.y + view.h - reach * 2.4, w: view.w, h: reach * 2.4 } })
  if (sees([0, sheet.h], view.y, view.h))
    marks.push({ kind: 'rect', role: 'band', rect: { x: view.x, y: view.y, w: reach * 2.4, h: view.h } })
  // Counted from the edge inwards, so that a border can be read off as with a ruler laid against it.
  for (const edge of [0, sheet.w])
    if (edge > view.x && edge < view.x + view.w)
      ticks(0, view.w, (at, long) => {
        const x = edge === 0 ? at : edge - at
        if (x > view.x && x < view.x + view.w) line(x, view.y + view.h, x, view.y + view.h - reach * (long ? 2 : 1))
      })
  for (const edge of [0, sheet.h])
    if (edge > view.y && edge < view.y + view.h)
      ticks(0, view.h, (at, long) => {
        const y = edge === 0 ? at : edge - at
        if (y > view.y && y < view.y + view.h) line(view.x, y, view.x + reach * (long ? 2 : 1), y)
      })
  return marks
}

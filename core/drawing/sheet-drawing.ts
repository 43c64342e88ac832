import { type Um, type Unit, writeNumber, writeSize } from '../length/length.ts'
import { EDGES, type Edge } from '../paths/path.ts'
import type { Plate } from '../plate/plate.ts'
import { gaps, type Rect } from '../sheet/rect.ts'

/** What a mark stands for; a renderer gives each role its line, fill and colour. */
export type Role =
  | 'printer'
  | 'feed'
  | 'sheet'
  | 'edge'
  | 'page'
  | 'printable'
  | 'unprintable'
  | 'dead'
  | 'picture'
  | 'clipped'
  | 'bleed'
  | 'guide'
  | 'dimension'
  | 'extent'
  | 'label'
  | 'strong'

/** One mark of a drawing, in the sheet's frame, micrometres. */
export type Mark =
  | { kind: 'rect'; role: Role; rect: Rect }
  /** Area filled with oblique lines. */
  | { kind: 'hatch'; role: Role; rect: Rect }
  | { kind: 'line'; role: Role; x1: Um; y1: Um; x2: Um; y2: Um; arrows?: boolean }
  | { kind: 'picture'; role: Role; rect: Rect; crop: Rect; turn: number }
  | { kind: 'text'; role: Role; x: Um; y: Um; anchor: 'start' | 'middle' | 'end'; text: string; size: Um; sideways?: boolean }

export interface Drawing {
  bounds: Rect
  marks: Mark[]
  /** Height of ordinary text, µm on the drawing's own scale. */
  textSize: Um
  /** What the drawing shows, as sentences for those who cannot see it and for the legend. */
  description: string
}

const DEAD: Um = 10_000
/** A difference between page and sheet smaller than this is not drawn. */
const VISIBLE: Um = 50
/** Least margin, in heights of text, that a dimension line with two arrowheads is drawn across. */
const ARROW_ROOM = 1.6
/** A sheet narrower than this many heights of text has its words beside it instead of along it. */
const NARROW = 18

const union = (rects: Rect[]): Rect => {
  const x = Math.min(...rects.map((r) => r.x))
  const y = Math.min(...rects.map((r) => r.y))
  return { x, y, w: Math.max(...rects.map((r) => r.x + r.w)) - x, h: Math.max(...rects.map((r) => r.y + r.h)) - y }
}

/** The strips of `outer` that `inner` leaves free, by edge; the side strips fill the corners. */
function strips(outer: Rect, inner: Rect): [Edge, Rect][] {
  const g = gaps(outer, inner)
  const middle = { y: outer.y + g.leading, h: outer.h - g.leading - g.trailing }
  const all: [Edge, Rect][] = [
    ['leading', { x: outer.x, y: outer.y, w: outer.w, h: g.leading }],
    ['trailing', { x: outer.x, y: outer.y + outer.h - g.trailing, w: outer.w, h: g.trailing }],
    ['left', { x: outer.x, w: g.left, ...middle }],
    ['right', { x: outer.x + outer.w - g.right, w: g.right, ...middle }],
  ]
  return all.filter(([, r]) => r.w > 0 && r.h > 0)
}

function dimensions(plate: Plate, unit: Unit, size: Um): Mark[] {
  const { layout } = plate
  if (!layout) return []
  const { sheet, visible, margins } = layout
  const midX = visible.x + visible.w / 2
  const midY = visible.y + visible.h / 2
  const gap = size * 0.7
  const number = (edge: Edge) => writeNumber(margins[edge], unit)
  const line = (x1: Um, y1: Um, x2: Um, y2: Um): Mark => ({ kind: 'line', role: 'dimension', x1, y1, x2, y2, arrows: true })
  /** The sheet's own size, outside it. */
  const extent = (x1: Um, y1: Um, x2: Um, y2: Um): Mark => ({ kind: 'line', role: 'extent', x1, y1, x2, y2, arrows: true })
  const text = (x: Um, y: Um, value: string, anchor: 'start' | 'middle' | 'end' = 'middle', sideways = false): Mark => ({
    kind: 'text',
    role: 'strong',
    x,
    y,
    anchor,
    text: value,
    size,
    sideways,
  })
  const outX = sheet.x + sheet.w + size * 3.2
  const outY = sheet.y + sheet.h + size * 4.4
  // Two arrowheads need room; where there is none the number alone says it.
  const shown = (edge: Edge, mark: Mark): Mark[] => (margins[edge] >= size * ARROW_ROOM ? [mark] : [])
  return [
    ...shown('leading', line(midX, sheet.y, midX, visible.y)),
    text(midX, sheet.y - gap, number('leading')),
    ...shown('trailing', line(midX, visible.y + visible.h, midX, sheet.h)),
    text(midX, sheet.h + gap + size * 0.7, number('trailing')),
    ...shown('left', line(sheet.x, midY, visible.x, midY)),
    text(sheet.x - gap, midY + size * 0.35, number('left'), 'end'),
    ...shown('right', line(visible.x + visible.w, midY, sheet.w, midY)),
    text(sheet.w + gap, midY + size * 0.35, number('right'), 'start'),
    extent(sheet.x, outY, sheet.w, outY),
    {
      kind: 'text',
      role: 'label',
      x: sheet.w / 2,
      y: outY + size * 1.2,
      anchor: 'middle',
      text: `${writeNumber(sheet.w, unit)} ${unit}`,
      size,
    },
    extent(outX + size * 2.4, sheet.y, outX + size * 2.4, sheet.h),
    {
      kind: 'text',
      role: 'label',
      x: outX + size * 3.5,
      y: sheet.h / 2,
      anchor: 'middle',
      text: `${writeNumber(sheet.h, unit)} ${unit}`,
      size,
      sideways: true,
    },
  ]
}

/** Which edge of the picture's sheet meets the printer's fixed guide, and the line to draw for it. */
function guide(plate: Plate, size: Um): Mark[] {
  const { setup, layout } = plate
  if (!setup || !layout) return []
  const { w, h } = layout.sheet
  const { registration } = setup.path
  const narrow = w < size * NARROW
  const label = (x: Um, text: string, anchor: 'start' | 'middle' | 'end'): Mark => ({
    kind: 'text',
    role: 'label',
    x,
    y: h + size * (narrow ? 1.5 : 2.9),
    anchor,
    text,
    size: size * 0.85,
  })
  if (registration === 'centre') {
    const start = narrow ? w + size * 0.8 : w / 2 + size * 0.4
    return [
      { kind: 'line', role: 'guide', x1: w / 2, y1: h + size * 1.9, x2: w / 2, y2: h + size * 3.2 },
      label(start, narrow ? 'centred' : 'guides centre the sheet', 'start'),
    ]
  }
  const left = registration === 'left'
  const x = left ? -size * 0.35 : w + size * 0.35
  const edge: Mark = { kind: 'line', role: 'guide', x1: x, y1: 0, x2: x, y2: h }
  // The left of a narrow sheet's foot belongs to the name of the trailing edge.
  return narrow
    ? [edge, label(w + size * 0.8, left ? 'guide left' : 'fixed guide', 'start')]
    : [edge, label(left ? 0 : w, 'fixed guide', left ? 'start' : 'end')]
}

/** The to-scale drawing of a plate: leading edge at the top, where the printer is; the sheet travels up. */
export function drawSheet(plate: Plate, unit: Unit): Drawing | null {
  const { layout, setup } = plate
  if (!layout || !setup) return null
  const { sheet, page, printable, picture, printed } = layout
  const everything = union([sheet, page, picture])
  const size = Math.max(everything.w * 0.62, everything.h) / 34
  const narrow = sheet.w < size * NARROW
  const marks: Mark[] = [{ kind: 'rect', role: 'sheet', rect: sheet }]
  if (plate.brief.picture) marks.push({ kind: 'picture', role: 'picture', rect: picture, crop: setup.crop, turn: setup.turn })
  else marks.push({ kind: 'rect', role: 'picture', rect: picture })
  for (const [, rect] of strips(picture, printed))
    if (layout.lost > 0 || rect.w * rect.h > 0) marks.push({ kind: 'hatch', role: 'clipped', rect })
  for (const [edge, rect] of strips(sheet, printable)) {
    const deep = edge === 'leading' || edge === 'trailing' ? rect.h : rect.w
    marks.push({ kind: 'hatch', role: deep >= DEAD ? 'dead' : 'unprintable', rect })
  }
  marks.push({ kind: 'rect', role: 'printable', rect: printable })
  if (Math.abs(page.w - sheet.w) > VISIBLE || Math.abs(page.h - sheet.h) > VISIBLE) marks.push({ kind: 'rect', role: 'page', rect: page })
  if (EDGES.some((e) => layout.bleed[e] > 0)) {
    marks.push({ kind: 'rect', role: 'bleed', rect: printed })
    // The picture covers the sheet's outline, and where the paper ends is just what is to be seen.
    marks.push({ kind: 'rect', role: 'edge', rect: sheet })
  }
  marks.push({ kind: 'rect', role: 'printer', rect: { x: sheet.x - size, y: -size * 4.6, w: sheet.w + 2 * size, h: size * 1.1 } })
  marks.push({ kind: 'line', role: 'feed', x1: sheet.w * 0.12, y1: -size * 0.6, x2: sheet.w * 0.12, y2: -size * 3.2, arrows: true })
  marks.push({
    kind: 'text',
    role: 'label',
    x: sheet.w * 0.12 + size * 0.6,
    y: -size * 2.2,
    anchor: 'start',
    text: narrow ? 'leading edge' : 'leading edge, into the printer',
    size: size * 0.85,
  })
  marks.push({
    kind: 'text',
    role: 'label',
    x: narrow ? -size * 0.4 : 0,
    y: sheet.h + size * 1.5,
    anchor: narrow ? 'end' : 'start',
    text: 'trailing edge',
    size: size * 0.85,
  })
  marks.push(...guide(plate, size), ...dimensions(plate, unit, size))
  const pad = size * 7.4
  const bounds = { x: everything.x - pad, y: everything.y - size * 5.4, w: everything.w + 2 * pad, h: everything.h + size * 12.2 }
  const m = layout.margins
  return {
    bounds,
    marks,
    textSize: size,
    description: `Sheet ${writeSize(sheet.w, sheet.h, unit)}, leading edge up. Borders on paper: leading ${writeNumber(m.leading, unit)}, trailing ${writeNumber(m.trailing, unit)}, left ${writeNumber(m.left, unit)}, right ${writeNumber(m.right, unit)} ${unit}. ${layout.lost > 0.0005 ? `${(layout.lost * 100).toFixed(1)} % of the picture does not land on paper.` : 'The whole picture lands on paper.'}`,
  }
}

/** The same drawing in other units, e.g. a thousandth for millimetres. */
export function scaled(drawing: Drawing, by: number): Drawing {
  const rect = (r: Rect): Rect => ({ x: r.x * by, y: r.y * by, w: r.w * by, h: r.h * by })
  const mark = (m: Mark): Mark => {
    switch (m.kind) {
      case 'rect':
      case 'hatch':
        return { ...m, rect: rect(m.rect) }
      case 'picture':
        // The crop is in shares of the picture, not in lengths.
        return { ...m, rect: rect(m.rect) }
      case 'line':
        return { ...m, x1: m.x1 * by, y1: m.y1 * by, x2: m.x2 * by, y2: m.y2 * by }
      case 'text':
        return { ...m, x: m.x * by, y: m.y * by, size: m.size * by }
    }
  }
  return { ...drawing, bounds: rect(drawing.bounds), marks: drawing.marks.map(mark), textSize: drawing.textSize * by }
}

import { type Um, type Unit, writeLength, writeNumber, writeSize } from '../length/length.ts'
import { type TextBlock, UM_PER_POINT } from '../make/back-text.ts'
import type { Wrap } from '../make/make.ts'
import { foldMarks } from '../make/wrapped-canvas.ts'
import { EDGES, type Edge } from '../paths/path.ts'
import type { Plate } from '../plate/plate.ts'
import { type Layout, skewDrift } from '../sheet/layout.ts'
import { gaps, type Rect } from '../sheet/rect.ts'
import type { SnapLine } from '../sheet/snap.ts'
import type { Turn } from '../sheet/turn.ts'

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
  | 'trim'
  | 'fold'
  | 'face'
  | 'skew'
  | 'snap'
  | 'ruler'
  | 'band'
  | 'words'
  | 'label'
  | 'strong'

/** One mark of a drawing, in the sheet's frame, micrometres. */
export type Mark =
  | { kind: 'rect'; role: Role; rect: Rect }
  /** Area filled with oblique lines. */
  | { kind: 'hatch'; role: Role; rect: Rect }
  | { kind: 'line'; role: Role; x1: Um; y1: Um; x2: Um; y2: Um; arrows?: boolean }
  /** Pieces are parts of the print relative to it upright (µm), for a canvas whose sides are made from its face. */
  | { kind: 'picture'; role: Role; rect: Rect; crop: Rect; turn: Turn; sides: { depth: Um; wrap: Wrap; colour: string } | null }
  /** Words as they stand, turned; `size` is the height of the letters. */
  | { kind: 'words'; role: 'words'; rect: Rect; turn: Turn; lines: string[]; size: Um; align: TextBlock['align'] }
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
export function strips(outer: Rect, inner: Rect): [Edge, Rect][] {
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

/** A place to write along an edge: the middle of what is drawn, or of what is seen of it when only a part is. */
const within = (at: Um, from: Um, size: Um): Um => Math.min(Math.max(at, from + size * 0.08), from + size * 0.92)

function dimensions(layout: Layout, unit: Unit, size: Um, view: Rect | null): Mark[] {
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
  const marks: Mark[] = [
    ...shown('leading', line(midX, frame.y, midX, visible.y)),
    beside('leading')
      ? text(midX + gap, (frame.y + visible.y) / 2 + size * 0.35, number('leading'), 'start')
      : text(midX, frame.y - gap, number('leading')),
    ...shown('trailing', line(midX, visible.y + visible.h, midX, bottom)),
    beside('trailing')
      ? text(midX + gap, (visible.y + visible.h + bottom) / 2 + size * 0.35, number('trailing'), 'start')
      : text(midX, bottom + gap + size * 0.7, number('trailing')),
    ...shown('left', line(frame.x, midY, visible.x, midY)),
    beside('left')
      ? text((frame.x + visible.x) / 2, midY - gap, number('left'))
      : text(frame.x - gap, midY + size * 0.35, number('left'), 'end'),
    ...shown('right', line(visible.x + visible.w, midY, right, midY)),
    beside('right')
      ? text((visible.x + visible.w + right) / 2, midY - gap, number('right'))
      : text(right + gap, midY + size * 0.35, number('right'), 'start'),
  ]
  return view ? marks : [...marks, ...extents(sheet, unit, size)]
}

/** The sheet's own size, outside it. */
function extents(sheet: Rect, unit: Unit, size: Um): Mark[] {
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
function rulers(sheet: Rect, view: Rect, unit: Unit): Mark[] {
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

/** What is made of the print: cuts, creases, what goes round the bars. */
function makeMarks(plate: Plate, size: Um): Mark[] {
  const { setup, layout } = plate
  if (!setup || !layout) return []
  const { sheet, frame, picture } = layout
  const marks: Mark[] = []
  const { fold, face } = setup
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
  if (face.w !== picture.w || face.h !== picture.h) {
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

const words = (text: TextBlock): Mark => ({
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
function drift(plate: Plate, size: Um): Mark[] {
  const { setup, layout } = plate
  if (!setup || !layout || layout.sheet.h < LONG || layout.visible.h === 0) return []
  const { visible } = layout
  const off = skewDrift(layout.sheet.h, setup.path.tolerance.skewDegrees)
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
      text: `drift ±${writeNumber(off, plate.brief.unit)}`,
      size: size * 0.85,
    },
  ]
}

/** The lines a dragged picture has snapped to, with what they mean. */
function snapMarks(lines: readonly SnapLine[], frame: Rect, size: Um): Mark[] {
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

export interface DrawOptions {
  /** The part of the sheet that is looked at closely, µm; left out for the whole. */
  view?: Rect | null
  /** Which pass of a two-sided job. */
  side?: 'front' | 'back'
  snaps?: readonly SnapLine[]
}

/** The to-scale drawing of a plate: leading edge at the top, where the printer is; the sheet travels up. */
export function drawSheet(plate: Plate, unit: Unit, options: DrawOptions = {}): Drawing | null {
  const { setup } = plate
  const { view = null, side = 'front', snaps = [] } = options
  const front = side === 'front'
  const layout = front ? plate.layout : plate.back?.layout
  if (!layout || !setup) return null
  const { sheet, page, printable, picture, printed } = layout
  const everything = union([sheet, page, picture])
  const whole = Math.max(everything.w * 0.62, everything.h) / 34
  const size = view ? Math.max(view.w * 0.62, view.h) / 34 : whole
  const narrow = sheet.w < size * NARROW
  const marks: Mark[] = [{ kind: 'rect', role: 'sheet', rect: sheet }]
  const crop = front ? setup.crop : (plate.back?.crop ?? null)
  const { make } = plate.brief
  const sides =
    front && make.as === 'wrapped-canvas' && make.wrap !== 'picture' ? { depth: make.depth, wrap: make.wrap, colour: make.colour } : null
  if (plate.brief.picture && crop)
    marks.push({ kind: 'picture', role: 'picture', rect: picture, crop, turn: front ? setup.turn : (plate.back?.turn ?? 0), sides })
  else if (crop) marks.push({ kind: 'rect', role: 'picture', rect: picture })
  const text = front ? setup.text : plate.back?.text
  if (text) marks.push(words(text))
  if (crop)
    for (const [, rect] of strips(picture, printed))
      if (layout.lost > 0 || rect.w * rect.h > 0) marks.push({ kind: 'hatch', role: 'clipped', rect })
  for (const [edge, rect] of strips(sheet, printable)) {
    const deep = edge === 'leading' || edge === 'trailing' ? rect.h : rect.w
    marks.push({ kind: 'hatch', role: deep >= DEAD ? 'dead' : 'unprintable', rect })
  }
  marks.push({ kind: 'rect', role: 'printable', rect: printable })
  if (
    Math.abs(page.w - sheet.w) > VISIBLE ||
    Math.abs(page.h - sheet.h) > VISIBLE ||
    Math.abs(page.x) > VISIBLE ||
    Math.abs(page.y) > VISIBLE
  )
    marks.push({ kind: 'rect', role: 'page', rect: page })
  if (EDGES.some((e) => layout.bleed[e] > 0)) {
    marks.push({ kind: 'rect', role: 'bleed', rect: printed })
    // The picture covers the sheet's outline, and where the paper ends is just what is to be seen.
    marks.push({ kind: 'rect', role: 'edge', rect: sheet })
  }
  if (front) marks.push(...makeMarks(plate, size), ...drift(plate, size), ...snapMarks(snaps, layout.frame, size))
  if (view) marks.push(...rulers(sheet, view, unit))
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
  marks.push(...guide(plate, size), ...(crop || view ? dimensions(layout, unit, size, view) : extents(layout.sheet, unit, size)))
  const pad = size * 7.4
  const bounds = view ?? { x: everything.x - pad, y: everything.y - size * 5.4, w: everything.w + 2 * pad, h: everything.h + size * 12.2 }
  const m = layout.margins
  return {
    bounds,
    marks,
    textSize: size,
    description: `${front ? '' : 'Second side. '}Sheet ${writeSize(sheet.w, sheet.h, unit)}, leading edge up. Borders on paper: leading ${writeNumber(m.leading, unit)}, trailing ${writeNumber(m.trailing, unit)}, left ${writeNumber(m.left, unit)}, right ${writeNumber(m.right, unit)} ${unit}. ${layout.lost > 0.0005 ? `${(layout.lost * 100).toFixed(1)} % of the picture does not land on paper.` : 'The whole picture lands on paper.'}`,
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
        return { ...m, rect: rect(m.rect), sides: m.sides && { ...m.sides, depth: m.sides.depth * by } }
      case 'words':
        return { ...m, rect: rect(m.rect), size: m.size * by }
      case 'line':
        return { ...m, x1: m.x1 * by, y1: m.y1 * by, x2: m.x2 * by, y2: m.y2 * by }
      case 'text':
        return { ...m, x: m.x * by, y: m.y * by, size: m.size * by }
    }
  }
  return { ...drawing, bounds: rect(drawing.bounds), marks: drawing.marks.map(mark), textSize: drawing.textSize * by }
}

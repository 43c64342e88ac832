import { formOf, type Plate, sideOf } from '../../plate/resolve/plate.ts'
import type { Side } from '../../sheet/form.ts'
import { area, gaps, intersect, type Rect } from '../../sheet/rect.ts'
import { pictureIn } from '../../things/brief/item.ts'
import { mirrored } from '../../things/brief/make.ts'
import { type Um, type Unit, writeNumber, writeSize } from '../../things/length/length.ts'
import { EDGES, type Edge, isDead, type Path } from '../../things/paths/path.ts'
import { clearWords, withPaper } from './clear-words.ts'
import { dimensions, extents, rulers } from './dimensions.ts'
import type { Drawing, Mark } from './drawing.ts'
import { drift, makeMarks, words } from './make-marks.ts'

/** A difference between page and sheet smaller than this is not drawn. */
const VISIBLE: Um = 50
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

/** Which edge of the picture's sheet meets the printer's fixed guide, and the line to draw for it. */
function guide({ w, h }: Rect, { registration }: Path, size: Um): Mark[] {
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
  side?: Side
  /** Id of the form, where a side has several kinds of sheet; the first where it is left out. */
  form?: string | undefined
  /** Shows places of a layout by hand where nothing lies yet. */
  empty?: boolean
  /** Scale and text of another drawing of it, which it keeps: a picture that is dragged past the sheet must not move the sheet. */
  still?: Pick<Drawing, 'bounds' | 'textSize'> | null
}

/** The to-scale drawing of a plate: leading edge at the top, where the printer is; the sheet travels up. */
export function drawSheet(plate: Plate, unit: Unit, options: DrawOptions = {}): Drawing | null {
  const { setup } = plate
  const { view = null, side = 'front', form, empty = false, still = null } = options
  const front = side === 'front'
  const of = form === undefined ? sideOf(plate, side) : (formOf(plate, form) ?? sideOf(plate, side))
  if (!of || !setup) return null
  const { layout, crop, text, mark } = of
  const { sheet, page, printable, picture, printed } = layout
  // Of a picture that runs far past the sheet half a sheet is seen around it, of one that lies beyond nothing: the sheet is looked at.
  const around = Math.max(sheet.w, sheet.h) / 2
  const near = intersect(picture, { x: sheet.x - around, y: sheet.y - around, w: sheet.w + 2 * around, h: sheet.h + 2 * around })
  const everything = union([sheet, page, ...(area(near) > 0 ? [near] : [])])
  const whole = Math.max(everything.w * 0.62, everything.h) / 34
  const size = view ? Math.max(view.w * 0.62, view.h) / 34 : (still?.textSize ?? whole)
  const narrow = sheet.w < size * NARROW
  const marks: Mark[] = [{ kind: 'rect', role: 'sheet', rect: sheet }]
  const { make } = plate.brief
  const sides =
    front && make.as === 'wrapped-canvas' && make.wrap !== 'picture' ? { depth: make.depth, wrap: make.wrap, colour: make.colour } : null
  const known = new Map(plate.brief.items.map((item) => [item.id, item]))
  const canvas = make.as === 'wrapped-canvas'
  for (const [at, placement] of of.form.placements.entries()) {
    const item = known.get(placement.item)
    if (!placement.crop) continue
    if (item && pictureIn(item))
      marks.push({
        kind: 'picture',
        role: 'picture',
        item: placement.item,
        at,
        rect: placement.picture,
        crop: placement.crop,
        turn: placement.turn,
        mirror: mirrored(make),
        sides,
      })
    else marks.push({ kind: 'rect', role: 'picture', rect: placement.picture })
    // Where it will be trimmed, when more of it is printed.
    if (!canvas && placement.face.w < placement.picture.w) marks.push({ kind: 'rect', role: 'trim', rect: placement.face })
  }
  const { arrangement } = plate.brief
  if (front && empty && arrangement.as === 'free')
    for (const [place, { item, x, y, width: w, height: h }] of arrangement.places.entries())
      if (item === null || !known.has(item)) marks.push({ kind: 'empty', role: 'face', rect: { x, y, w, h }, place })
  for (const rect of of.form.strokes) marks.push({ kind: 'rect', role: 'stroke', rect })
  for (const block of [text, mark, ...of.form.captions]) if (block) marks.push(words(block))
  if (crop)
    for (const placement of of.form.placements)
      for (const [, rect] of strips(placement.picture, placement.printed))
        if (placement.lost > 0 || rect.w * rect.h > 0) marks.push({ kind: 'hatch', role: 'clipped', rect })
  for (const [edge, rect] of strips(sheet, printable)) {
    const deep = edge === 'leading' || edge === 'trailing' ? rect.h : rect.w
    marks.push({ kind: 'hatch', role: isDead(deep) ? 'dead' : 'unprintable', rect })
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
  marks.push(...makeMarks(of, make, size))
  if (front) marks.push(...drift(layout, setup.path, unit, size))
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
  marks.push(
    ...guide(sheet, setup.path, size),
    ...(crop || view ? dimensions(layout, unit, size, view) : extents(layout.sheet, unit, size)),
  )
  // After the numbers: it is these that keep their places.
  const note = (y: Um, text: string) =>
    marks.push({ kind: 'text', role: 'strong', x: sheet.w / 2, y, anchor: 'middle', text, size: size * 0.85 })
  if (mirrored(make)) note(sheet.h + size * 1.5, 'mirrored')
  if (front && setup.enforced !== null) note(printable.y + size * 1.3, `${writeNumber(setup.enforced, unit)} ${unit} enforced all round`)
  const pad = size * 7.4
  const bounds = view ??
    still?.bounds ?? { x: everything.x - pad, y: everything.y - size * 5.4, w: everything.w + 2 * pad, h: everything.h + size * 12.2 }
  const m = layout.margins
  return withPaper(
    clearWords({
      bounds,
      marks,
      textSize: size,
      description: `${front ? '' : 'Second side. '}Sheet ${writeSize(sheet.w, sheet.h, unit)}, leading edge up. Borders on paper: leading ${writeNumber(m.leading, unit)}, trailing ${writeNumber(m.trailing, unit)}, left ${writeNumber(m.left, unit)}, right ${writeNumber(m.right, unit)} ${unit}. ${layout.lost > 0.0005 ? `${(layout.lost * 100).toFixed(1)} % of the picture does not land on paper.` : 'The whole picture lands on paper.'}`,
    }),
    sheet,
  )
}

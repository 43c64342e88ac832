import { type StraightCut, straightCuts } from '../../sheet/cutting/straight-cuts.ts'
import type { Form } from '../../sheet/form.ts'
import { holds, overlaps, type Rect } from '../../sheet/rect.ts'
import type { Brief } from '../../things/brief/brief.ts'
import { itemById } from '../../things/brief/brief.ts'
import { pictureIn } from '../../things/brief/item.ts'
import { type Um, type Unit, writeLength, writeSize } from '../../things/length/length.ts'
import { counted } from '../../things/words/counted.ts'
import { withPaper } from './clear-words.ts'
import { extents } from './dimensions.ts'
import type { Drawing, Mark } from './drawing.ts'

/** So many places along a cut its number may stand at, and so far beyond its ends, in lengths of the number. */
const PLACES = 17
const BEYOND = [0.7, 1.8, 2.9]
/** Heights of a number, in those of the drawing's text, the first that finds room. */
const HEIGHTS = [0.7, 0.45, 0.3, 0.2, 0.12]
/** How high the ground of a number is, in heights of it. */
const GROUND = 1.1

/** What a person does at one cut. */
export interface CutStep {
  /** What it is ticked as: by where it lies, for a number is that of another cut once the pieces lie elsewhere. */
  id: string
  cut: StraightCut
  says: string
}

/** The pieces of a form as they are cut, from the sheet's leading left corner. */
export const cutsOf = (form: Form) =>
  straightCuts(
    form.placements.map(({ face }) => face),
    form.sheet,
  )

/** The cuts of a form in their order, each in a sentence. */
export function cutSteps(form: Form, unit: Unit): CutStep[] {
  return cutsOf(form).cuts.map((cut): CutStep => {
    const { axis, at, paper, from: start, to } = cut
    const from = axis === 'across' ? paper.y : paper.x
    const edge = axis === 'across' ? 'leading' : 'left'
    return {
      id: ['cut', form.id, axis, ...[at, start, to].map(Math.round)].join('-'),
      cut,
      says: `${axis === 'across' ? 'Across' : 'Along'}, ${writeLength(Math.round(at - from), unit)} from the ${edge} edge of the ${writeSize(Math.round(paper.w), Math.round(paper.h), unit)} piece.`,
    }
  })
}

/**
 * Where a cut's number stands: on its line or beyond its ends, at the first place that no other number has, each cut beginning to look
 * at another one; null where they lie so close together that there is none.
 */
function numberAt({ axis, at, from, to, number }: StraightCut, size: Um, heights: readonly number[], sheet: Rect, taken: readonly Rect[]) {
  for (const height of heights) {
    const tall = size * height
    const [w, h] = [tall * (0.5 + 0.62 * String(number).length), tall * GROUND]
    const long = axis === 'across' ? w : h
    const on = Array.from({ length: PLACES }, (_, i) => from + (to - from) * (0.12 + ((number * 5 + i) % PLACES) / (PLACES * 1.3)))
    for (const along of [...on, ...BEYOND.flatMap((times) => [to + long * times, from - long * times])]) {
      const rect = axis === 'across' ? { x: along - w / 2, y: at - h / 2, w, h } : { x: at - w / 2, y: along - h / 2, w, h }
      const middle = { x: rect.x + w / 2, y: rect.y + h / 2, w: 0, h: 0 }
      if (holds(sheet, middle) && !taken.some((other) => overlaps(rect, other))) return rect
    }
  }
  return null
}

const numberOf = ({ number }: StraightCut, { x, y, w, h }: Rect): Mark => ({
  kind: 'text',
  role: 'strong',
  x: x + w / 2,
  y: y + h * 0.8,
  anchor: 'middle',
  text: String(number),
  size: h / GROUND,
})

/** The sheet with its pieces and the cuts that are not made yet, numbered in their order; the next one stands out, with the paper it is made on. */
export function drawCuts(form: Form, brief: Brief, done: ReadonlySet<number> = new Set()): Drawing {
  const { unit } = brief
  const { sheet } = form
  const size = Math.max(sheet.w * 0.62, sheet.h) / 34
  const marks: Mark[] = [{ kind: 'rect', role: 'sheet', rect: sheet }]
  for (const [at, { item: id, picture, crop, turn, face }] of form.placements.entries()) {
    const item = itemById(brief, id)
    if (crop && item && pictureIn(item))
      marks.push({ kind: 'picture', role: 'picture', item: id, at, rect: picture, crop, turn, mirror: false, sides: null })
    marks.push({ kind: 'rect', role: 'trim', rect: face })
  }
  const { cuts } = cutsOf(form)
  const open = cuts.filter(({ number }) => !done.has(number))
  const [next] = open
  const line = ({ axis, at, from, to }: StraightCut, role: 'cut' | 'next'): Mark =>
    axis === 'across' ? { kind: 'line', role, x1: from, y1: at, x2: to, y2: at } : { kind: 'line', role, x1: at, y1: from, x2: at, y2: to }
  for (const cut of open) marks.push(line(cut, 'cut'))
  if (next && done.size > 0) marks.push({ kind: 'rect', role: 'edge', rect: next.paper })
  if (next) marks.push(line(next, 'next'))
  const taken: Rect[] = []
  for (const cut of open) {
    const rect = numberAt(cut, size, cut === next ? [1.2] : HEIGHTS, sheet, taken)
    if (!rect) continue
    taken.push(rect)
    marks.push({ kind: 'rect', role: 'band', rect }, numberOf(cut, rect))
  }
  const bare = open.length - taken.length
  marks.push(
    { kind: 'text', role: 'label', x: 0, y: -size * 0.8, anchor: 'start', text: 'leading edge', size: size * 0.85 },
    ...extents(sheet, unit, size),
  )
  const pad = size * 5
  const drawing: Drawing = {
    bounds: { x: -pad * 0.5, y: -size * 2.4, w: sheet.w + pad * 1.9, h: sheet.h + size * 9.6 },
    marks,
    textSize: size,
    description: `Cut plan of a sheet of ${writeSize(sheet.w, sheet.h, unit)}: ${counted(form.placements.length, 'piece')}, ${counted(cuts.length, 'straight cut')} in order.${bare > 0 ? ` ${bare} lie too close together for their numbers, which follow as those before them are cut.` : ''}`,
  }
  return withPaper(drawing, sheet)
}

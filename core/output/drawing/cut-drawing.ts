import { type StraightCut, straightCuts } from '../../sheet/cutting/straight-cuts.ts'
import type { Form } from '../../sheet/form.ts'
import type { Brief } from '../../things/brief/brief.ts'
import { itemById } from '../../things/brief/brief.ts'
import { pictureIn } from '../../things/brief/item.ts'
import { type Unit, writeLength, writeSize } from '../../things/length/length.ts'
import { counted } from '../../things/words/counted.ts'
import { extents } from './dimensions.ts'
import type { Drawing, Mark } from './drawing.ts'

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
  const line = ({ axis, at, from, to }: StraightCut, role: 'cut' | 'guide'): Mark =>
    axis === 'across' ? { kind: 'line', role, x1: from, y1: at, x2: to, y2: at } : { kind: 'line', role, x1: at, y1: from, x2: at, y2: to }
  for (const cut of open) marks.push(line(cut, 'cut'))
  if (next && done.size > 0) marks.push({ kind: 'rect', role: 'edge', rect: next.paper })
  if (next) marks.push(line(next, 'guide'))
  for (const cut of [...open].reverse()) {
    const { axis, at, from, to, number } = cut
    const tall = cut === next ? size * 1.2 : size * 0.7
    const [w, h] = [tall * (0.5 + 0.62 * String(number).length), tall * 1.1]
    // Its number stands on the line, at a place of its own so that neighbours do not hide each other.
    const along = from + (to - from) * (0.12 + ((number * 5) % 17) / 22)
    const [x, y] = axis === 'across' ? [along - w / 2, at - h / 2] : [at - w / 2, along - h / 2]
    marks.push(
      { kind: 'rect', role: 'band', rect: { x, y, w, h } },
      { kind: 'text', role: 'strong', x: x + w / 2, y: y + h * 0.8, anchor: 'middle', text: String(number), size: tall },
    )
  }
  marks.push(
    { kind: 'text', role: 'label', x: 0, y: -size * 0.8, anchor: 'start', text: 'leading edge', size: size * 0.85 },
    ...extents(sheet, unit, size),
  )
  const pad = size * 5
  return {
    bounds: { x: -pad * 0.5, y: -size * 2.4, w: sheet.w + pad * 1.9, h: sheet.h + size * 9.6 },
    marks,
    textSize: size,
    description: `Cut plan of a sheet of ${writeSize(sheet.w, sheet.h, unit)}: ${counted(form.placements.length, 'piece')}, ${counted(cuts.length, 'straight cut')} in order.`,
  }
}

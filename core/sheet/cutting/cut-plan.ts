import { z } from 'zod'
import type { Um } from '../../things/length/length.ts'
import { type Unit, writeLength, writeSize } from '../../things/length/length.ts'
import { counted } from '../../things/words/counted.ts'

const um = z.number().int().nonnegative()
const RectSchema = z.object({ x: um, y: um, w: um, h: um })

/** How sheets of the size needed are got from a larger sheet or from roll. Micrometres. */
export const CutPlanSchema = z.object({
  fromLotId: z.string().max(60),
  /** The piece that is cut up: a sheet, or a length of roll. */
  parent: z.object({ width: um, length: um, roll: z.boolean() }),
  /** Size of the pieces as they will measure. */
  piece: z.object({ width: um, length: um }),
  /** Pieces from one parent, where they lie on it. */
  pieces: z.array(RectSchema).min(1).max(400),
  /** Cuts in the order they are made; `along` runs parallel to the parent's long travel, at a distance from its left edge. */
  cuts: z.array(z.object({ axis: z.enum(['along', 'across']), at: um, of: z.enum(['roll', 'sheet', 'strip']) })).max(400),
  /** What is left of each parent, largest first. */
  offcuts: z.array(RectSchema).max(4),
  /** Parents to cut for the job. */
  parents: z.number().int().positive(),
})
export type CutPlan = z.infer<typeof CutPlanSchema>

/** What is cut up for a job, in words: “3 sheets”, “1 length of roll”. */
export const parentsOf = ({ parents, parent }: Pick<CutPlan, 'parents' | 'parent'>): string =>
  parent.roll ? counted(parents, 'length of roll', 'lengths of roll') : counted(parents, 'sheet')

/** A nominal half of a sheet that measures a little short is still meant: lots vary by this. */
export const CUT_SHORT: Um = 1500
/** Offcuts narrower than this are not kept. */
const USEFUL: Um = 100_000

interface Grid {
  columns: number
  rows: number
  w: Um
  h: Um
}

/** How often a piece of this size goes into the parent, and how large the pieces then really are. */
function grid(parent: { w: Um; h: Um }, want: { w: Um; h: Um }): Grid {
  const fits = (room: Um, size: Um) => Math.floor((room + CUT_SHORT) / size)
  const [columns, rows] = [fits(parent.w, want.w), fits(parent.h, want.h)]
  return {
    columns,
    rows,
    w: Math.min(want.w, Math.floor(parent.w / Math.max(1, columns))),
    h: Math.min(want.h, Math.floor(parent.h / Math.max(1, rows))),
  }
}

/**
 * Plans `count` pieces of `want` from sheets (or a roll) of a lot: the orientation that gives the most from a parent.
 * Null when the parent is too small, or is that very size.
 */
export function planCut(
  lot: { id: string; form: 'sheet' | 'roll'; measured: { width: Um; length: Um }; stock: number },
  want: { width: Um; length: Um },
  count: number,
): CutPlan | null {
  const roll = lot.form === 'roll'
  const width = lot.measured.width
  const upright = { w: want.width, h: want.length }
  const sideways = { w: want.length, h: want.width }
  const room = (piece: typeof upright) => {
    if (!roll) return { w: width, h: lot.measured.length }
    const columns = Math.floor((width + CUT_SHORT) / piece.w)
    // As much roll as the whole job needs, but not more than can be handled at once.
    return { w: width, h: piece.h * Math.max(1, Math.ceil(count / Math.max(1, columns))) }
  }
  const options = [upright, sideways]
    .map((piece) => ({ parent: room(piece), ...grid(room(piece), piece) }))
    .filter((g) => g.columns > 0 && g.rows > 0)
    .filter((g) => roll || g.columns * g.rows > 1 || g.parent.w - g.w > CUT_SHORT || g.parent.h - g.h > CUT_SHORT)
  const per = (g: (typeof options)[number]) => (roll ? -(g.parent.w * g.parent.h) / (g.columns * g.rows) : g.columns * g.rows)
  const best = options.sort((a, b) => per(b) - per(a))[0]
  if (!best) return null
  const { parent, columns, rows, w, h } = best
  const each = columns * rows
  const needed = roll ? Math.min(each, count) : each
  if (needed > 400) return null
  const pieces = Array.from({ length: needed }, (_, i) => ({ x: (i % columns) * w, y: Math.floor(i / columns) * h, w, h }))
  const spareAcross = parent.w - columns * w
  const spareAlong = parent.h - rows * h
  const cuts: CutPlan['cuts'] = []
  if (roll) cuts.push({ axis: 'across', at: parent.h, of: 'roll' })
  for (let column = 1; column <= columns; column++)
    if (column < columns || spareAcross > 0) cuts.push({ axis: 'along', at: column * w, of: 'sheet' })
  for (let row = 1; row <= rows; row++) if (row < rows || spareAlong > 0) cuts.push({ axis: 'across', at: row * h, of: 'strip' })
  const offcuts = [
    { x: columns * w, y: 0, w: spareAcross, h: parent.h },
    { x: 0, y: rows * h, w: columns * w, h: spareAlong },
  ].filter((r) => r.w > 0 && r.h > 0)
  return {
    fromLotId: lot.id,
    parent: { width: parent.w, length: parent.h, roll },
    piece: { width: Math.min(w, h), length: Math.max(w, h) },
    pieces,
    cuts,
    offcuts: offcuts.sort((a, b) => b.w * b.h - a.w * a.h),
    parents: roll ? 1 : Math.ceil(count / each),
  }
}

/** Offcuts worth putting back into stock. */
export const usefulOffcuts = (plan: CutPlan): CutPlan['offcuts'] => plan.offcuts.filter((r) => Math.min(r.w, r.h) >= USEFUL)

/** The cuts as sentences, in the order they are made. */
export function cutSentences(plan: CutPlan, unit: Unit): string[] {
  const { parent, pieces, piece } = plan
  const size = writeSize(piece.width, piece.length, unit)
  const steps = plan.cuts.map((cut) => {
    const at = writeLength(cut.at, unit)
    if (cut.of === 'roll') return `Cut ${at} off the roll, square.`
    if (cut.of === 'sheet') return `Cut along its ${writeLength(parent.length, unit)} side, ${at} from the left edge.`
    return `Cut ${plan.cuts.some((c) => c.of === 'sheet') ? 'each strip' : 'it'} across, ${at} from the top.`
  })
  const left = usefulOffcuts(plan).map((r) => writeSize(Math.min(r.w, r.h), Math.max(r.w, r.h), unit))
  return [
    ...steps,
    `${parent.roll ? 'That makes' : 'Each makes'} ${counted(pieces.length, 'sheet')} of ${size}.${left.length > 0 ? ` Put the rest back into stock: ${left.join(' and ')}.` : ' Nothing useful is left over.'}`,
  ]
}

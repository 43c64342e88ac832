import { z } from 'zod'
import { type Turn, TurnSchema } from '../things/brief/turn.ts'
import { INTENTS } from '../things/media/intent.ts'
import { AreaSchema, LandedSchema, type Layout, land } from './layout.ts'
import { type TextBlock, TextBlockSchema } from './make/back-text.ts'
import { type Fold, FoldSchema } from './make/folded-card.ts'
import type { Crop } from './placement.ts'
import { type Rect, RectSchema } from './rect.ts'

/** Which side of the sheet a pass prints. */
const SIDES = ['front', 'back'] as const
export type Side = (typeof SIDES)[number]

/** An item where it lies on a form. */
const PlacementSchema = LandedSchema.extend({
  /** Id of the item. */
  item: z.string(),
  turn: TurnSchema,
  /** Part of the picture that is used, as fractions of its upright size; null for words. */
  crop: RectSchema.nullable(),
  /** What is seen of it in the end: the front of a wrapped canvas, or what is left when it is trimmed. */
  face: RectSchema,
  /** Pixels of the picture per inch of paper; null where nobody worked it out. */
  ppi: z.number().nullable(),
  /** The rendering intent of this picture; null where it is the plate's. */
  intent: z.enum(INTENTS).nullable().default(null),
})
export type Placement = z.infer<typeof PlacementSchema>

/** One side of one kind of sheet, with the items placed on it, in the feed frame of the pass that prints it. */
export const FormSchema = AreaSchema.extend({
  /** Stable within the plate: decisions and findings name it. */
  id: z.string(),
  side: z.enum(SIDES),
  /** How many sheets are printed so. */
  count: z.number().int().min(1),
  placements: z.array(PlacementSchema),
  fold: FoldSchema.nullable(),
  /** Words that belong to the form, such as those on a card's back. */
  text: TextBlockSchema.nullable(),
  /** The mark of a sheet out of a sample pack, in its border. */
  mark: TextBlockSchema.nullable().default(null),
  /** What is said under pictures. */
  captions: z.array(TextBlockSchema).default([]),
  /** Fine lines: where it is cut, and around pictures. */
  strokes: z.array(RectSchema).default([]),
})
export type Form = z.infer<typeof FormSchema>

/** A form as drawings, pages and figures read it: with what lies on it as one, be it one picture or several side by side. */
export interface SideView {
  form: Form
  layout: Layout
  turn: Turn
  crop: Crop | null
  face: Rect
  fold: Fold | null
  text: TextBlock | null
  mark: TextBlock | null
  ppi: number | null
}

/** The smallest rectangle that holds all of these. */
export const around = (rects: readonly Rect[]): Rect => {
  const x = Math.min(...rects.map((r) => r.x))
  const y = Math.min(...rects.map((r) => r.y))
  return { x, y, w: Math.max(...rects.map((r) => r.x + r.w)) - x, h: Math.max(...rects.map((r) => r.y + r.h)) - y }
}

/** A placement of a form by itself. */
export function viewOfPlacement(form: Form, placement: Placement): SideView {
  const { sheet, frame, page, printable, fold, text, mark } = form
  const { item: _, intent: __, turn, crop, face, ppi, ...landed } = placement
  return { form, layout: { sheet, frame, page, printable, ...landed }, turn, crop, face, fold, text, mark, ppi }
}

/** Reads a form as a whole: its one placement, all of them as one block that lies as it lies, or its words. */
export function viewOf(form: Form): SideView {
  const { sheet, frame, page, printable, fold, text, mark, placements } = form
  const [one, ...more] = placements
  if (one && more.length === 0) return viewOfPlacement(form, one)
  const area = { sheet, frame, page, printable }
  if (!one) {
    const rect = text?.rect ?? { ...sheet, w: 0, h: 0 }
    const at = { turn: text?.turn ?? (0 as const), crop: null, face: text?.rect ?? sheet, ppi: null }
    return { form, layout: { ...area, ...land(area, rect) }, ...at, fold, text, mark }
  }
  const block = around(placements.map((p) => p.picture))
  const ppis = placements.flatMap((p) => p.ppi ?? [])
  return {
    form,
    layout: { ...area, ...land(area, block) },
    turn: 0,
    crop: { x: 0, y: 0, w: 1, h: 1 },
    face: block,
    fold,
    text,
    mark,
    ppi: ppis.length > 0 ? Math.min(...ppis) : null,
  }
}

/** Sheets printed of these forms on one side. */
export const sheetsOf = (forms: readonly Pick<Form, 'side' | 'count'>[], side: Side = 'front'): number =>
  forms.reduce((sum, form) => sum + (form.side === side ? form.count : 0), 0)

import { z } from 'zod'
import { type Turn, TurnSchema } from '../things/brief/turn.ts'
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
  /** What is seen from the front of a wrapped canvas; otherwise all of it. */
  face: RectSchema,
  /** Pixels of the picture per inch of paper; null where nobody worked it out. */
  ppi: z.number().nullable(),
})
export type Placement = z.infer<typeof PlacementSchema>

/** One side of one kind of sheet, with the items placed on it, in the feed frame of the pass that prints it. */
export const FormSchema = AreaSchema.extend({
  /** Stable within the plate: decisions and findings name it. */
  id: z.string(),
  side: z.enum(SIDES),
  placements: z.array(PlacementSchema),
  fold: FoldSchema.nullable(),
  /** Words that belong to the form, such as those on a card's back. */
  text: TextBlockSchema.nullable(),
  /** The mark of a sheet out of a sample pack, in its border. */
  mark: TextBlockSchema.nullable().default(null),
})
export type Form = z.infer<typeof FormSchema>

/** A form with one placement at the most, as drawings, pages and figures read it. */
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

/** Reads a form that holds one placement, or only words. Whatever assumes that a form has one asks here. */
export function viewOf(form: Form): SideView {
  const { sheet, frame, page, printable, fold, text, mark, placements } = form
  const area = { sheet, frame, page, printable }
  const [one] = placements
  const {
    item: _,
    turn,
    crop,
    face,
    ppi,
    ...landed
  } = one ?? {
    item: '',
    turn: text?.turn ?? 0,
    crop: null,
    face: text?.rect ?? sheet,
    ppi: null,
    ...land(area, text?.rect ?? { ...sheet, w: 0, h: 0 }),
  }
  return { form, layout: { ...area, ...landed }, turn, crop, face, fold, text, mark, ppi }
}

import { z } from 'zod'
import { FormSchema, type Side, type SideView, viewOf } from '../../sheet/form.ts'
import type { Layout } from '../../sheet/layout.ts'
import { BriefSchema } from '../../things/brief/brief.ts'
import { FindingSchema } from '../checks/check.ts'
import { DecisionLineSchema, PinsSchema, SETUP_SHAPE } from '../decisions/registry.ts'
import { EstimatesSchema } from '../estimates/estimates.ts'

/** Raised when the stored form of a plate changes; read-plate.ts upgrades every earlier one. */
export const PLATE_SCHEMA_VERSION = 3

/** The records a plate was made from, as they were: enough to draw, load and print it without the studio. */
const SetupSchema = z.object(SETUP_SHAPE)
export type Setup = z.infer<typeof SetupSchema>

export const PlateSchema = z.object({
  schemaVersion: z.literal(PLATE_SCHEMA_VERSION),
  brief: BriefSchema,
  pins: PinsSchema,
  decisions: z.array(DecisionLineSchema),
  /** Null while something could not be decided; the findings say what. */
  setup: SetupSchema.nullable(),
  /** The sides to print, each with what is placed on it; empty without a set-up. */
  forms: z.array(FormSchema),
  findings: z.array(FindingSchema),
  estimates: EstimatesSchema.nullable(),
})

/** The complete set-up of a job: decisions, geometry, colour plan, findings and estimates. */
export type Plate = z.infer<typeof PlateSchema>

/** One side of a plate, or null when it has none. Whatever assumes one form a side asks here. */
export function sideOf({ forms }: Pick<Plate, 'forms'>, side: Side = 'front'): SideView | null {
  const form = forms.find((f) => f.side === side)
  return form ? viewOf(form) : null
}

/** The form of that id; null where the plate has none. */
export function formOf({ forms }: Pick<Plate, 'forms'>, id: string): SideView | null {
  const form = forms.find((f) => f.id === id)
  return form ? viewOf(form) : null
}

/** Where what lies on that side. */
export const layoutOf = (plate: Pick<Plate, 'forms'>, side: Side = 'front'): Layout | null => sideOf(plate, side)?.layout ?? null

import { z } from 'zod'
import { BriefSchema, fullBrief } from '../../things/brief/brief.ts'
import { FindingSchema } from '../checks/check.ts'
import { DecisionLineSchema, PinsSchema, SETUP_SHAPE, withYoungerFields } from '../decisions/registry.ts'
import { EstimatesSchema } from '../estimates/estimates.ts'

/** Raised when the stored form of a plate changes in a way that old readers cannot follow. */
export const PLATE_SCHEMA_VERSION = 1

const RectSchema = z.object({ x: z.number(), y: z.number(), w: z.number(), h: z.number() })

const SidesSchema = z.object({ leading: z.number(), trailing: z.number(), left: z.number(), right: z.number() })

const LayoutSchema = z.object({
  sheet: RectSchema,
  frame: RectSchema,
  page: RectSchema,
  printable: RectSchema,
  picture: RectSchema,
  printed: RectSchema,
  visible: RectSchema,
  margins: SidesSchema,
  borders: SidesSchema,
  clipped: SidesSchema,
  bleed: SidesSchema,
  lost: z.number(),
})

const TurnSchema = z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)])

const TextBlockSchema = z.object({
  rect: RectSchema,
  turn: TurnSchema,
  lines: z.array(z.string()),
  points: z.number(),
  align: z.enum(['left', 'centre', 'right']),
})

/** The records a plate was made from, as they were: enough to draw, load and print it without the studio. */
const SetupSchema = z.object({
  ...SETUP_SHAPE,
  turn: TurnSchema,
  crop: RectSchema,
  /** What is seen from the front of a wrapped canvas; otherwise the picture. */
  face: RectSchema,
  fold: z.object({ axis: z.enum(['across', 'along']), at: z.number() }).nullable(),
  /** Words on a folded card's back panel. */
  text: TextBlockSchema.nullable(),
})
export type Setup = z.infer<typeof SetupSchema>

export const PlateSchema = z.object({
  schemaVersion: z.literal(PLATE_SCHEMA_VERSION),
  brief: BriefSchema,
  pins: PinsSchema,
  decisions: z.array(DecisionLineSchema),
  /** Null while something could not be decided; the findings say what. */
  setup: SetupSchema.nullable(),
  layout: LayoutSchema.nullable(),
  /** The second pass of a two-sided job, or null. */
  back: z.object({ turn: TurnSchema, layout: LayoutSchema, crop: RectSchema.nullable(), text: TextBlockSchema.nullable() }).nullable(),
  /** Pixels of the picture per inch of paper. */
  ppi: z.number().nullable(),
  findings: z.array(FindingSchema),
  estimates: EstimatesSchema.nullable(),
})

/** The complete set-up of a job: decisions, geometry, colour plan, findings and estimates. */
export type Plate = z.infer<typeof PlateSchema>

/** A plate frozen by an older version, with what has been added since at its neutral value. Throws when it is no plate. */
export function readPlate(stored: unknown): Plate {
  const raw = stored as Plate
  const layout = raw.layout && {
    ...raw.layout,
    frame: raw.layout.frame ?? raw.layout.sheet,
    borders: raw.layout.borders ?? raw.layout.margins,
  }
  const setup = raw.setup && {
    ...raw.setup,
    ...withYoungerFields(raw.setup),
    face: raw.setup.face ?? layout?.picture,
    fold: raw.setup.fold ?? null,
    text: raw.setup.text ?? null,
  }
  return PlateSchema.parse({ ...raw, brief: fullBrief(raw.brief), layout, setup, back: raw.back ?? null })
}

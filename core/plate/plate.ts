import { z } from 'zod'
import { BriefSchema } from '../brief/brief.ts'
import { FindingSchema } from '../checks/check.ts'
import { DECISION_KEYS } from '../decisions/decision.ts'
import { EstimatesSchema } from '../estimates/estimates.ts'
import { LotSchema, PaperSchema, ProfileSchema } from '../media/media.ts'
import { EdgesSchema, PathSchema } from '../paths/path.ts'
import { ExpansionSchema, MediaTypeSchema, PrinterSchema, QualitySchema } from '../printers/printer.ts'

/** Raised when the stored form of a plate changes in a way that old readers cannot follow. */
export const PLATE_SCHEMA_VERSION = 1

const RectSchema = z.object({ x: z.number(), y: z.number(), w: z.number(), h: z.number() })

export const PinsSchema = z.partialRecord(z.enum(DECISION_KEYS), z.string().max(120))

const LineSchema = z.object({
  key: z.enum(DECISION_KEYS),
  title: z.string(),
  question: z.string(),
  value: z.string().nullable(),
  label: z.string(),
  by: z.enum(['rule', 'pairing', 'house', 'brief', 'you']),
  reason: z.string(),
  pinned: z.boolean(),
  ruledOut: z.string().nullable(),
  alternatives: z.array(
    z.object({
      id: z.string(),
      label: z.string(),
      ruledOut: z.string().nullable(),
      costs: z.array(z.object({ points: z.number(), says: z.string() })),
      total: z.number(),
    }),
  ),
  close: z.boolean(),
})

const LayoutSchema = z.object({
  sheet: RectSchema,
  page: RectSchema,
  printable: RectSchema,
  picture: RectSchema,
  printed: RectSchema,
  visible: RectSchema,
  margins: EdgesSchema.extend({ leading: z.number(), trailing: z.number(), left: z.number(), right: z.number() }),
  clipped: z.object({ leading: z.number(), trailing: z.number(), left: z.number(), right: z.number() }),
  bleed: z.object({ leading: z.number(), trailing: z.number(), left: z.number(), right: z.number() }),
  lost: z.number(),
})

/** The records a plate was made from, as they were: enough to draw, load and print it without the studio. */
const SetupSchema = z.object({
  printer: PrinterSchema.omit({ paths: true, mediaTypes: true, qualities: true, expansions: true, quirks: true }),
  path: PathSchema,
  paper: PaperSchema,
  lot: LotSchema,
  page: z.object({ width: z.number(), length: z.number(), pwg: z.string().nullable(), name: z.string() }),
  borderless: z.enum(['none', 'all', 'sides']),
  expansion: ExpansionSchema.nullable(),
  turn: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]),
  crop: RectSchema,
  mediaType: MediaTypeSchema,
  quality: QualitySchema,
  management: z.enum(['program', 'driver', 'both', 'none']),
  profile: ProfileSchema.nullable(),
  intent: z.enum(['perceptual', 'relative', 'saturation', 'absolute']),
  blackPoint: z.boolean(),
})
export type Setup = z.infer<typeof SetupSchema>

export const PlateSchema = z.object({
  schemaVersion: z.literal(PLATE_SCHEMA_VERSION),
  brief: BriefSchema,
  pins: PinsSchema,
  decisions: z.array(LineSchema),
  /** Null while something could not be decided; the findings say what. */
  setup: SetupSchema.nullable(),
  layout: LayoutSchema.nullable(),
  /** Pixels of the picture per inch of paper. */
  ppi: z.number().nullable(),
  findings: z.array(FindingSchema),
  estimates: EstimatesSchema.nullable(),
})

/** The complete set-up of a job: decisions, geometry, colour plan, findings and estimates. */
export type Plate = z.infer<typeof PlateSchema>

import { z } from 'zod'
import { CutPlanSchema } from '../../sheet/cutting/cut-plan.ts'
import { BriefSchema, fullBrief } from '../../things/brief/brief.ts'
import { LotSchema, PaperSchema, ProfileSchema } from '../../things/media/media.ts'
import { PathSchema } from '../../things/paths/path.ts'
import { ExpansionSchema, MediaTypeSchema, PrinterSchema, QualitySchema } from '../../things/printers/printer.ts'
import { FindingSchema } from '../checks/check.ts'
import { DECISION_KEYS, SOURCES } from '../decisions/decision.ts'
import { EstimatesSchema } from '../estimates/estimates.ts'

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
  by: z.enum(SOURCES),
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
  printer: PrinterSchema.omit({ paths: true, mediaTypes: true, qualities: true, expansions: true, quirks: true }),
  path: PathSchema,
  paper: PaperSchema,
  lot: LotSchema,
  page: z.object({ width: z.number(), length: z.number(), pwg: z.string().nullable(), name: z.string() }),
  /** Correction of where the path lays the page, µm. */
  offset: z.object({ x: z.number(), y: z.number() }),
  /** How the sheet is cut from larger stock first, or null. */
  cut: CutPlanSchema.nullable(),
  borderless: z.enum(['none', 'all', 'sides']),
  expansion: ExpansionSchema.nullable(),
  turn: TurnSchema,
  crop: RectSchema,
  /** What is seen from the front of a wrapped canvas; otherwise the picture. */
  face: RectSchema,
  fold: z.object({ axis: z.enum(['across', 'along']), at: z.number() }).nullable(),
  /** Words on a folded card's back panel. */
  text: TextBlockSchema.nullable(),
  mediaType: MediaTypeSchema,
  quality: QualitySchema,
  /** Height of the head above the sheet. */
  gap: z.enum(['normal', 'wide']),
  /** Clear coat over the print. */
  coat: z.enum(['off', 'ink', 'all']),
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
    offset: raw.setup.offset ?? { x: 0, y: 0 },
    cut: raw.setup.cut ?? null,
    face: raw.setup.face ?? layout?.picture,
    fold: raw.setup.fold ?? null,
    text: raw.setup.text ?? null,
    gap: raw.setup.gap ?? raw.setup.mediaType.platenGap,
    coat: raw.setup.coat ?? ('off' as const),
  }
  return PlateSchema.parse({ ...raw, brief: fullBrief(raw.brief), layout, setup, back: raw.back ?? null })
}

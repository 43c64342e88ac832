import { z } from 'zod'

const um = z.number().int().nonnegative()
const range = z.object({ min: z.number().nonnegative(), max: z.number().positive() }).refine((r) => r.min <= r.max, 'minimum above maximum')

export const EDGES = ['leading', 'trailing', 'left', 'right'] as const
/** An edge of the sheet as it travels: leading goes in first; left and right as seen facing the printed side, leading edge up. */
export type Edge = (typeof EDGES)[number]

export const EdgesSchema = z.object({ leading: um, trailing: um, left: um, right: um })
/** One length for each edge, micrometres. */
export type Edges = z.infer<typeof EdgesSchema>

const PATH_KINDS = [
  'cassette',
  'photo-tray',
  'rear-feeder',
  'fine-art-slot',
  'board',
  'front-manual',
  'roll',
  'roll-uncut',
  'cut-sheet',
] as const

export const PathSchema = z.object({
  id: z.string().min(1).max(60),
  name: z.string().min(1).max(80),
  kind: z.enum(PATH_KINDS),
  /** IPP `media-source` keyword (PWG 5100.7). */
  source: z.string().max(60),
  panelName: z.string().max(80),
  /** Across the feed, µm. */
  width: range,
  /** Along the feed, µm. */
  length: range,
  /** Caliper, µm. */
  thickness: range,
  /** Grammage, g/m². */
  weight: range,
  /** Sheets it may hold, by caliper: the first entry whose `upTo` (µm) is not below the sheet's caliper counts. */
  capacity: z.array(z.object({ upTo: um, sheets: z.number().int().positive() })).min(1),
  /** Unprintable edge of a bordered page, µm. */
  margins: EdgesSchema,
  borderless: z
    .object({
      edges: z.array(z.enum(EDGES)).min(1),
      /** PWG names of the sheets it holds for; on a roll, `any`. */
      sizes: z.union([z.literal('any'), z.array(z.string())]),
      /** Margin the printer enforces on a page it will not do borderless, µm. */
      enforced: um,
    })
    .nullable(),
  printableSide: z.enum(['up', 'down']),
  registration: z.enum(['left', 'right', 'centre']),
  senses: z.object({ width: z.boolean(), size: z.boolean() }),
  customSizes: z.boolean(),
  drawIn: z.enum(['at-once', 'when-asked']),
  /** Parts to change before and after, in words. */
  attachment: z.object({ fit: z.string(), remove: z.string() }).nullable(),
  /** How far a sheet may land from where it should: ± µm across and along, ± degrees of skew. */
  tolerance: z.object({ across: um, along: um, skewDegrees: z.number().nonnegative().max(5) }),
  twoSided: z.boolean(),
})
export type Path = z.infer<typeof PathSchema>

export const isRoll = (path: Pick<Path, 'kind'>): boolean => path.kind === 'roll' || path.kind === 'roll-uncut'

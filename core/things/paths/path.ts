import { z } from 'zod'
import { MAX_LENGTH, type Um } from '../length/length.ts'
import { PATH_PART_KEYS } from '../printers/parts.ts'
import { PATH_KIND_IDS } from './kinds.ts'

const um = z.number().int().nonnegative()
const range = z
  .object({ min: z.number().nonnegative(), max: z.number().positive().max(MAX_LENGTH) })
  .refine((r) => r.min <= r.max, 'the minimum is above the maximum')
const sentence = z.string().max(400)

export const EDGES = ['leading', 'trailing', 'left', 'right'] as const
/** An edge of the sheet as it travels: leading goes in first; left and right as seen facing the printed side, leading edge up. */
export type Edge = (typeof EDGES)[number]

const EdgesSchema = z.object({ leading: um, trailing: um, left: um, right: um })
/** One length for each edge, micrometres. */
export type Edges = z.infer<typeof EdgesSchema>
/** A length for each edge. */
export const edgesOf = (of: (edge: Edge) => Um): Edges => ({
  leading: of('leading'),
  trailing: of('trailing'),
  left: of('left'),
  right: of('right'),
})

const PathFields = z.object({
  id: z.string().min(1).max(60),
  name: z.string().min(1).max(80),
  kind: z.enum(PATH_KIND_IDS),
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
  capacity: z
    .array(z.object({ upTo: um, sheets: z.number().int().positive().max(5000) }))
    .min(1)
    .max(12),
  /** Unprintable edge of a bordered page, µm. */
  margins: EdgesSchema,
  borderless: z
    .object({
      edges: z.array(z.enum(EDGES)).min(1).max(4),
      /** PWG names of the sheets it holds for; on a roll, `any`. */
      sizes: z.union([z.literal('any'), z.array(z.string().max(80)).max(500)]),
      /** Margin the printer enforces on a page it will not do borderless, µm. */
      enforced: um,
      /** Margins of the edges that stay white while others run off; null when they are those of a bordered page. */
      margins: EdgesSchema.nullable().default(null),
    })
    .nullable(),
  printableSide: z.enum(['up', 'down']),
  registration: z.enum(['left', 'right', 'centre']),
  /** What the printer finds out by itself: the width, the side edges as it prints, the size of the sheet, its skew. */
  senses: z.object({
    width: z.boolean(),
    size: z.boolean(),
    edges: z.boolean().default(false),
    /** Finds a sheet that went in plainly askew and stops before any ink. */
    skew: z.boolean().default(false),
  }),
  customSizes: z.boolean(),
  drawIn: z.enum(['at-once', 'when-asked']),
  /** Parts to change before and after, in words. */
  attachment: z.object({ fit: z.string(), remove: z.string() }).nullable(),
  /** How far a sheet may land from where it should: ± µm across and along, ± degrees of skew. */
  tolerance: z.object({ across: um, along: um, skewDegrees: z.number().nonnegative().max(5) }),
  /** Both sides of a sheet: by the printer or by hand, and up to which caliper (µm). Null when the path must not see a printed side. */
  duplex: z
    .object({
      how: z.enum(['automatic', 'by-hand']),
      upTo: um,
      /** Margins of the second side; null when they are those of the first. */
      margins: EdgesSchema.nullable(),
    })
    .nullable()
    .default(null),
  /** Room to keep clear before and behind the printer besides the sheet itself, µm; `ofSheet` adds the sheet's length. */
  clearance: z.object({ before: um, behind: um, ofSheet: z.boolean() }).default({ before: 0, behind: 0, ofSheet: true }),
  /** How a roll goes on: inside diameters of core it takes (inches), suction that can be lowered, loading by itself. */
  roll: z
    .object({
      cores: z.array(z.number().positive().max(8)).max(4),
      suction: z.boolean(),
      selfLoading: z.boolean(),
    })
    .default({ cores: [], suction: false, selfLoading: false }),
  /** Day of its last service, ISO 8601; null when it never was. */
  serviced: z.iso.date().nullable().default(null),
  /** Whether its sensing of size is switched on; null when nobody has looked. */
  sensing: z.enum(['on', 'off']).nullable().default(null),
  /** Noted as worn or in need of service: since when, and what was seen; null when it is in order. */
  noted: z
    .object({ on: z.iso.date(), says: sentence.min(1) })
    .nullable()
    .default(null),
  /** Parts of this that are only usual ones of its kind: nobody has held them against this machine. */
  unconfirmed: z.array(z.enum(PATH_PART_KEYS)).max(20).default([]),
  /** How it tells that it has taken the sheet or roll: a beep, a light, words on its display. Empty when nobody has said. */
  signal: z.string().trim().max(120).default(''),
  /** Loading and tidying up in the words of this printer's manual, after the usual steps of this kind of path. */
  loadSteps: z.array(sentence).max(12).default([]),
  tidySteps: z.array(sentence).max(12).default([]),
})

/** The widest any path is: refuses a slip of a digit. */
const WIDEST = 3_000_000

/** A path whose data do not contradict each other. */
export const PathSchema = PathFields.superRefine((path, context) => {
  const wrong = (at: (string | number)[], message: string) => context.addIssue({ code: 'custom', path: at, message })
  if (path.width.max > WIDEST) wrong(['width', 'max'], 'no studio printer is wider than 3 m')
  const check = (margins: Edges, at: (string | number)[]) => {
    if (margins.left + margins.right >= path.width.min)
      wrong([...at, 'left'], 'left and right margins leave nothing of the narrowest sheet')
    if (margins.leading + margins.trailing >= path.length.min)
      wrong([...at, 'trailing'], 'leading and trailing margins leave nothing of the shortest sheet')
  }
  check(path.margins, ['margins'])
  if (path.borderless?.margins) check(path.borderless.margins, ['borderless', 'margins'])
  if (path.duplex?.margins) check(path.duplex.margins, ['duplex', 'margins'])
  if (path.borderless && 2 * path.borderless.enforced >= Math.min(path.width.min, path.length.min))
    wrong(['borderless', 'enforced'], 'the enforced margin leaves nothing of the smallest sheet')
  path.capacity.forEach((entry, i) => {
    const before = path.capacity[i - 1]
    if (before && before.upTo >= entry.upTo) wrong(['capacity', i, 'upTo'], 'thickness must rise from entry to entry')
  })
  if (path.duplex && path.duplex.upTo < path.thickness.min) wrong(['duplex', 'upTo'], 'thinner than anything this path takes')
})
export type Path = z.infer<typeof PathSchema>

/** A margin from which it is called dead: wide enough to spoil a centred print, µm. Common practice: a centimetre. */
const DEAD_FROM = 10_000
export const isDead = (margin: number): boolean => margin >= DEAD_FROM

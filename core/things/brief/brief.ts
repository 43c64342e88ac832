import { z } from 'zod'
import { MAX_LENGTH } from '../length/length.ts'
import { CriticalColourSchema } from './critical.ts'
import { MakeSchema } from './make.ts'
import { PICTURE_KINDS, PictureSchema } from './picture.ts'
import { TestSheetSchema } from './test-sheet.ts'
import { PICTURE_EDGES } from './turn.ts'

const um = z.number().int().positive().max(MAX_LENGTH)

/** How big: by the picture, the sheet, the border, a scale, or the resolution. */
const PrintSizeSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('picture'), width: um.nullable(), height: um.nullable() }),
  z.object({ by: z.literal('sheet'), fill: z.boolean() }),
  z.object({
    by: z.literal('border'),
    border: z.number().int().nonnegative().max(MAX_LENGTH),
    /** How much wider the border at the picture's foot is: 1 for equal borders; framers like 1.1 to 1.3 (common practice). Left out: equal. */
    foot: z.number().min(1).max(4).optional(),
    /** Crops the picture so that every border is exactly this wide. */
    exact: z.boolean().optional(),
  }),
  /** Percent of the size the file's resolution tag gives it (300 per inch where it has none). */
  z.object({ by: z.literal('scale'), percent: z.number().positive().max(10_000) }),
  /** So that this many pixels fall on an inch. */
  z.object({ by: z.literal('resolution'), ppi: z.number().min(1).max(10_000) }),
])

/** What the client wants, before any machine is thought of. */
export const BriefSchema = z.object({
  picture: PictureSchema.nullable(),
  size: PrintSizeSchema,
  /** The sheet asked for, or null to let the stock decide. Without a length: a roll. Without a width: that long, of whatever width. */
  sheet: z
    .object({ width: um.nullable(), length: um.nullable(), name: z.string().max(80).nullable() })
    .refine((s) => s.width !== null || s.length !== null, 'a sheet needs a width or a length')
    .nullable(),
  /** Cut down to this after printing, or null to keep the sheet whole. */
  finished: z.object({ width: um, length: um }).nullable(),
  /** Which part stays when the picture is cropped: 0 keeps its left (or head) edge, 1 its right (or foot). */
  cropAt: z.object({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) }),
  /** Edges of the picture that must not be lost. */
  keep: z.array(z.enum(PICTURE_EDGES)).max(4),
  make: MakeSchema,
  paperId: z.string().max(60).nullable(),
  copies: z.number().int().min(1).max(10_000),
  finish: z.enum(['bordered', 'borderless']),
  /** From where it will be looked at, µm; null for the usual distance of its size. */
  viewingDistance: um.nullable(),
  /** What the picture is, for the choice of an intent; null lets its colours tell. */
  kind: z.enum(PICTURE_KINDS).nullable().default(null),
  /** Output sharpening at the size of the print, per cent; 0 for none. */
  sharpen: z.number().int().min(0).max(200).default(0),
  /** What this job tries out, when it is a test sheet and not a print. */
  test: TestSheetSchema.nullable().default(null),
  /** Colours that must come out right. */
  critical: z.array(CriticalColourSchema).max(24).default([]),
  notes: z.string().max(5000),
  /** ISO 8601, UTC. */
  dueAt: z.iso.datetime().nullable(),
  unit: z.enum(['mm', 'in']),
})
export type Brief = z.infer<typeof BriefSchema>

export const EMPTY_BRIEF: Brief = {
  picture: null,
  size: { by: 'sheet', fill: false },
  sheet: null,
  finished: null,
  cropAt: { x: 0.5, y: 0.5 },
  keep: [],
  make: { as: 'print' },
  paperId: null,
  copies: 1,
  finish: 'bordered',
  viewingDistance: null,
  kind: null,
  sharpen: 0,
  test: null,
  critical: [],
  notes: '',
  dueAt: null,
  unit: 'mm',
}

/** A brief stored by an older version, with what has been added since at its neutral value. */
export const fullBrief = (stored: Partial<Brief>): Brief => ({ ...EMPTY_BRIEF, ...stored })

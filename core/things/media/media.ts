import { z } from 'zod'
import { MAX_LENGTH } from '../length/length.ts'
import { INTENTS } from './intent.ts'

const id = z.string().min(1).max(60)
const um = z.number().int().nonnegative()

const SURFACES = ['gloss', 'satin', 'matte', 'art', 'canvas', 'board', 'plain'] as const
export type Surface = (typeof SURFACES)[number]

/** Surfaces that carry ink on a sealed coating and want photo black; the others absorb it. */
export const isGlossy = (surface: Surface): boolean => surface === 'gloss' || surface === 'satin'

export const PaperSchema = z.object({
  id,
  name: z.string().min(1).max(80),
  surface: z.enum(SURFACES),
  /** Grammage, g/m². */
  weight: z.number().positive().max(3000),
  /** Caliper, µm. */
  thickness: um.positive(),
  /** Lab (D50) of the bare sheet. */
  white: z.tuple([z.number(), z.number(), z.number()]),
  twoSided: z.boolean(),
  /** Comes creased or folded across the middle of this side; null when it is flat. */
  crease: z.enum(['long-side', 'short-side']).nullable().default(null),
  /** Price of a square metre in the studio's currency. */
  pricePerSquareMetre: z.number().nonnegative(),
})
export type Paper = z.infer<typeof PaperSchema>

const readings = z.array(um.positive().max(MAX_LENGTH)).max(12)
export const ReadingsSchema = z.object({ width: readings, length: readings, diagonals: readings.max(2) })
export type Readings = z.infer<typeof ReadingsSchema>

/** A box or a roll of a paper, with the size it really measures. */
export const LotSchema = z.object({
  id,
  paperId: id,
  form: z.enum(['sheet', 'roll']),
  /** PWG name of the size on the label; null for cut or odd sheets. */
  pwg: z.string().nullable(),
  /** Size on the label, µm; a roll's `length` is that of a full roll. */
  nominal: z.object({ width: um.positive(), length: um.positive() }),
  /** Median of the readings, µm; on a roll only the width is measured. */
  measured: z.object({ width: um.positive(), length: um.positive() }),
  /** Half of the range of the readings, µm. */
  spread: um,
  /** What was read, µm: width and length at three places each, both diagonals. Empty when nobody has measured. */
  readings: ReadingsSchema.default({ width: [], length: [], diagonals: [] }),
  /** How far its corners are from 90°, degrees, from the diagonals. */
  outOfSquare: z.number().min(0).max(10).default(0),
  /** Sheets left, or micrometres of roll left. */
  stock: z.number().int().nonnegative(),
})
export type Lot = z.infer<typeof LotSchema>

/** What a profile was made for. Everything beyond the first four is what somebody knows of how it was made. */
export const BindingSchema = z.object({
  printerId: id,
  paperId: id,
  mediaTypeId: id,
  dpi: z.number().int().positive(),
  /** Printing both ways, which shifts colour a little. */
  bidirectional: z.boolean().optional(),
  black: z.enum(['photo', 'matte']).optional(),
  /** Day it was made or measured, ISO 8601. */
  made: z.iso.date().optional(),
  instrument: z.string().trim().min(1).max(80).optional(),
  patches: z.number().int().positive().max(100_000).optional(),
  /** Printer it was really made on, when that is a sister of this one: same inks, same screening. */
  borrowedFrom: z.string().trim().min(1).max(80).optional(),
})
export type Binding = z.infer<typeof BindingSchema>

/** An ICC profile and what it was made for. */
export const ProfileSchema = z.object({
  id,
  description: z.string().max(400),
  /** SHA-256 of the file in the store, hex. */
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  boundTo: BindingSchema.nullable(),
})
export type Profile = z.infer<typeof ProfileSchema>

/** What won on test strips, why, and on what day. */
export const TestedSchema = z.object({
  intent: z.enum(INTENTS),
  blackPoint: z.boolean(),
  /** Media type that won, or null when only one was tried. */
  mediaTypeId: id.nullable().default(null),
  because: z.string().trim().max(500),
  on: z.iso.date(),
})

export type Tested = z.infer<typeof TestedSchema>

/** What the studio knows of one paper on one printer. */
export const PairingSchema = z.object({
  id,
  printerId: id,
  paperId: id,
  mediaTypeId: id,
  profileId: id.nullable(),
  /** Path that worked, or null when any will do. */
  pathId: id.nullable(),
  qualityId: id,
  dryingMinutes: z.number().nonnegative(),
  good: z.number().int().nonnegative(),
  bad: z.number().int().nonnegative(),
  /** Null when nobody has tried. */
  tested: TestedSchema.nullable().optional(),
})
export type Pairing = z.infer<typeof PairingSchema>

/** What lies in one path of one printer now. */
export const LoadedSchema = z.object({
  printerId: id,
  pathId: id,
  lotId: id.nullable(),
  /** Sheets in the path, or µm left on the roll. */
  remaining: z.number().int().nonnegative(),
})
export type Loaded = z.infer<typeof LoadedSchema>

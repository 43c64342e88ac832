import { z } from 'zod'
import { MAX_LENGTH } from '../length/length.ts'

const um = z.number().int().positive().max(MAX_LENGTH)

/** What is known of the picture file. */
export const PictureSchema = z.object({
  id: z.string().max(60),
  name: z.string().max(255),
  /** Pixels, in the picture's own upright orientation. */
  width: z.number().int().positive(),
  height: z.number().int().positive(),
  /** Resolution tag in pixels per inch, or null when the file has none. */
  ppi: z.number().positive().nullable(),
  bits: z.number().int().positive(),
  channels: z.enum(['rgb', 'grey', 'cmyk']),
  /** Description of the embedded profile, or null when there is none. */
  profile: z.string().max(400).nullable(),
  /** SHA-256 of the embedded profile in the store, or null. */
  profileHash: z.string().nullable(),
  /** SHA-256 of the file. */
  hash: z.string(),
  /** SHA-256 of the preview in the store, or empty. */
  preview: z.string().default(''),
  /** What was wrong with the file though it could be read, or null. */
  warning: z.string().nullable().default(null),
})
export type Picture = z.infer<typeof PictureSchema>

/** How big: by the picture, by filling or fitting a sheet, or by the width of the border. */
export const PrintSizeSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('picture'), width: um.nullable(), height: um.nullable() }),
  z.object({ by: z.literal('sheet'), fill: z.boolean() }),
  z.object({ by: z.literal('border'), border: z.number().int().nonnegative().max(MAX_LENGTH) }),
])

/** What the client wants, before any machine is thought of. */
export const BriefSchema = z.object({
  picture: PictureSchema.nullable(),
  size: PrintSizeSchema,
  /** The sheet asked for, or null to let the stock decide. */
  sheet: z.object({ width: um, length: um, name: z.string().max(80).nullable() }).nullable(),
  paperId: z.string().max(60).nullable(),
  copies: z.number().int().min(1).max(10_000),
  finish: z.enum(['bordered', 'borderless']),
  /** From where it will be looked at, µm; null for the usual distance of its size. */
  viewingDistance: um.nullable(),
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
  paperId: null,
  copies: 1,
  finish: 'bordered',
  viewingDistance: null,
  notes: '',
  dueAt: null,
  unit: 'mm',
}

import { z } from 'zod'
import { PICTURE_EDGES } from './turn.ts'

/** What a picture is, as far as the choice of an intent goes. */
export const PICTURE_KINDS = ['photograph', 'black-and-white', 'line-art'] as const
export type PictureKind = (typeof PICTURE_KINDS)[number]

/** Name of a file in the store: the SHA-256 of its content, hex. */
const Sha256Schema = z.string().regex(/^[0-9a-f]{64}$/)

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
  /** Whether the embedded profile can be joined to another: one that opens may still lack the tables for it. */
  joins: z.boolean().default(true),
  /** SHA-256 of the embedded profile in the store, or null. */
  profileHash: Sha256Schema.nullable(),
  /** SHA-256 of the file. */
  hash: Sha256Schema,
  /** SHA-256 of the preview in the store, or empty. */
  preview: Sha256Schema.or(z.literal('')).default(''),
  /** What was wrong with the file though it could be read, or null. */
  warning: z.string().nullable().default(null),
  /** What its colours tell it is; null while they have not been counted. */
  told: z.enum(PICTURE_KINDS).nullable().default(null),
  /** How dark it prints on average in a printer's cyan, magenta and yellow, 0…1; null while it has not been counted. */
  inked: z.tuple([z.number(), z.number(), z.number()]).nullable().default(null),
  /** SHA-256 of the kept colour count in the store, or empty while nobody has asked for it. */
  colours: Sha256Schema.or(z.literal('')).default(''),
  /**
   * For each edge, from it inwards in strips of 1 % of that side: the share of the strip that is not blank paper.
   * Null for pictures taken before this was measured: all of it counts.
   */
  content: z
    .record(z.enum(PICTURE_EDGES), z.array(z.number().min(0).max(1)).max(100))
    .nullable()
    .default(null),
})
export type Picture = z.infer<typeof PictureSchema>

/** Stands in while a brief has no picture yet: a 3:2 frame at a resolution nothing complains of. */
export const NO_PICTURE: Picture = {
  id: '',
  name: '',
  width: 6000,
  height: 4000,
  ppi: 300,
  bits: 8,
  channels: 'rgb',
  profile: null,
  profileHash: null,
  joins: true,
  hash: '',
  preview: '',
  warning: null,
  colours: '',
  told: null,
  inked: null,
  content: null,
}

import { z } from 'zod'
import { MAX_LENGTH } from '../length/length.ts'
import { NameSchema } from '../name.ts'
import { INTENTS } from './intent.ts'
import { PaperPriceSchema } from './paper-price.ts'

const id = z.string().min(1).max(60)
const um = z.number().int().nonnegative()

export const SURFACES = ['gloss', 'satin', 'matte', 'art', 'canvas', 'board', 'plain'] as const
export type Surface = (typeof SURFACES)[number]

/** Surfaces that carry ink on a sealed coating; the others absorb it. */
export const isGlossy = (surface: Surface): boolean => surface === 'gloss' || surface === 'satin'

/** A line of what a paper's maker says to choose on which printers, as it stands there. */
const RecommendationSchema = z.object({ printers: z.string().trim().max(80), mediaType: z.string().trim().min(1).max(80) })

export const PaperSchema = z.object({
  id,
  name: NameSchema.max(80),
  /** The maker's code, or the studio's own. */
  code: z.string().trim().max(40).default(''),
  surface: z.enum(SURFACES),
  /** Grammage, g/m². */
  weight: z.number().positive().max(3000),
  /** Caliper, µm. */
  thickness: um.positive().max(10_000),
  /** Where the caliper comes from: the label, somebody's caliper, or an estimate from grammage and surface. */
  thicknessFrom: z.enum(['label', 'measured', 'estimated']).default('label'),
  /** Lab (D50) of the bare sheet. */
  white: z.tuple([z.number().min(0).max(100), z.number().min(-128).max(127), z.number().min(-128).max(127)]),
  whiteFrom: z.enum(['label', 'measured', 'profile', 'eye']).default('label'),
  /** Has an optical brightener, which a UV-filtered light and years take away; null when nobody knows. */
  brightened: z.boolean().nullable().default(null),
  /** The black its coating holds, where that is not the one its surface says. */
  black: z.enum(['photo', 'matte']).nullable().default(null),
  twoSided: z.boolean(),
  /** How to tell the printable side: “the smoother one”, “the label faces it”. */
  printableSide: z.string().trim().max(200).default(''),
  stiffness: z.enum(['limp', 'usual', 'stiff']).default('usual'),
  curl: z.enum(['flat', 'some', 'strong']).default('flat'),
  /** The side of the sheet the grain runs along; null when nobody knows. On a roll it runs along the roll. */
  grain: z.enum(['long-side', 'short-side']).nullable().default(null),
  /** What it takes to dry before anything is known of it on a printer; null for the usual half hour. */
  dryingMinutes: z.number().int().nonnegative().max(10_000).nullable().default(null),
  /** What its maker says to choose, as it is written there. */
  recommends: z.array(RecommendationSchema).max(20).default([]),
  notes: z.string().max(2000).default(''),
  /** SHA-256 of a picture of its texture; null where nobody took one. */
  texture: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .nullable()
    .default(null),
  /** The pack it came in as a sample; null for a paper of the studio's own. */
  sampleOf: z.string().max(60).nullable().default(null),
  /** Comes creased or folded across the middle of this side; null when it is flat. */
  crease: z.enum(['long-side', 'short-side']).nullable().default(null),
  /** Price of a square metre in the studio's currency. */
  pricePerSquareMetre: z.number().nonnegative().max(100_000),
  /** As it was paid; null where only the price of a square metre was said. */
  price: PaperPriceSchema.nullable().default(null),
})
export type Paper = z.infer<typeof PaperSchema>
/** A paper as somebody fills it in: what is left out is as usual. */
export type PaperInput = z.input<typeof PaperSchema>

/** The black a paper holds: what its coating asks for, else photo on sealed surfaces and matte on those that absorb. */
export const blackOf = (paper: Pick<Paper, 'surface'> & Partial<Pick<Paper, 'black'>>): 'photo' | 'matte' =>
  paper.black ?? (isGlossy(paper.surface) ? 'photo' : 'matte')

const readings = z.array(um.positive().max(MAX_LENGTH)).max(12)
export const ReadingsSchema = z.object({ width: readings, length: readings, diagonals: readings.max(2) })
export type Readings = z.infer<typeof ReadingsSchema>

/** Where a lot came from and what became of it. */
export const LotStorySchema = z.object({
  /** What a single sheet out of a sample pack is called, as it is written on its back; empty for what is no sample. */
  mark: z.string().trim().max(8).default(''),
  /** The number on the box. */
  number: z.string().trim().max(60).default(''),
  /** Day it arrived, ISO 8601. */
  arrived: z.iso.date().nullable().default(null),
  /** What it was when it arrived: sheets, or µm of roll. */
  arrivedWith: z.number().int().positive().max(1_000_000_000).nullable().default(null),
  /** Paid for it, cents of the studio's currency. */
  paidCents: z.number().int().nonnegative().max(1_000_000_000).nullable().default(null),
  /** Day it was opened, ISO 8601. */
  opened: z.iso.date().nullable().default(null),
})

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
  stock: z.number().int().nonnegative().max(1_000_000_000),
  ...LotStorySchema.shape,
  /** Kept for something: nothing is planned on it. */
  aside: z.boolean().default(false),
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

const TallySchema = z.object({ good: z.number().int().nonnegative(), bad: z.number().int().nonnegative() })
export type Tally = z.infer<typeof TallySchema>
/** What counts by media type have more than the log says, or less. */
export const BroughtSchema = z.record(id, z.object({ good: z.number().int(), bad: z.number().int() }))

/** What the studio knows of one paper on one printer. */
export const PairingSchema = z.object({
  id,
  printerId: id,
  paperId: id,
  mediaTypeId: id,
  profileId: id.nullable(),
  /** A profile of another paper that somebody has chosen to use until this one has its own. */
  borrows: id.nullable().optional(),
  /** Path that worked, or null when any will do. */
  pathId: id.nullable(),
  qualityId: id,
  dryingMinutes: z.number().nonnegative(),
  /** Prints that came out right, and that were wasted, whatever entry they were printed as. */
  good: z.number().int().nonnegative(),
  bad: z.number().int().nonnegative(),
  /** The same by media type; left out where all of them were printed as `mediaTypeId`. */
  tallies: z.record(id, TallySchema).optional(),
  /** Null when nobody has tried. */
  tested: TestedSchema.nullable().optional(),
  /** Begun by a print, by binding a profile, or by hand; a print that came out right is what counts from then on. */
  begun: z.enum(['print', 'profile', 'hand']).optional(),
  notes: z.string().trim().max(2000).optional(),
})
export type Pairing = z.infer<typeof PairingSchema>

/** How often a paper came out right, and was wasted, printed as this media type; as the one that is taken where none is named. */
export const tallyOf = (
  { tallies, mediaTypeId, good, bad }: Pick<Pairing, 'tallies' | 'mediaTypeId' | 'good' | 'bad'>,
  entry: string = mediaTypeId,
): Tally => tallies?.[entry] ?? (tallies === undefined && entry === mediaTypeId ? { good, bad } : { good: 0, bad: 0 })

/** The path a paper has come out right on, or null: one whose only good print turned out to be wasted proves nothing. */
export const provenOn = ({ pathId, good }: Pick<Pairing, 'pathId' | 'good'>): string | null => (good > 0 ? pathId : null)

/** All tallies of a pairing, said for each media type. */
export const talliesOf = (pairing: Pick<Pairing, 'tallies' | 'mediaTypeId' | 'good' | 'bad'>): Record<string, Tally> =>
  pairing.tallies ?? { [pairing.mediaTypeId]: tallyOf(pairing) }

/** What lies in one path of one printer now. */
export const LoadedSchema = z.object({
  printerId: id,
  pathId: id,
  lotId: id.nullable(),
  /** Sheets in the path, or µm left on the roll. */
  remaining: z.number().int().nonnegative(),
})
export type Loaded = z.infer<typeof LoadedSchema>

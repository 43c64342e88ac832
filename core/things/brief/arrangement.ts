import { z } from 'zod'
import { MAX_LENGTH, type Um } from '../length/length.ts'
import { TurnSchema } from './turn.ts'

const um = z.number().int().nonnegative().max(MAX_LENGTH)
const size = z.object({ width: um.positive(), height: um.positive() })

/** Most cells along one side of a grid, and most places on a sheet laid out by hand. */
export const MAX_CELLS = 50
export const MAX_PLACES = 500
export const MAX_GUIDES = 100
/** Most prints a job may come to, all its copies. */
export const MAX_PIECES = 20_000

/** What is said under each picture. */
const CAPTIONS = ['none', 'name', 'number', 'both'] as const
/** Lines to cut along: none, short ones at the corners, or right across the sheet. */
const CUT_MARKS = ['none', 'corners', 'lines'] as const

const SHARED = {
  /** Paper between two pictures, µm. Common practice: 3 to 6 mm where pieces are cut apart. */
  gutter: um,
  /** White kept at every edge of the sheet at least, µm; the printer may need more. */
  border: um,
  /** How far each picture is printed past where it will be trimmed, µm. Common practice: 2 to 3 mm. */
  bleed: um,
  marks: z.enum(CUT_MARKS),
  /** A fine line around each picture. */
  hairline: z.boolean(),
  captions: z.enum(CAPTIONS),
  /** Words in the sheet's border, such as the name of the job. */
  line: z.string().max(120),
}

/** A place on a sheet laid out by hand. */
const PlaceSchema = z.object({
  /** Id of the item that lies there, or null while it is empty. */
  item: z.string().max(20).nullable(),
  /** Its leading left corner on the true sheet, µm. */
  x: z.number().int().min(-MAX_LENGTH).max(MAX_LENGTH),
  y: z.number().int().min(-MAX_LENGTH).max(MAX_LENGTH),
  width: um.positive(),
  height: um.positive(),
  /** How the picture is turned there; null for whichever way fills the place better. */
  turn: TurnSchema.nullable(),
  /** Whether the picture is cropped to cover the place, or shown whole within it. */
  fill: z.boolean(),
})
export type Place = z.infer<typeof PlaceSchema>

/** A line across the feed (`y`) or along it (`x`), µm from the leading left corner of the true sheet. */
const GuideSchema = z.object({ axis: z.enum(['x', 'y']), at: z.number().int().min(-MAX_LENGTH).max(MAX_LENGTH) })
export type Guide = z.infer<typeof GuideSchema>

/** How the items of a job share sheets. */
export const ArrangementSchema = z.discriminatedUnion('as', [
  /** Every item on sheets of its own. */
  z.object({ as: z.literal('apart') }),
  /** Equal cells, filled in the order of the items, each as often as it has copies. */
  z.object({
    as: z.literal('grid'),
    /** Null for as many as go. */
    columns: z.number().int().min(1).max(MAX_CELLS).nullable(),
    rows: z.number().int().min(1).max(MAX_CELLS).nullable(),
    /** How large a cell is, or null where columns and rows share what room there is. */
    cell: size.nullable(),
    fill: z.boolean(),
    /** Whether a picture may be turned to make more of its cell. */
    turn: z.boolean(),
    ...SHARED,
  }),
  /** Every item at its own size, laid onto as few sheets as possible. */
  z.object({
    as: z.literal('sizes'),
    /** Straight: every cut goes right across what it divides, as a cutter's does. Free: with a knife. */
    cuts: z.enum(['straight', 'free']),
    turn: z.boolean(),
    /** What does not lie among each other: the pieces of different jobs, or of what is due at different times, the first due first. */
    keep: z.enum(['nothing', 'jobs', 'due']).default('nothing'),
    /** The longest stretch of a roll that is printed at once, µm; null for as long as the printer and the roll allow. */
    longest: um.positive().nullable().default(null),
    ...SHARED,
  }),
  /** Laid out by hand; later places lie over earlier ones. */
  z.object({
    as: z.literal('free'),
    places: z.array(PlaceSchema).max(MAX_PLACES),
    sheets: z.number().int().min(1).max(10_000),
    /** Lines to lay pictures by; they are not printed. */
    guides: z.array(GuideSchema).max(MAX_GUIDES).default([]),
    ...SHARED,
  }),
])
export type Arrangement = z.infer<typeof ArrangementSchema>
export type Grid = Extract<Arrangement, { as: 'grid' }>
export type Sizes = Extract<Arrangement, { as: 'sizes' }>
export type Free = Extract<Arrangement, { as: 'free' }>
/** Items that lie together on sheets. */
export type Together = Grid | Sizes | Free

export const APART: Arrangement = { as: 'apart' }

const shared = { gutter: 5000, border: 10_000, bleed: 0, marks: 'none', hairline: false, captions: 'none', line: '' } as const
const NONE: Um = 0

/** A sensible beginning for each kind. Gutters of 5 mm, 2 mm in a contact sheet that nobody cuts: common practice. */
export const NEW_ARRANGEMENT: { grid: Grid; contact: Grid; sizes: Sizes; free: Free } = {
  grid: { as: 'grid', columns: 2, rows: 2, cell: null, fill: false, turn: true, ...shared },
  contact: { as: 'grid', columns: 5, rows: null, cell: null, fill: false, turn: false, ...shared, gutter: 3000, captions: 'both' },
  sizes: { as: 'sizes', cuts: 'straight', turn: true, keep: 'nothing', longest: null, ...shared, marks: 'corners' },
  free: { as: 'free', places: [], sheets: 1, guides: [], ...shared, gutter: NONE },
}

import { z } from 'zod'
import { MAX_LENGTH } from '../length/length.ts'
import { CriticalColourSchema } from './critical.ts'
import { WordsSchema } from './make.ts'
import { NO_PICTURE, PICTURE_KINDS, type Picture, PictureSchema } from './picture.ts'
import { PICTURE_EDGES, TurnSchema } from './turn.ts'

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

/** What is printed: a picture, null until there is one, or words. */
const ContentSchema = z.discriminatedUnion('as', [
  z.object({ as: z.literal('picture'), picture: PictureSchema.nullable() }),
  z.object({ as: z.literal('words'), words: WordsSchema }),
])

const white = z.number().int().nonnegative().max(MAX_LENGTH)

const ITEM = {
  /** Stable within the job: decisions, findings and placements name it. */
  id: z.string().min(1).max(20),
  content: ContentSchema,
  size: PrintSizeSchema,
  copies: z.number().int().min(1).max(10_000),
  /** Which part stays when the picture is cropped: 0 keeps its left (or head) edge, 1 its right (or foot). */
  cropAt: z.object({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) }),
  /** How it has to lie in the feed, or null where it may lie as it likes. */
  turn: TurnSchema.nullable(),
  /** Edges of the picture that must not be lost. */
  keep: z.array(z.enum(PICTURE_EDGES)).max(4),
  /** What the picture is, for the choice of an intent; null lets its colours tell. */
  kind: z.enum(PICTURE_KINDS).nullable(),
  /** Colours that must come out right. */
  critical: z.array(CriticalColourSchema).max(24),
  /** From where it will be looked at, µm; null for the usual distance of its size. */
  viewingDistance: um.nullable(),
  /** White that belongs to the finished piece around the picture, by its own upright edges, µm; null for none. */
  white: z.object({ head: white, right: white, foot: white, left: white }).nullable(),
  /** The job and item this piece belongs to, in a job that prints several jobs together; null for its own. */
  piece: z
    .object({
      job: z.number().int().positive(),
      item: z.string().max(20),
      /** When its job is due. */
      dueAt: z.iso.datetime().nullable().default(null),
    })
    .nullable(),
  /** Output sharpening at the size of the print, per cent; 0 for none. */
  sharpen: z.number().int().min(0).max(200),
}

/** One picture (or words) of a job, with everything that is its own. */
export const ItemSchema = z.object(ITEM)
export type Item = z.infer<typeof ItemSchema>
export const ITEM_KEYS = ItemSchema.keyof().options

/** A change to an item: what is left out stays. */
export const ItemChangeSchema = ItemSchema.omit({ id: true }).partial()
export type ItemChange = Partial<Omit<Item, 'id'>>

export const EMPTY_ITEM: Item = {
  id: '1',
  content: { as: 'picture', picture: null },
  size: { by: 'sheet', fill: false },
  copies: 1,
  cropAt: { x: 0.5, y: 0.5 },
  turn: null,
  keep: [],
  kind: null,
  critical: [],
  viewingDistance: null,
  white: null,
  piece: null,
  sharpen: 0,
}

/** The picture of an item, or null when it has none (yet). */
export const pictureIn = ({ content }: Pick<Item, 'content'>): Picture | null => (content.as === 'picture' ? content.picture : null)

/** The picture of an item, or a stand-in whose shape and size nothing complains of. */
export const pictureOf = (item: Pick<Item, 'content'>): Picture => pictureIn(item) ?? NO_PICTURE

/** A change that makes this picture the item's content. */
export const withPicture = (picture: Picture | null): { content: Item['content'] } => ({ content: { as: 'picture', picture } })

import { z } from 'zod'
import { MAX_LENGTH } from '../length/length.ts'

/** Words that are printed: on the back of a card, or by themselves. */
export const WordsSchema = z.object({
  text: z.string().max(500),
  /** Size of the letters, points (1/72 in). */
  points: z.number().min(4).max(72),
  /** Where the block stands, as it is read. */
  at: z.enum(['head', 'middle', 'foot']),
  align: z.enum(['left', 'centre', 'right']),
})
export type Words = z.infer<typeof WordsSchema>

const WRAPS = ['mirror', 'stretch', 'colour', 'picture'] as const
export type Wrap = (typeof WRAPS)[number]

/** The longest edge of a bar a canvas is wrapped around, µm. */
const DEEPEST_BAR = 120_000

const TwoSidedSchema = z.object({
  as: z.literal('two-sided'),
  /** The edge of the card about which its reader turns it (IPP `sides`, RFC 8011 section 5.2.8). */
  flip: z.enum(['long-edge', 'short-edge']),
  /** How the sheet is turned over for its second pass: left and right change places, or leading and trailing do. */
  over: z.enum(['work-and-turn', 'work-and-tumble']).default('work-and-turn'),
  /** The picture fitted to the back is the front's own, or none. */
  backPicture: z.enum(['none', 'same']),
  text: WordsSchema.nullable(),
})

const FoldedCardSchema = z.object({
  as: z.literal('folded-card'),
  /** Which side of the sheet the fold halves. */
  halves: z.enum(['long-side', 'short-side']),
  /** Where the fold is, seen from the front: at the left like a book, or at the head like a tent. */
  opens: z.enum(['book', 'tent']),
  text: WordsSchema.nullable(),
  /** The operator accepts that words on the back panel fall where the printer cannot print. */
  textInDeadMargin: z.boolean(),
})

const WrappedCanvasSchema = z.object({
  as: z.literal('wrapped-canvas'),
  /** Depth of the bar: how much picture goes round each side, µm. */
  depth: z.number().int().positive().max(DEEPEST_BAR),
  wrap: z.enum(WRAPS),
  /** Colour of the sides when they are plain, sRGB. */
  colour: z.string().regex(/^#[0-9a-f]{6}$/),
  /** Bare canvas beyond the picture to pull and fasten, µm on each side. */
  tuck: z.number().int().nonnegative().max(MAX_LENGTH),
})

/** What is made of the print: a plain print, a two-sided or folded card, or a canvas wrapped around bars. */
export const MakeSchema = z.discriminatedUnion('as', [
  /** `mirror`: left and right change places, for films seen from behind and for transfers. */
  z.object({ as: z.literal('print'), mirror: z.boolean().optional() }),
  TwoSidedSchema,
  FoldedCardSchema,
  WrappedCanvasSchema,
])
export type Make = z.infer<typeof MakeSchema>
/** Whether what is made of it may be trimmed: a card is folded at the middle of its sheet, and a canvas is pulled round its bars. */
export const trims = ({ as }: Make): boolean => as === 'print' || as === 'two-sided'
/** Whether the picture is printed mirrored. */
export const mirrored = (make: Make): boolean => make.as === 'print' && make.mirror === true
export type TwoSided = z.infer<typeof TwoSidedSchema>
export type FoldedCard = z.infer<typeof FoldedCardSchema>
export type WrappedCanvas = z.infer<typeof WrappedCanvasSchema>

/** A sensible beginning for each kind. Tuck of 40 mm and bars of 38 mm: common practice. */
export const NEW_MAKE: { [K in Make['as']]: Extract<Make, { as: K }> } = {
  print: { as: 'print' },
  'two-sided': {
    as: 'two-sided',
    flip: 'long-edge',
    over: 'work-and-turn',
    backPicture: 'none',
    text: { text: '', points: 9, at: 'foot', align: 'centre' },
  },
  'folded-card': { as: 'folded-card', halves: 'long-side', opens: 'book', text: null, textInDeadMargin: false },
  'wrapped-canvas': { as: 'wrapped-canvas', depth: 38_000, wrap: 'mirror', colour: '#ffffff', tuck: 40_000 },
}

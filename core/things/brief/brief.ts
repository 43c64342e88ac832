import { z } from 'zod'
import { MAX_LENGTH } from '../length/length.ts'
import { ADDITION_KEYS } from './additions.ts'
import { EMPTY_ITEM, type Item, type ItemChange, ItemSchema } from './item.ts'
import { MakeSchema } from './make.ts'
import { TestSheetSchema } from './test-sheet.ts'

const um = z.number().int().positive().max(MAX_LENGTH)

/** What all items of a job share. */
const SharedSchema = z.object({
  /** The sheet asked for, or null to let the stock decide. Without a length: a roll. Without a width: that long, of whatever width. */
  sheet: z
    .object({ width: um.nullable(), length: um.nullable(), name: z.string().max(80).nullable() })
    .refine((s) => s.width !== null || s.length !== null, 'a sheet needs a width or a length')
    .nullable(),
  /** Cut down to this after printing, or null to keep the sheet whole. */
  finished: z.object({ width: um, length: um }).nullable(),
  make: MakeSchema,
  paperId: z.string().max(60).nullable(),
  finish: z.enum(['bordered', 'borderless']),
  /** What this job tries out, when it is a test sheet and not a print. */
  test: TestSheetSchema.nullable(),
  /** What a program may add to the print by itself; everything else is wanted off. */
  adds: z.array(z.enum(ADDITION_KEYS)).max(ADDITION_KEYS.length),
  /** A sheet out of a sample pack gets its mark printed small in its border. */
  sampleMark: z.boolean(),
  notes: z.string().max(5000),
  /** ISO 8601, UTC. */
  dueAt: z.iso.datetime().nullable(),
  unit: z.enum(['mm', 'in']),
})

/** What the client wants, before any machine is thought of. One item today: see `itemOf`. */
export const BriefSchema = SharedSchema.extend({ items: z.array(ItemSchema).length(1) })
export type Brief = z.infer<typeof BriefSchema>

/** A change to what the items share: what is left out stays. */
export const BriefChangeSchema = SharedSchema.partial()
export type BriefChange = Partial<z.infer<typeof SharedSchema>>

/** A brief as somebody outside begins one: what is left out is neutral. */
export const BriefWishSchema = BriefChangeSchema.extend({ items: z.array(ItemSchema.partial().strict()).length(1).optional() }).strict()

/** A brief from outside in full: what it does not know is refused, never ignored. */
export const BriefEditSchema = BriefSchema.extend({ items: z.array(ItemSchema.strict()).length(1) }).strict()

export const EMPTY_BRIEF: Brief = {
  items: [EMPTY_ITEM],
  sheet: null,
  finished: null,
  make: { as: 'print' },
  paperId: null,
  finish: 'bordered',
  test: null,
  adds: [],
  sampleMark: true,
  notes: '',
  dueAt: null,
  unit: 'mm',
}

/** The item of a brief. Whatever assumes that a job has one asks here. */
export const itemOf = (brief: Pick<Brief, 'items'>): Item => brief.items[0] as Item

/** The brief with its item changed. */
export const withItem = <B extends Pick<Brief, 'items'>>(brief: B, change: ItemChange): B => ({
  ...brief,
  items: [{ ...itemOf(brief), ...change }],
})

/** A whole brief from a wish. */
export const briefFor = ({ items, ...shared }: z.infer<typeof BriefWishSchema>): Brief => {
  const known = Object.fromEntries(Object.entries(shared).filter(([, value]) => value !== undefined))
  const item = Object.fromEntries(Object.entries(items?.[0] ?? {}).filter(([, value]) => value !== undefined))
  return withItem({ ...EMPTY_BRIEF, ...known }, item)
}

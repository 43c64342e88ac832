import { z } from 'zod'
import { MAX_LENGTH } from '../length/length.ts'
import { ADDITION_KEYS } from './additions.ts'
import { APART, ArrangementSchema, type Together } from './arrangement.ts'
import { EMPTY_ITEM, type Item, type ItemChange, ItemSchema } from './item.ts'
import { MakeSchema, trims } from './make.ts'
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
  /** How the items share sheets. */
  arrangement: ArrangementSchema,
  notes: z.string().max(5000),
  /** ISO 8601, UTC. */
  dueAt: z.iso.datetime().nullable(),
  unit: z.enum(['mm', 'in']),
})

/** Most pictures of one job. */
export const MAX_ITEMS = 2000

/** Items of a brief, told apart by their ids. */
const itemsOf = <I extends z.ZodType<{ id?: string | undefined }>>(item: I) =>
  z
    .array(item)
    .min(1)
    .max(MAX_ITEMS)
    .refine((items) => {
      const ids = items.flatMap(({ id }) => id ?? [])
      return new Set(ids).size === ids.length
    }, 'two items have the same id')

/** What the client wants, before any machine is thought of. */
export const BriefSchema = SharedSchema.extend({ items: itemsOf(ItemSchema) })
export type Brief = z.infer<typeof BriefSchema>

/** A change to what the items share: what is left out stays. */
export const BriefChangeSchema = SharedSchema.partial()
export type BriefChange = Partial<z.infer<typeof SharedSchema>>

/** A brief as somebody outside begins one: what is left out is neutral. */
export const BriefWishSchema = BriefChangeSchema.extend({ items: itemsOf(ItemSchema.partial().strict()).optional() }).strict()

/** A brief from outside in full: what it does not know is refused, never ignored. */
export const BriefEditSchema = BriefSchema.extend({ items: itemsOf(ItemSchema.strict()) }).strict()

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
  arrangement: APART,
  notes: '',
  dueAt: null,
  unit: 'mm',
}

/** The first item of a brief: the one there is where there is but one, and the one that what all share is judged by. */
export const itemOf = (brief: Pick<Brief, 'items'>): Item => brief.items[0] as Item

/** The item of that id; null where the brief has none. */
export const itemById = (brief: Pick<Brief, 'items'>, id: string): Item | null => brief.items.find((item) => item.id === id) ?? null

/** The brief with one of its items changed: the first, unless another is named. */
export const withItem = <B extends Pick<Brief, 'items'>>(brief: B, change: ItemChange, id = itemOf(brief).id): B => ({
  ...brief,
  items: brief.items.map((item) => (item.id === id ? { ...item, ...change } : item)),
})

/** An id that no item of these has. */
export function freeItemId(items: readonly Pick<Item, 'id'>[]): string {
  const taken = new Set(items.map((item) => item.id))
  let n = 1
  while (taken.has(String(n))) n++
  return String(n)
}

/** The jobs whose pieces these are, in the order they come; none where the job prints its own. */
export const membersOf = ({ items }: Pick<Brief, 'items'>): number[] => [...new Set(items.flatMap(({ piece }) => piece?.job ?? []))]

/** What the sheet is trimmed to after printing, µm; null where it stays as it is. */
export const trimmedTo = ({ make, finished }: Pick<Brief, 'make' | 'finished'>): Brief['finished'] => (trims(make) ? finished : null)

/** How items lie together on sheets, or null where each has sheets of its own. */
export const togetherOf = ({ arrangement }: Pick<Brief, 'arrangement'>): Together | null =>
  arrangement.as === 'apart' ? null : arrangement

const known = <T extends object>(of: T) => Object.fromEntries(Object.entries(of).filter(([, value]) => value !== undefined))

/** A whole brief from a wish; items that name no id get one. */
export function briefFor({ items = [{}], ...shared }: z.infer<typeof BriefWishSchema>): Brief {
  const taken = items.flatMap(({ id }) => (id === undefined ? [] : [{ id }]))
  const made = items.map((item): Item => {
    const id = item.id ?? freeItemId(taken)
    if (item.id === undefined) taken.push({ id })
    return { ...EMPTY_ITEM, ...known(item), id }
  })
  return { ...EMPTY_BRIEF, ...known(shared), items: made }
}

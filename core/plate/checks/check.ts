import { z } from 'zod'
import { type Brief, BriefChangeSchema } from '../../things/brief/brief.ts'
import { type Item, ItemChangeSchema } from '../../things/brief/item.ts'
import { listed } from '../../things/words/listed.ts'
import type { Given } from '../decisions/decision.ts'
import { type DecisionKey, PinChangeSchema, TouchesSchema } from '../decisions/registry.ts'
import type { Settled } from '../settle/settled.ts'

export const LEVELS = ['stop', 'warn', 'note'] as const
export type Level = (typeof LEVELS)[number]

/** A change that one press applies: pins to set (null releases one), and fields of the brief or of one of its items to replace. */
const FixSchema = z.object({
  label: z.string(),
  pins: PinChangeSchema.optional(),
  brief: BriefChangeSchema.optional(),
  item: ItemChangeSchema.optional(),
  /** Id of the item that is changed; the first where it is left out. */
  of: z.string().optional(),
})
export type Fix = z.infer<typeof FixSchema>

export const FindingSchema = z.object({
  /** Id of the check, with a suffix when it finds more than one thing. */
  id: z.string(),
  level: z.enum(LEVELS),
  title: z.string(),
  /** What is wrong, with its figures, in one or two sentences. */
  says: z.string(),
  /** The figures behind it; lengths in micrometres. */
  numbers: z.record(z.string(), z.union([z.number(), z.string()])),
  /** Decisions it bears on, the most concerned first. */
  touches: TouchesSchema,
  /** Ids of the item and the form it is about; null when it is about the whole plate. */
  item: z.string().nullable(),
  form: z.string().nullable(),
  fix: FixSchema.nullable(),
  /** Another way out, where there are two. */
  otherwise: FixSchema.nullable().default(null),
  /** Id of the finding that this one follows from; null where it stands by itself. */
  because: z.string().nullable().default(null),
})
export type Finding = z.infer<typeof FindingSchema>

export type Found = Pick<Finding, 'level' | 'says' | 'numbers'> & {
  suffix?: string
  title?: string
  fix?: Fix | null
  otherwise?: Fix | null
}

/** What is asked, before anything is settled. */
export interface Asked extends Given {
  /** Pins that name something the studio no longer has. */
  lostPins: readonly { key: DecisionKey; title: string; id: string }[]
}

interface CheckHead {
  id: string
  /** The finding's name, a few words. */
  title: string
  touches: readonly DecisionKey[]
  about: 'plate' | 'item' | 'front' | 'back'
  /** Checks whose finding, where there is one, is the cause of this one's. */
  follows?: readonly string[]
}

/** One thing that can waste paper. It reads the whole set-up, or, before there is one, what is asked. */
export type Check =
  | (CheckHead & { on: 'plate'; find(plate: Settled): Found[] })
  | (CheckHead & { on: 'asked'; find(asked: Asked, settled: Settled | null): Found[] })

/** Checks that say why the sheet cannot go this way at all: what else is wrong with it there follows from that. */
export const UNUSABLE = [
  'stock-form',
  'sheet-too-thick',
  'sheet-too-thin',
  'sheet-too-wide',
  'sheet-too-long',
  'sheet-too-short',
  'two-sided-stock',
  'sheet-not-as-asked',
] as const

/** From this many pictures on that have the same thing wrong with them, it is said once. */
const MANY = 4

/** What a check finds of one item, or of the whole. */
function findingsFor(check: Check, found: Found[], item: Item | null, several: boolean): Finding[] {
  const at = several && item ? `@${item.id}` : ''
  const of = (fix: Fix | null | undefined): Fix | null => (fix ? { ...fix, ...(fix.item && at && item ? { of: item.id } : {}) } : null)
  return found.map(({ suffix, title, fix, otherwise, ...rest }) => ({
    ...rest,
    id: `${suffix ? `${check.id}:${suffix}` : check.id}${at}`,
    title: title ?? check.title,
    touches: [...check.touches],
    item: item?.id ?? null,
    form: check.about === 'front' || check.about === 'back' ? check.about : null,
    fix: of(fix),
    otherwise: of(otherwise),
    because: null,
  }))
}

/** The same found of many pictures, said once with the worst of it; each of few stands by itself, by its number. */
function gathered(check: Check, brief: Brief, each: readonly { item: Item; findings: Finding[] }[]): Finding[] {
  const number = (item: Item) => brief.items.indexOf(item) + 1
  const hit = each.filter(({ findings }) => findings.length > 0)
  const items = [...new Set(hit.map(({ item }) => item))]
  const all = hit.flatMap(({ findings }) => findings)
  const [first] = [...all].sort((a, b) => LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level))
  if (items.length < MANY || !first)
    return hit.flatMap(({ item, findings }) => findings.map((f) => ({ ...f, says: `Picture ${number(item)}: ${f.says}` })))
  const worst = brief.items.find((item) => item.id === first.item)
  return [
    {
      ...first,
      id: check.id,
      says: `True of pictures ${listed(items.map(number), 3)}. Picture ${worst ? number(worst) : 1}: ${first.says}`,
      numbers: { ...first.numbers, pictures: items.length },
    },
  ]
}

/** Everything a check finds, as findings. A check of pictures looks at each of them. */
export function findingsOf(check: Check, asked: Asked, settled: Settled | null): Finding[] {
  const { brief } = asked
  const several = brief.items.length > 1
  if (check.about !== 'item')
    return findingsFor(check, check.on === 'asked' ? check.find(asked, settled) : settled ? check.find(settled) : [], null, several)
  const each =
    check.on === 'asked'
      ? brief.items.map((item) => ({ item, findings: findingsFor(check, check.find({ ...asked, item }, settled), item, several) }))
      : (settled ? lookedAt(settled) : []).map((lies) => ({
          item: lies.item,
          findings: findingsFor(check, check.find(lies), lies.item, several),
        }))
  const once = new Map(
    each.flatMap(({ item, findings }) =>
      findings.map((f) => [f.id, { item, findings: [f] }] as [string, { item: Item; findings: Finding[] }]),
    ),
  )
  return several ? gathered(check, brief, [...once.values()]) : [...once.values()].flatMap(({ findings }) => findings)
}

const views = new WeakMap<Settled, Settled[]>()

/** The set-up as each of its pictures sees it. Made once for all checks. */
function lookedAt(settled: Settled): Settled[] {
  const known = views.get(settled)
  if (known) return known
  const made = settled.lies.map(({ on: _, ...lies }) => ({ ...settled, ...lies }))
  views.set(settled, made)
  return made
}

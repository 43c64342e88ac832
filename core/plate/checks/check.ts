import { z } from 'zod'
import { BriefChangeSchema } from '../../things/brief/brief.ts'
import { ItemChangeSchema } from '../../things/brief/item.ts'
import type { Given } from '../decisions/decision.ts'
import { type DecisionKey, PinChangeSchema, TouchesSchema } from '../decisions/registry.ts'
import type { Settled } from '../settle/settled.ts'

export const LEVELS = ['stop', 'warn', 'note'] as const
export type Level = (typeof LEVELS)[number]

/** A change that one press applies: pins to set (null releases one), and fields of the brief or of its item to replace. */
const FixSchema = z.object({
  label: z.string(),
  pins: PinChangeSchema.optional(),
  brief: BriefChangeSchema.optional(),
  item: ItemChangeSchema.optional(),
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

/** Everything a check finds, as findings. */
export function findingsOf(check: Check, asked: Asked, settled: Settled | null): Finding[] {
  const found = check.on === 'asked' ? check.find(asked, settled) : settled ? check.find(settled) : []
  return found.map(({ suffix, title, fix, otherwise, ...rest }) => ({
    ...rest,
    id: suffix ? `${check.id}:${suffix}` : check.id,
    title: title ?? check.title,
    touches: [...check.touches],
    item: check.about === 'item' ? asked.item.id : null,
    form: check.about === 'front' || check.about === 'back' ? check.about : null,
    fix: fix ?? null,
    otherwise: otherwise ?? null,
    because: null,
  }))
}

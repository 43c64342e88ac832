import { z } from 'zod'
import { BriefSchema } from '../../things/brief/brief.ts'
import type { Given } from '../decisions/decision.ts'
import { type DecisionKey, PinChangeSchema, TouchesSchema } from '../decisions/registry.ts'
import type { Settled } from '../settle/settled.ts'

export const LEVELS = ['stop', 'warn', 'note'] as const
export type Level = (typeof LEVELS)[number]

/** A change that one press applies: pins to set (null releases one) and fields of the brief to replace. */
const FixSchema = z.object({
  label: z.string(),
  pins: PinChangeSchema.optional(),
  brief: BriefSchema.partial().optional(),
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
  fix: FixSchema.nullable(),
})
export type Finding = z.infer<typeof FindingSchema>

export type Found = Omit<Finding, 'id' | 'title' | 'touches' | 'fix'> & { suffix?: string; fix?: Fix | null }

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
}

/** One thing that can waste paper. It reads the whole set-up, or, before there is one, what is asked. */
export type Check =
  | (CheckHead & { on: 'plate'; find(plate: Settled): Found[] })
  | (CheckHead & { on: 'asked'; find(asked: Asked, settled: Settled | null): Found[] })

/** Everything a check finds, as findings. */
export function findingsOf(check: Check, asked: Asked, settled: Settled | null): Finding[] {
  const found = check.on === 'asked' ? check.find(asked, settled) : settled ? check.find(settled) : []
  return found.map(({ suffix, fix, ...rest }) => ({
    ...rest,
    id: suffix ? `${check.id}:${suffix}` : check.id,
    title: check.title,
    touches: [...check.touches],
    fix: fix ?? null,
  }))
}

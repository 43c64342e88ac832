import { z } from 'zod'
import { BriefSchema } from '../../things/brief/brief.ts'
import { DECISION_KEYS, type DecisionKey } from '../decisions/decision.ts'
import type { Context } from '../resolve/context.ts'
import type { Settled } from '../resolve/settled.ts'

export const LEVELS = ['stop', 'warn', 'note'] as const
export type Level = (typeof LEVELS)[number]

/** A change that one press applies: pins to set (null releases one) and fields of the brief to replace. */
const FixSchema = z.object({
  label: z.string(),
  pins: z.partialRecord(z.enum(DECISION_KEYS), z.string().nullable()).optional(),
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
  touches: z.array(z.enum(DECISION_KEYS)),
  fix: FixSchema.nullable(),
})
export type Finding = z.infer<typeof FindingSchema>

export type Found = Omit<Finding, 'id' | 'title' | 'touches' | 'fix'> & { suffix?: string; fix?: Fix | null }

interface CheckHead {
  id: string
  /** The finding's name, a few words. */
  title: string
  touches: readonly DecisionKey[]
}

/** One thing that can waste paper. It reads the whole set-up, or, before there is one, what has been decided. */
export type Check =
  | (CheckHead & { on: 'plate'; find(plate: Settled): Found[] })
  | (CheckHead & { on: 'context'; find(context: Context, settled: Settled | null): Found[] })

/** Everything a check finds, as findings. */
export function findingsOf(check: Check, context: Context, settled: Settled | null): Finding[] {
  const found = check.on === 'context' ? check.find(context, settled) : settled ? check.find(settled) : []
  return found.map(({ suffix, fix, ...rest }) => ({
    ...rest,
    id: suffix ? `${check.id}:${suffix}` : check.id,
    title: check.title,
    touches: [...check.touches],
    fix: fix ?? null,
  }))
}

import { z } from 'zod'
import { DEMO_STUDIO } from '../../core/things/studio/short-name.ts'
import { CALLS, type CallKey } from '../../core/wire/api/calls/calls.ts'

/** A call that waits to be made. */
const WaitingSchema = z.object({
  id: z.string().max(60),
  /** Short name of the studio it is made in. */
  studio: z.string().max(40).default(DEMO_STUDIO),
  call: z.enum(Object.keys(CALLS) as CallKey[]),
  asked: z.record(z.string(), z.unknown()),
  /** What it is about: a later call about the same takes the place of an earlier one. */
  about: z.string().max(200),
  /** Its place in the order they are made in: when it was put down, ms since 1970, or just after the one before it. */
  at: z.number(),
})
export type Waiting = z.infer<typeof WaitingSchema>

/** Most calls kept. */
export const MOST = 500

/** A call as a device has kept it; none where this version cannot read it. */
export function readCall(kept: string | null): Waiting[] {
  try {
    return [WaitingSchema.parse(JSON.parse(kept ?? ''))]
  } catch {
    return []
  }
}

/** Calls in the order they are to be made. */
export const inOrder = (list: readonly Waiting[]): Waiting[] => [...list].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))

/** The place of a call after all others, also when the clock has been set back. @param now ms since 1970 */
export const nextPlace = (list: readonly Waiting[], now: number): number => Math.max(now, ...list.map(({ at }) => at + 1))

/** The list with a call added last; an earlier one about the same gives way, the oldest where there are too many. */
export const withCall = (list: readonly Waiting[], call: Waiting): Waiting[] =>
  [...list.filter((entry) => entry.about !== call.about), call].slice(-MOST)

/** The list without a call that has been made. */
export const withoutCall = (list: readonly Waiting[], id: string): Waiting[] => list.filter((entry) => entry.id !== id)

/** Calls that are no longer in the list, and about which nothing else is: somebody has made them. */
export const goneFrom = (before: readonly Waiting[], now: readonly Waiting[]): Waiting[] =>
  before.filter(({ about }) => !now.some((entry) => entry.about === about))

/** The first call that has not been tried in this round: one that the server has trouble with keeps nobody waiting. */
export const nextCall = (list: readonly Waiting[], tried: ReadonlySet<string>): Waiting | undefined =>
  list.find((entry) => !tried.has(entry.id))

/**
 * What becomes of a call that failed: `away` and it waits with all others, `later` and it waits alone, `refused` and it is
 * over. Null stands for a failure that is no answer of the server's.
 */
export function afterFailure(error: { status: number; away: boolean } | null): 'away' | 'later' | 'refused' {
  if (error === null || error.away) return 'away'
  return error.status >= 500 ? 'later' : 'refused'
}

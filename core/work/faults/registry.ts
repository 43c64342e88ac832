import type { Fault, FaultContext, Probable } from './fault.ts'
import { cannotFeed, fedAskew, mediaMismatch, sizeMismatch } from './feeding.ts'
import { coverOpen, headStrike, inkOut, networkLost, paperOut, waitsSilently } from './printing.ts'

/** Everything that stops or spoils a print, by its id. A new fault is one declaration and a line here. */
export const FAULTS = {
  'cannot-feed': cannotFeed,
  'fed-askew': fedAskew,
  'size-mismatch': sizeMismatch,
  'media-mismatch': mediaMismatch,
  'head-strike': headStrike,
  'ink-out': inkOut,
  'paper-out': paperOut,
  'waits-silently': waitsSilently,
  'cover-open': coverOpen,
  'network-lost': networkLost,
} as const satisfies Record<string, Fault>

export type FaultId = keyof typeof FAULTS
export const FAULT_IDS = Object.keys(FAULTS) as FaultId[]

/** The fault an IPP reason tells of, its severity left out (RFC 8011 section 5.4.12), or null. */
export function faultFor(reason: string | null): FaultId | null {
  const plain = reason?.replace(/-(error|warning|report)$/, '')
  return plain === undefined ? null : (FAULT_IDS.find((id) => FAULTS[id].reasons.includes(plain)) ?? null)
}

/**
 * What probably happened, the likeliest first. The trade's weights are shifted by what was found on this path before:
 * every earlier finding of a cause counts as much again as its own weight, at least one.
 */
export function causesOf(fault: Fault, context: FaultContext): Probable[] {
  const weighed = fault.causes.flatMap((cause) => {
    const weight = cause.weight(context)
    const before = context.history?.faults[cause.id] ?? 0
    return weight > 0 ? [{ cause, before, weight: weight + before * Math.max(1, weight) }] : []
  })
  const sum = weighed.reduce((total, w) => total + w.weight, 0)
  return weighed
    .sort((a, b) => b.weight - a.weight)
    .map(({ cause, before, weight }) => ({
      causeId: cause.id,
      likelihood: weight / sum,
      before,
      says: cause.says(context),
      remedy: cause.remedy(context),
      change: cause.change?.(context) ?? null,
    }))
}

import type { Fault, FaultContext, FaultId, Probable } from './fault.ts'
import { cannotFeed, fedAskew, mediaMismatch, sizeMismatch } from './feeding.ts'
import { coverOpen, headStrike, inkOut, networkLost, paperOut, waitsSilently } from './printing.ts'

export const FAULTS: readonly Fault[] = [
  cannotFeed,
  fedAskew,
  sizeMismatch,
  mediaMismatch,
  headStrike,
  inkOut,
  paperOut,
  waitsSilently,
  coverOpen,
  networkLost,
]

export const faultById = (id: FaultId): Fault => FAULTS.find((f) => f.id === id) as Fault

/** The fault an IPP reason tells of, its severity left out (RFC 8011 section 5.4.12), or null. */
export function faultFor(reason: string | null): Fault | null {
  const plain = reason?.replace(/-(error|warning|report)$/, '')
  return plain === undefined ? null : (FAULTS.find((f) => f.reasons.includes(plain)) ?? null)
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

import type { Fix } from '../../plate/checks/check.ts'
import type { DecisionKey } from '../../plate/decisions/registry.ts'
import type { Plate, Setup } from '../../plate/resolve/plate.ts'
import type { Experience } from '../../things/studio/experience.ts'
import type { Studio } from '../../things/studio/studio.ts'

/** What a fault is judged by: the frozen plate, the studio as it is, and what this path's log says. */
export interface FaultContext {
  plate: Plate
  setup: Setup
  studio: Studio
  history: Experience | null
}

/** One way a fault comes about. */
export interface Cause {
  id: string
  /** How likely it is beside the fault's other causes before this path's history; 0 when it cannot be. Common practice. */
  weight(context: FaultContext): number
  /** What probably happened. */
  says(context: FaultContext): string
  /** What to do now, at the printer. */
  remedy(context: FaultContext): string
  /** What to change in the plate so that it does not happen again, or null. */
  change?(context: FaultContext): Fix | null
}

/** Something that stops or spoils a print, with its causes. One shape for all. */
export interface Fault {
  title: string
  /** IPP `printer-state-reasons` and `job-state-reasons` that tell of it, without their severity (RFC 8011 section 5.4.12). */
  reasons: readonly string[]
  /** Whether the sheet is usually lost. */
  spoils: boolean
  caution: string | null
  causes: readonly Cause[]
}

/** A cause as it stands for one run, the likeliest first. */
export interface Probable {
  causeId: string
  /** Share of all causes that can be, 0…1. */
  likelihood: number
  /** How often this cause was found on this path before. */
  before: number
  says: string
  remedy: string
  change: Fix | null
}

/** A fix that takes the best usable alternative of a decision, or null when there is none. */
export function otherwise({ plate }: FaultContext, key: DecisionKey, label: (name: string) => string): Fix | null {
  const line = plate.decisions.find((d) => d.key === key)
  const other = line?.alternatives.find((a) => a.id !== line.value && a.ruledOut === null)
  return other ? { label: label(other.label), pins: { [key]: other.id } } : null
}

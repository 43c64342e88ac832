import type { AtWork, Run } from '../../../core/wire/api/dto.ts'

/** The run that a printer is at, when another one stands behind it. */
export function aheadOf(work: readonly AtWork[], run: Pick<Run, 'id' | 'printerId'>): AtWork | null {
  return work.find((other) => other.printerId === run.printerId && other.id < run.id) ?? null
}

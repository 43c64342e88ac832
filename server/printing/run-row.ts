import { pagesOf, type RunPage } from '../../core/output/page/run-pages.ts'
import type { RunChange, RunRow } from '../store/runs.ts'

/** A run as the parts of the runner hand it to each other. */
export type Run = RunRow

/** Writes a step of a run down before the next is taken, and tells whoever looks. */
export type Note = (run: Run, change: RunChange) => Promise<void>

/** Name under which a run is known at the printer; unique, so that a restarted server finds what it had sent. */
export const nameAtPrinter = (run: RunRow): string => `arch-plate-${run.studio}-run-${run.id}-${run.jobId}`

/** The set-up a run was printed with, and where its printer listens. */
export function setupOf(run: Pick<RunRow, 'plate'>) {
  const { setup } = run.plate
  if (!setup) throw new Error('a run without a set-up')
  return { setup, address: setup.printer.address }
}

/** The sheets a run prints, in the order of its plate. */
export const pagesOfRun = ({ plate, side, only }: Pick<RunRow, 'plate' | 'side' | 'only'>): RunPage[] => pagesOf(plate, side, only)

export const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

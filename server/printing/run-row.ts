import { pagesOf, type RunPage } from '../../core/sheet/run-pages.ts'
import type { RunChange, RunRow } from '../store/runs.ts'
import type { Store } from '../store/store.ts'
import { ipp, type PrinterJob, Refused } from './ipp-client.ts'

/** A run as the parts of the runner hand it to each other. */
export type Run = RunRow

/** Writes a step of a run down before the next is taken, and tells whoever looks. */
export type Note = (run: Run, change: RunChange) => Promise<void>

/** Name under which a run is known at the printer; unique, so that a restarted server finds what it had sent. */
export const nameAtPrinter = (run: Pick<RunRow, 'studio' | 'id' | 'jobId'>): string => `arch-plate-${run.studio}-run-${run.id}-${run.jobId}`

/** The set-up a run was printed with. */
export function setupOf(run: Pick<RunRow, 'plate'>) {
  const { setup } = run.plate
  if (!setup) throw new Error('a run without a set-up')
  return setup
}

/** Where the printer of a run listens now: it may have been given another address since the plate was frozen. */
export async function addressOf({ printers }: Pick<Store, 'printers'>, run: Pick<RunRow, 'plate'>): Promise<string> {
  const { printer } = setupOf(run)
  const now = await printers.tryFind(printer.id)
  return now?.printer.address || printer.address
}

/** The sheets a run prints, in the order of its plate. */
export const pagesOfRun = ({ plate, side, only }: Pick<RunRow, 'plate' | 'side' | 'only'>): RunPage[] => pagesOf(plate, side, only)

/**
 * A run's job at its printer. Where the printer has been given another address since, what has this number there may be somebody
 * else's: it counts only under the run's name.
 * @throws Unreachable, Refused
 */
export async function jobOf(
  run: Pick<RunRow, 'plate' | 'studio' | 'id' | 'jobId'>,
  printerJob: number,
  address: string,
): Promise<PrinterJob> {
  const job = await ipp.job(address, printerJob)
  if (address !== setupOf(run).printer.address && job.name !== nameAtPrinter(run))
    throw new Refused(0, 'The printer at its new address knows nothing of this print. Look whether it came out before it is printed again.')
  return job
}

export const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

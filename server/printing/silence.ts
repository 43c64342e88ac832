import { secondsOfSheet } from '../../core/plate/estimates/estimates.ts'
import { JOB_STATE } from '../../core/wire/ipp/tags.ts'
import type { PrinterJob } from './ipp-client.ts'
import { type Run, setupOf } from './run-row.ts'

/** A printer that asks at its panel only is taken to do so when its sheet has not begun for this long, ms. */
const ASKS_AFTER = 1800
/** Any other that says nothing new for three times what a sheet should take, and at least for this long, ms. */
const SILENT_AT_LEAST = 120_000

/** Listens for printers that should be printing and say nothing new. */
export class Silence {
  /** When a run last said something new: what it said, and since when. */
  private readonly heard = new Map<number, { what: string; since: number }>()

  forget(id: number): void {
    this.heard.delete(id)
  }

  /** What to tell of a run whose printer is silent; null while it is not. */
  of(run: Run, job: PrinterJob): string | null {
    const what = `${job.progress} ${job.delivered} ${job.message}`
    const before = this.heard.get(run.id)
    const heard = before?.what === what ? before : { what, since: Date.now() }
    this.heard.set(run.id, heard)
    return saysSilent(run, job, Date.now() - heard.since)
  }
}

/** What to tell of a run whose printer has said nothing new for so many milliseconds; null while that is nothing unusual. */
export function saysSilent(run: Pick<Run, 'plate'>, job: Pick<PrinterJob, 'state' | 'progress'>, since: number): string | null {
  const setup = setupOf(run)
  // A job that waits its turn behind another one is not asked for anything.
  const between = job.state === JOB_STATE.processing && (job.progress === null || job.progress === 0 || job.progress === 100)
  if (setup.gap === 'wide' && setup.printer.confirmsWideGap && between && since > ASKS_AFTER)
    return `${setup.printer.name} asks at its panel before a print with the wide gap. Press OK there.`
  const { estimates } = run.plate
  const perSheet = (estimates ? secondsOfSheet(estimates) : 600) * 1000
  return since > Math.max(SILENT_AT_LEAST, 3 * perSheet)
    ? `The printer has said nothing new for ${Math.round(since / 60_000)} min. Look at its panel: it may wait for an answer.`
    : null
}

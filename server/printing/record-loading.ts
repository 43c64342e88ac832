import { resolve } from '../../core/plate/resolve/resolve.ts'
import { sheetsToLoad } from '../../core/work/loading/put-in.ts'
import { loadingSteps } from '../../core/work/loading/steps.ts'
import { missingOf, stillOf } from '../../core/work/runs/missing.ts'
import type { JobRow } from '../store/jobs.ts'
import type { Act } from '../store/store.ts'
import { brought } from './job-comes-to.ts'

/**
 * When the step that puts the paper in is ticked, the path is recorded to hold it: lot, and sheets or roll left. Answers
 * with the printer it is in, or null when nothing was put in.
 */
export async function recordLoading(act: Act, job: JobRow, stepId: string): Promise<string | null> {
  const studio = await act.studio()
  const all = resolve(job.brief, studio, job.pins)
  // Of a job that is partly out as many go in as the others are, as whoever ticks it was told.
  const plate = stillOf(all, missingOf(all, (await act.runs.wholeOfJob(job.id)).map(brought)))
  const { setup } = plate
  if (!setup || !loadingSteps(plate, job.brief.unit, studio).some((s) => s.id === stepId && s.loads)) return null
  const { lot, path, printer } = setup
  // A cut sheet has no lot of its own until the cut is booked.
  if (!studio.lots.some((l) => l.id === lot.id)) return null
  const free = lot.form === 'roll' ? lot.stock : Math.max(0, lot.stock - (await act.lots.elsewhere(lot.id, printer.id, path.id)))
  const remaining = lot.form === 'roll' ? free : Math.min(free, sheetsToLoad({ plate, path, setup }))
  await act.lots.load(printer.id, path.id, lot.id, remaining)
  return printer.id
}

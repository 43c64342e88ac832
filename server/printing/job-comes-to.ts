import { allOut, type Brought } from '../../core/work/runs/missing.ts'
import { type JobState, jobStateOf, MOVING } from '../../core/work/runs/states.ts'
import { type RunRow, wantedOf } from '../store/runs.ts'
import type { Act } from '../store/store.ts'

/**
 * What a job has come to when one of its runs has: it is printing while another of them still is, and to be looked at while
 * another's sheets are.
 * @param own what it would have come to by that run alone
 */
export async function comesTo(act: Act, run: RunRow, own: JobState = jobStateOf(run.state)): Promise<JobState> {
  const others = await act.runs.statesBeside(run)
  if (others.some((state) => MOVING.includes(state))) return 'printing'
  return own !== 'printing' && others.some((state) => state === 'inspect' || state === 'drying') ? 'inspect' : own
}

/** A run as what it has brought. */
export const brought = (run: RunRow): Brought & RunRow => ({ ...run, wanted: wantedOf(run) })

/** What a job has come to by a run that was found good: it is over when everything it has is printed, and else there is more to print. */
export async function byGoodRun(act: Act, run: RunRow): Promise<JobState> {
  if (allOut(run.plate, [brought(run)])) return 'done'
  const others = (await act.runs.wholeOfJob(run.jobId)).filter(({ id }) => id !== run.id)
  return allOut(run.plate, [run, ...others].map(brought)) ? 'done' : 'setup'
}

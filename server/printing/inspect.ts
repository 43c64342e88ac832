import type { Inspection } from '../../core/work/runs/inspection.ts'
import { mannerOf } from '../../core/work/runs/learnt.ts'
import { offsetLearnt, verdictCounts } from '../../core/work/runs/outcome.ts'
import { searchable, withInspection } from '../../core/work/runs/search-words.ts'
import { DELIVERED, MOVING } from '../../core/work/runs/states.ts'
import { Refusal } from '../problems.ts'
import type { RunRow } from '../store/runs.ts'
import type { Act } from '../store/store.ts'
import { byGoodRun, comesTo } from './job-comes-to.ts'

/** Keeps an inspection with everything it teaches: where the path lays prints, whether the pairing holds, that the job is over. */
export async function inspect(act: Act, id: number, inspection: Inspection): Promise<RunRow> {
  const run = await act.runs.hold(id)
  if (MOVING.includes(run.state))
    throw new Refusal(409, { code: 'run-not-over', message: 'The run is not over yet; inspect it when the sheet is out.' })
  const before = run.inspection
  const ended = DELIVERED.includes(run.state)
  const inspected = await act.runs.change(run, {
    inspection,
    ...(ended ? { state: 'done' } : {}),
    searchText: withInspection(run.searchText, searchable(inspection.verdict, ...inspection.faults, inspection.note)),
  })
  await act.offsets.learn(id, offsetLearnt(run, inspection))
  const { setup } = run.plate
  // A sheet is counted once: with its first side.
  if (setup && run.side === 'front')
    await act.pairings.count(run.printerId, setup.paper.id, mannerOf(setup, run.plate.estimates), verdictCounts(before, inspection))
  if (ended)
    await act.jobs.stands(
      run.jobId,
      await comesTo(act, inspected, inspection.verdict === 'wasted' ? 'failed' : await byGoodRun(act, inspected)),
    )
  // The round is over: the next print begins its loading steps afresh.
  await act.ticks.clear(run.jobId)
  return inspected
}

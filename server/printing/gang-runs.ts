import { sheetsOf } from '../../core/sheet/form.ts'
import { membersOf } from '../../core/things/brief/brief.ts'
import { shareOf } from '../../core/work/gang/gang.ts'
import { searchable } from '../../core/work/runs/search-words.ts'
import { DELIVERED, jobStateOf } from '../../core/work/runs/states.ts'
import type { RunRow } from '../store/runs.ts'
import type { Act } from '../store/store.ts'

/**
 * What a gang's run has come to, for the jobs whose pieces it printed: once its sheets are there each gets a run of its own
 * with its share, to be inspected and found in the log; what was used was counted with the gang's. Until then they are
 * printing with it, and free again when it ends without a sheet.
 * @returns the jobs that changed, and the runs they got
 */
export async function tellPieces(act: Act, run: RunRow): Promise<{ jobs: number[]; runs: RunRow[] }> {
  const members = membersOf(run.plate.brief)
  const runs: RunRow[] = []
  const out = DELIVERED.includes(run.state)
  for (const jobId of members) {
    const job = await act.jobs.tryFind(jobId)
    if (!job || job.gang !== run.jobId) continue
    if (!out) {
      await act.jobs.stands(jobId, jobStateOf(run.state) === 'printing' ? 'printing' : 'setup')
      continue
    }
    const plate = shareOf(run.plate, jobId)
    const state = run.dryUntil && run.dryUntil > new Date() ? 'drying' : 'inspect'
    const added = await act.runs.add({
      jobId,
      state,
      message: 'Printed with others. Cut it out, measure it and say how it came out.',
      progress: 100,
      sheetsDelivered: sheetsOf(plate.forms),
      plate,
      side: 'front',
      only: null,
      how: 'gang',
      faults: [],
      inSpite: run.inSpite,
      printerId: run.printerId,
      pathId: run.pathId,
      // The picture that was kept is of the whole sheet.
      delivered: null,
      dryUntil: run.dryUntil,
      finishedAt: run.finishedAt,
      searchText: searchable(job.title, plate.setup?.printer.name, plate.setup?.paper.name, plate.setup?.path.name),
    })
    runs.push(added)
    await act.jobs.stands(jobId, 'inspect')
  }
  return { jobs: members, runs }
}

import type { Plate } from '../../core/plate/resolve/plate.ts'
import type { Side } from '../../core/sheet/form.ts'
import { searchable } from '../../core/work/runs/search-words.ts'
import type { HOWS } from '../../core/work/runs/states.ts'
import type { App } from '../app-context.ts'
import type { JobRow } from '../store/jobs.ts'
import type { RunRow } from '../store/runs.ts'
import type { Act } from '../store/store.ts'

interface Begin {
  plate: Plate
  side: Side
  /** Some of its sheets; all of them where it is left out. */
  only?: RunRow['only']
  how: (typeof HOWS)[number]
  inSpite: RunRow['inSpite']
}

/** Takes a job for printing and begins its run: sent from here, or watched while the operator prints from a program. */
export async function beginRun(act: Act, { job, ...run }: Begin & { job: JobRow }): Promise<RunRow> {
  await act.jobs.take(job)
  return runAdded(act, { ...run, jobId: job.id, title: job.title })
}

/** A run written down, of a job that has been taken. */
export function runAdded(act: Act, { jobId, title, plate, side, only = null, how, inSpite }: Begin & { jobId: number; title: string }) {
  const { setup, brief } = plate
  return act.runs.add({
    jobId,
    state: how === 'own' ? 'printing' : 'queued',
    message: how === 'own' ? 'Printing from your own program.' : 'In the queue.',
    progress: 0,
    sheetsDelivered: 0,
    plate,
    side,
    only,
    how,
    faults: [],
    inSpite,
    printerId: setup?.printer.id ?? '',
    pathId: setup?.path.id ?? null,
    searchText: searchable(title, setup?.printer.name, setup?.paper.name, setup?.lot.mark, setup?.path.name, brief.notes, inSpite?.because),
  })
}

/** Sets a run going once it is written down. */
export function setGoing({ runner, events }: App, run: RunRow): void {
  if (run.how === 'sent') runner.start(run.id)
  events.tell({ what: 'run', id: run.id })
  events.tell({ what: 'job', id: run.jobId })
}

import { Op } from 'sequelize'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import type { Side } from '../../core/sheet/form.ts'
import type { HOWS } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import type { JobRow, Row, RunRow } from '../db/models.ts'
import { Refusal } from '../problems.ts'

interface Begin {
  job: Row<JobRow>
  /** Version of the job that was looked at; another one is not printed. */
  version: number
  plate: Plate
  side: Side
  how: (typeof HOWS)[number]
}

/** Takes a job for printing and begins its run: sent from here, or watched while the operator prints from a program. */
export async function beginRun({ models, runner, events }: App, { job, version, plate, side, how }: Begin): Promise<Row<RunRow>> {
  // One print at a time: of two people pressing at once, one takes the job and the other is told.
  const [taken] = await models.jobs.update({ state: 'printing' }, { where: { id: job.id, version, state: { [Op.ne]: 'printing' } } })
  if (taken === 0)
    throw new Refusal(409, {
      code: 'already-printing',
      field: 'state',
      message: 'This job is being printed already. Follow that run, or cancel it first.',
    })
  const { setup, brief } = plate
  const run = await models.runs.create({
    jobId: job.id,
    state: how === 'own' ? 'printing' : 'queued',
    message: how === 'own' ? 'Printing from your own program.' : 'In the queue.',
    reason: null,
    progress: 0,
    sheetsDelivered: 0,
    plate,
    side,
    how,
    faults: [],
    attemptedAt: null,
    printerId: setup?.printer.id ?? '',
    pathId: setup?.path.id ?? null,
    printerJob: null,
    delivered: null,
    dryUntil: null,
    finishedAt: null,
    inspection: null,
    version: 1,
    searchText: [job.title, setup?.printer.name, setup?.paper.name, setup?.path.name, brief.notes].filter(Boolean).join(' '),
  })
  if (how === 'sent') runner.start(run.id)
  events.tell({ what: 'run', id: run.id })
  events.tell({ what: 'job', id: job.id })
  return run
}

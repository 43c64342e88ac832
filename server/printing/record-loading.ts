import { resolve } from '../../core/plate/resolve/resolve.ts'
import { sheetsToLoad } from '../../core/work/loading/put-in.ts'
import { loadingSteps } from '../../core/work/loading/steps.ts'
import type { App } from '../app-context.ts'
import type { JobRow } from '../db/models.ts'
import { readStudio } from '../studio/read-studio.ts'

/** When the step that puts the paper in is ticked, the path is recorded to hold it: lot, and sheets or roll left. */
export async function recordLoading({ models, events }: App, job: JobRow, stepId: string): Promise<void> {
  const studio = await readStudio(models)
  const plate = resolve(job.brief, studio, job.pins)
  const { setup } = plate
  if (!setup || !loadingSteps(plate, job.brief.unit, studio).some((s) => s.id === stepId && s.loads)) return
  const { lot, path, printer } = setup
  // A cut sheet has no lot of its own until the cut is booked.
  if (!(await models.lots.findByPk(lot.id))) return
  const remaining = lot.form === 'roll' ? lot.stock : Math.min(lot.stock, sheetsToLoad({ plate, path, setup }))
  await models.loaded.upsert({ id: `${printer.id} ${path.id}`, printerId: printer.id, pathId: path.id, lotId: lot.id, remaining })
  events.tell({ what: 'studio', id: printer.id })
}

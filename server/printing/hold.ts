import { resolve } from '../../core/plate/resolve/resolve.ts'
import { SET_PLACES } from '../../core/work/agreement/place.ts'
import { agreementTable, disagreements } from '../../core/work/agreement/table.ts'
import type { App } from '../app-context.ts'
import type { JobRow } from '../db/models.ts'
import { Refusal } from '../problems.ts'
import { readReadings } from '../studio/read-readings.ts'
import { readStudio } from '../studio/read-studio.ts'

/** Said when a place is set otherwise than the plate says; an operator may print in spite of it. */
const DISAGREEMENT = 'disagreement'

type Job = Pick<JobRow, 'id' | 'brief' | 'pins'>

async function tableOf({ models }: Pick<App, 'models'>, job: Job) {
  const studio = await readStudio(models)
  return agreementTable(resolve(job.brief, studio, job.pins), studio, await readReadings(models, job.id), job.brief.unit)
}

/**
 * Refuses with 422 while a place that somebody sets was seen to be set otherwise than the plate says. Of a job that is
 * being changed only what differed before and would still differ counts: the rest has to be looked at again.
 */
export async function holdForDisagreement(app: Pick<App, 'models'>, job: Job, despite: readonly string[], changed = job): Promise<void> {
  if (despite.includes(DISAGREEMENT)) return
  const setBy = async (of: Job) => disagreements(await tableOf(app, of)).filter((d) => (SET_PLACES as readonly string[]).includes(d.place))
  const now = await setBy(job)
  const [worst] =
    changed === job ? now : (await setBy(changed)).filter((d) => now.some((n) => n.setting === d.setting && n.place === d.place))
  if (worst) throw new Refusal(422, { code: DISAGREEMENT, field: worst.setting, value: worst.place, message: worst.says })
}

/**
 * Takes back what was seen to be right before a job was changed and is not any longer: those places have to be looked at
 * again, and are not held against the change that was made on purpose.
 */
export async function forgetOutdated(app: Pick<App, 'models'>, before: Job, after: Job): Promise<void> {
  const [old, now] = [await tableOf(app, before), await tableOf(app, after)]
  for (const row of now)
    for (const place of SET_PLACES)
      if (row.cells[place].state === 'differs' && old.find((r) => r.key === row.key)?.cells[place].state === 'agrees')
        await app.models.readings.destroy({ where: { jobId: after.id, place, setting: row.key } })
}

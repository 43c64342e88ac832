import { pagesOf, sheetsIn } from '../../core/sheet/run-pages.ts'
import { membersOf } from '../../core/things/brief/brief.ts'
import { MOVING } from '../../core/work/runs/states.ts'
import { Refusal } from '../problems.ts'
import type { RunRow } from '../store/runs.ts'
import type { Act } from '../store/store.ts'
import { runAdded } from './begin-run.ts'

interface Asked {
  /** Sheets there shall be of it in all. */
  sheets: number
  /** Id of the form that more of is printed; may be left out where there is but one. */
  form?: string | undefined
}

const refuse = (status: 409 | 422, code: string, message: string) => new Refusal(status, { code, field: 'sheets', message })

/**
 * More or fewer sheets of a run that is printing. Fewer: it ends when so many are out. More: a second run of the same frozen
 * plate waits behind it.
 * @returns the run as it is now, and the one that was begun for the others; null where none was needed
 */
export async function changeCount(act: Act, id: number, { sheets, form }: Asked): Promise<{ run: RunRow; more: RunRow | null }> {
  const run = await act.runs.hold(id)
  if (!MOVING.includes(run.state)) throw refuse(409, 'run-over', 'This run is over. Print more of it from its job.')
  if (run.how !== 'sent') throw refuse(422, 'not-sent', 'Your own program prints this run: change the number there.')
  if (membersOf(run.plate.brief).length > 0)
    throw refuse(422, 'gang', 'The pieces of several jobs lie on these sheets. Change the copies in a job of its own.')
  const pages = pagesOf(run.plate, run.side, run.only)
  const sent = sheetsIn(pages)
  if (sheets <= run.sheetsDelivered)
    throw refuse(422, 'already-out', `${run.sheetsDelivered} are out already. Cancel the run to stop it now.`)
  if (sheets <= sent) return { run: await act.runs.change(run, { until: sheets === sent ? null : sheets }), more: null }
  const kinds = new Set(pages.map((page) => page.form.id))
  const of = form ?? (kinds.size === 1 ? pages[0]?.form.id : undefined)
  if (of === undefined || !kinds.has(of)) throw refuse(422, 'unknown-sheet', 'Say of which of its sheets there shall be more.')
  const title = (await act.jobs.find(run.jobId)).title
  const more = await runAdded(act, {
    title,
    jobId: run.jobId,
    plate: run.plate,
    side: run.side,
    only: [{ form: of, count: sheets - sent }],
    how: 'sent',
    inSpite: run.inSpite,
  })
  return { run: await act.runs.change(run, { until: null }), more }
}

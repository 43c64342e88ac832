import { sheetsOf } from '../../core/sheet/form.ts'
import { shareOut } from '../../core/work/runs/share-out.ts'
import { MOVING } from '../../core/work/runs/states.ts'
import type { App } from '../app-context.ts'
import { answerFault } from '../printing/answer-fault.ts'
import { setGoing } from '../printing/begin-run.ts'
import { changeCount } from '../printing/change-count.ts'
import { inspect } from '../printing/inspect.ts'
import { Unreachable } from '../printing/ipp-client.ts'
import { Refusal } from '../problems.ts'
import { type RunRow, runDto, wantedOf } from '../store/runs.ts'
import { readable } from '../store/table.ts'
import { router } from './shared.ts'

/** Minutes a printer is still busy with a run: before it prints all of loading and printing, then what is not delivered. */
function minutesLeft(run: RunRow): number {
  const { plate, side, state, sheetsDelivered, progress } = run
  const { estimates } = plate
  if (!estimates) return 0
  const mine = wantedOf(run)
  const share = mine / Math.max(1, sheetsOf(plate.forms, side))
  const done = state === 'printing' || state === 'waiting' ? shareOut({ sheetsDelivered, copies: mine, progress }) : 0
  const hands = done > 0 ? 0 : estimates.loadingMinutes + estimates.handsMinutes
  // A run is one pass.
  return (hands + (estimates.printingSeconds / 60) * share * (1 - done)) / estimates.passes
}

export function runsApi(app: App) {
  const { store, events } = app
  const titleOf = async (jobId: number) => (await store.jobs.titles([jobId])).get(jobId) ?? 'Removed job'
  const answer = async (run: RunRow) => runDto(run, await titleOf(run.jobId))
  return router()
    .call('GET /runs', async (c) => {
      const { rows, next } = await store.runs.log(c.req.valid('query'))
      const titles = await store.jobs.titles(rows.map((r) => r.jobId))
      return c.json({ runs: readable(rows, (r) => runDto(r, titles.get(r.jobId) ?? 'Removed job')), next }, 200)
    })
    .call('GET /at-work', async (c) => {
      const rows = await store.runs.atWork()
      const titles = await store.jobs.titles(rows.map((r) => r.jobId))
      return c.json(
        readable(rows, (r) => ({ ...runDto(r, titles.get(r.jobId) ?? 'Removed job'), minutesLeft: minutesLeft(r) })),
        200,
      )
    })
    .call('GET /runs/{id}', async (c) => {
      const run = await store.runs.find(c.req.valid('param').id)
      return c.json({ ...(await answer(run)), plate: run.plate }, 200)
    })
    .call('POST /runs/{id}/cancel', async (c) => {
      const run = await store.runs.find(c.req.valid('param').id)
      if (!MOVING.includes(run.state))
        throw new Refusal(409, { code: 'run-over', message: 'This run is over; there is nothing to cancel.' })
      await app.runner.cancel(run).catch((error) => {
        if (!(error instanceof Unreachable)) throw error
        throw new Refusal(502, {
          code: 'printer-away',
          message: 'The printer does not answer, so it cannot be told to stop. Switch it on or stop it at its panel.',
        })
      })
      return c.json(await answer(await store.runs.find(run.id)), 200)
    })
    .call('PUT /runs/{id}/sheets', async (c) => {
      const { run, more } = await store.act((act) => changeCount(act, c.req.valid('param').id, c.req.valid('json')))
      events.tell({ what: 'run', id: run.id })
      if (more) setGoing(app, more)
      return c.json({ run: await answer(run), more: more && (await answer(more)) }, 200)
    })
    .call('POST /runs/{id}/go', async (c) => {
      const run = await store.runs.find(c.req.valid('param').id)
      await app.runner.go(run)
      return c.json(await answer(run), 200)
    })
    .call('POST /runs/{id}/fault', async (c) => {
      const run = await store.runs.find(c.req.valid('param').id)
      const next = await answerFault(app, run, c.req.valid('json'))
      return c.json({ run: await answer(await store.runs.find(run.id)), next: next && (await answer(next)) }, 200)
    })
    .call('POST /runs/{id}/out', async (c) => {
      const run = await store.runs.find(c.req.valid('param').id)
      if (run.how !== 'own' || !MOVING.includes(run.state))
        throw new Refusal(409, { code: 'not-yours-to-end', field: 'state', message: 'This run is told by its printer when it is done.' })
      await app.runner.out(run, c.req.valid('json').sheets)
      return c.json(await answer(await store.runs.find(run.id)), 200)
    })
    .call('POST /runs/{id}/settle', async (c) => {
      const run = await store.runs.find(c.req.valid('param').id)
      if (run.reason !== 'sent-unknown')
        throw new Refusal(409, { code: 'nothing-to-settle', field: 'reason', message: 'It is known what became of this run.' })
      await app.runner.settleSending(run, c.req.valid('json').cameOut)
      return c.json(await answer(await store.runs.find(run.id)), 200)
    })
    .call('POST /runs/{id}/dry', async (c) => {
      const run = await store.runs.find(c.req.valid('param').id)
      if (run.state === 'drying') await app.runner.dryNow(run)
      return c.json(await answer(await store.runs.find(run.id)), 200)
    })
    .call('PUT /runs/{id}/inspection', async (c) => {
      const run = await store.runs.find(c.req.valid('param').id)
      const inspection = c.req.valid('json')
      const inspected = await store.act((act) => inspect(act, run.id, inspection))
      events.tell({ what: 'run', id: run.id })
      events.tell({ what: 'job', id: run.jobId })
      return c.json(await answer(inspected), 200)
    })
}

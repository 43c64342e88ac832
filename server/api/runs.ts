import { createRoute, z } from '@hono/zod-openapi'
import { RemedySchema, RunDetailSchema, RunSchema } from '../../core/wire/api/dto.ts'
import { InspectionSchema } from '../../core/work/runs/inspection.ts'
import { MOVING } from '../../core/work/runs/states.ts'
import type { App } from '../app-context.ts'
import { inspect } from '../printing/inspect.ts'
import { Unreachable } from '../printing/ipp-client.ts'
import { remedy } from '../printing/remedy.ts'
import { Refusal } from '../problems.ts'
import { type RunRow, runDto } from '../store/runs.ts'
import { body, IdParam, PROBLEMS, router, takes } from './shared.ts'

const Run = RunSchema

export function runsApi(app: App) {
  const { store, events } = app
  const titleOf = async (jobId: number) => (await store.jobs.titles([jobId])).get(jobId) ?? 'Removed job'
  const answer = async (run: RunRow) => runDto(run, await titleOf(run.jobId))
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/runs',
        summary: 'The log: every run, newest first, searchable',
        request: {
          query: z.object({
            q: z.string().max(200).optional(),
            state: z.string().max(20).optional(),
            before: z.coerce.number().int().positive().optional(),
          }),
        },
        responses: { 200: body(z.array(Run)), ...PROBLEMS },
      }),
      async (c) => {
        const rows = await store.runs.log(c.req.valid('query'))
        const titles = await store.jobs.titles(rows.map((r) => r.jobId))
        return c.json(
          rows.map((r) => runDto(r, titles.get(r.jobId) ?? 'Removed job')),
          200,
        )
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/runs/{id}',
        summary: 'One run with the plate it was printed with',
        request: { params: IdParam },
        responses: { 200: body(RunDetailSchema.meta({ id: 'RunDetail' })), ...PROBLEMS },
      }),
      async (c) => {
        const run = await store.runs.find(c.req.valid('param').id)
        return c.json({ ...(await answer(run)), plate: run.plate }, 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/runs/{id}/cancel',
        summary: 'Cancel a run',
        request: { params: IdParam },
        responses: { 200: body(Run), ...PROBLEMS },
      }),
      async (c) => {
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
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/runs/{id}/go',
        summary: 'Press the go key of a simulated printer that waits',
        request: { params: IdParam },
        responses: { 200: body(Run), ...PROBLEMS },
      }),
      async (c) => {
        const run = await store.runs.find(c.req.valid('param').id)
        await app.runner.go(run)
        return c.json(await answer(run), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/runs/{id}/fault',
        summary: 'Say what went wrong; go on, or change the plate as the cause suggests and print again',
        request: { params: IdParam, ...takes(RemedySchema) },
        responses: { 200: body(z.object({ run: Run, next: Run.nullable() })), ...PROBLEMS },
      }),
      async (c) => {
        const run = await store.runs.find(c.req.valid('param').id)
        const next = await remedy(app, run, c.req.valid('json'))
        return c.json({ run: await answer(await store.runs.find(run.id)), next: next && (await answer(next)) }, 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/runs/{id}/out',
        summary: 'The sheets of a run from a program of your own have come out',
        request: { params: IdParam, ...takes(z.object({ sheets: z.number().int().positive().max(10_000) })) },
        responses: { 200: body(Run), ...PROBLEMS },
      }),
      async (c) => {
        const run = await store.runs.find(c.req.valid('param').id)
        if (run.how !== 'own' || !MOVING.includes(run.state))
          throw new Refusal(409, { code: 'not-yours-to-end', field: 'state', message: 'This run is told by its printer when it is done.' })
        await app.runner.out(run, c.req.valid('json').sheets)
        return c.json(await answer(await store.runs.find(run.id)), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/runs/{id}/settle',
        summary: 'Say whether the sheet of an interrupted sending came out',
        request: { params: IdParam, ...takes(z.object({ cameOut: z.boolean() })) },
        responses: { 200: body(Run), ...PROBLEMS },
      }),
      async (c) => {
        const run = await store.runs.find(c.req.valid('param').id)
        if (run.reason !== 'sent-unknown')
          throw new Refusal(409, { code: 'nothing-to-settle', field: 'reason', message: 'It is known what became of this run.' })
        await app.runner.settleSending(run, c.req.valid('json').cameOut)
        return c.json(await answer(await store.runs.find(run.id)), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/runs/{id}/dry',
        summary: 'It is dry before its time',
        request: { params: IdParam },
        responses: { 200: body(Run), ...PROBLEMS },
      }),
      async (c) => {
        const run = await store.runs.find(c.req.valid('param').id)
        if (run.state === 'drying') await app.runner.dryNow(run)
        return c.json(await answer(await store.runs.find(run.id)), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/runs/{id}/inspection',
        summary: 'Record what was measured and seen',
        request: { params: IdParam, ...takes(InspectionSchema) },
        responses: { 200: body(Run), ...PROBLEMS },
      }),
      async (c) => {
        const run = await store.runs.find(c.req.valid('param').id)
        const inspection = c.req.valid('json')
        const inspected = await store.act((act) => inspect(act, run.id, inspection))
        events.tell({ what: 'run', id: run.id })
        events.tell({ what: 'job', id: run.jobId })
        return c.json(await answer(inspected), 200)
      },
    )
}

import { createRoute, z } from '@hono/zod-openapi'
import { Op } from 'sequelize'
import { InspectionSchema, MOVING, RemedySchema, RunDetailSchema, RunSchema } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import { learnOffset } from '../printing/account.ts'
import { Unreachable } from '../printing/ipp-client.ts'
import { remedy } from '../printing/remedy.ts'
import { missing, Refusal } from '../problems.ts'
import { runDto } from './rows.ts'
import { body, IdParam, PROBLEMS, router, takes } from './shared.ts'

const Run = RunSchema

export function runsApi(app: App) {
  const { models, events } = app
  const find = async (id: number) => {
    const row = await models.runs.findByPk(id)
    if (!row) throw missing('run', id)
    return row
  }
  const titleOf = async (jobId: number) => (await models.jobs.findByPk(jobId, { attributes: ['title'] }))?.title ?? 'Removed job'
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
        const { q, state, before } = c.req.valid('query')
        const words = (q ?? '').split(/\s+/).filter(Boolean).slice(0, 8)
        const rows = await models.runs.findAll({
          where: {
            ...(state ? { state: state as 'done' } : {}),
            ...(before ? { id: { [Op.lt]: before } } : {}),
            ...(words.length > 0
              ? { [Op.and]: words.map((word) => ({ searchText: { [Op.like]: `%${word.replace(/[\\%_]/g, (s) => `\\${s}`)}%` } })) }
              : {}),
          },
          order: [['id', 'DESC']],
          limit: 200,
        })
        const titles = new Map(
          (await models.jobs.findAll({ where: { id: [...new Set(rows.map((r) => r.jobId))] }, attributes: ['id', 'title'] })).map((j) => [
            j.id,
            j.title,
          ]),
        )
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
        const row = await find(c.req.valid('param').id)
        return c.json({ ...runDto(row, await titleOf(row.jobId)), plate: row.plate }, 200)
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
        const row = await find(c.req.valid('param').id)
        if (!MOVING.includes(row.state))
          throw new Refusal(409, { code: 'run-over', message: 'This run is over; there is nothing to cancel.' })
        await app.runner.cancel(row).catch((error) => {
          if (!(error instanceof Unreachable)) throw error
          throw new Refusal(502, {
            code: 'printer-away',
            message: 'The printer does not answer, so it cannot be told to stop. Switch it on or stop it at its panel.',
          })
        })
        return c.json(runDto(await find(row.id), await titleOf(row.jobId)), 200)
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
        const row = await find(c.req.valid('param').id)
        await app.runner.go(row)
        return c.json(runDto(row, await titleOf(row.jobId)), 200)
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
        const row = await find(c.req.valid('param').id)
        const next = await remedy(app, row, c.req.valid('json'))
        const title = await titleOf(row.jobId)
        return c.json({ run: runDto(await find(row.id), title), next: next && runDto(next, title) }, 200)
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
        const row = await find(c.req.valid('param').id)
        if (row.how !== 'own' || !MOVING.includes(row.state))
          throw new Refusal(409, { code: 'not-yours-to-end', field: 'state', message: 'This run is told by its printer when it is done.' })
        await app.runner.out(row, c.req.valid('json').sheets)
        return c.json(runDto(await find(row.id), await titleOf(row.jobId)), 200)
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
        const row = await find(c.req.valid('param').id)
        if (row.reason !== 'sent-unknown')
          throw new Refusal(409, { code: 'nothing-to-settle', field: 'reason', message: 'It is known what became of this run.' })
        await app.runner.settleSending(row, c.req.valid('json').cameOut)
        return c.json(runDto(await find(row.id), await titleOf(row.jobId)), 200)
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
        const row = await find(c.req.valid('param').id)
        if (row.state === 'drying') await app.runner.dryNow(row)
        return c.json(runDto(await find(row.id), await titleOf(row.jobId)), 200)
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
        const row = await find(c.req.valid('param').id)
        if (MOVING.includes(row.state))
          throw new Refusal(409, { code: 'run-not-over', message: 'The run is not over yet; inspect it when the sheet is out.' })
        const inspection = c.req.valid('json')
        const before = row.inspection
        const ended = row.state === 'drying' || row.state === 'inspect' || row.state === 'done'
        // Learnt first: a server stopped here has the offset and an inspection still to be entered, never one without the other.
        row.set({ inspection })
        await learnOffset(models, row)
        await row.update({
          inspection,
          state: ended ? 'done' : row.state,
          searchText: `${row.searchText.split(' ¦ ')[0]} ¦ ${[inspection.verdict, ...inspection.faults, inspection.note].join(' ')}`,
        })
        // The pairing learns from the verdict; a corrected verdict first takes the old one back.
        const pairing = await models.pairings.findByPk(`${row.printerId}-${row.plate.setup?.paper.id}`)
        if (pairing) {
          const count = (verdict: string | undefined, is: string) => Number(verdict === is)
          await pairing.update({
            good: pairing.good + count(inspection.verdict, 'right') - count(before?.verdict, 'right'),
            bad: pairing.bad + count(inspection.verdict, 'wasted') - count(before?.verdict, 'wasted'),
          })
        }
        if (ended) await models.jobs.update({ state: inspection.verdict === 'wasted' ? 'failed' : 'done' }, { where: { id: row.jobId } })
        // The round is over: the next print begins its loading steps afresh.
        await models.ticks.destroy({ where: { jobId: row.jobId } })
        events.tell({ what: 'run', id: row.id })
        events.tell({ what: 'job', id: row.jobId })
        return c.json(runDto(row, await titleOf(row.jobId)), 200)
      },
    )
}

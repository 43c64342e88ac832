import { createRoute, z } from '@hono/zod-openapi'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { briefFor, withItem } from '../../core/things/brief/brief.ts'
import { withPicture } from '../../core/things/brief/item.ts'
import { JobEditSchema, JobNewSchema, JobSchema, PrintRequestSchema, RunSchema, TickSchema } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import { loadSheetPdf } from '../documents/load-sheet.ts'
import { drawingPdf } from '../documents/scale-drawing.ts'
import { beginRun } from '../printing/begin-run.ts'
import { cutStock } from '../printing/cut-stock.ts'
import { freezePlate, plateForBack } from '../printing/freeze.ts'
import { holdForDisagreement } from '../printing/hold.ts'
import { recordLoading } from '../printing/record-loading.ts'
import { missing, Refusal } from '../problems.ts'
import { readStudio } from '../studio/read-studio.ts'
import { jobDto, runDto } from './rows.ts'
import { body, IdParam, PROBLEMS, router, takes } from './shared.ts'

const Job = JobSchema.meta({ id: 'Job' })
const Run = RunSchema.meta({ id: 'Run' })
const TickParam = IdParam.extend({
  step: z
    .string()
    .min(1)
    .max(60)
    .openapi({ param: { name: 'step', in: 'path' } }),
})

const ScaleSchema = z.coerce.number().pipe(z.union([z.literal(1), z.literal(2), z.literal(5), z.literal(10)]))

export function jobsApi(app: App) {
  const { models, events } = app
  const find = async (id: number) => {
    const row = await models.jobs.findByPk(id)
    if (!row) throw missing('job', id)
    return row
  }
  const ticksOf = async (jobId: number) => {
    const rows = await models.ticks.findAll({ where: { jobId } })
    return rows.map((r) => ({ stepId: r.stepId, at: r.createdAt.toISOString() }))
  }
  return router()
    .openapi(
      createRoute({ method: 'get', path: '/jobs', summary: 'All jobs that are not archived', responses: { 200: body(z.array(Job)) } }),
      async (c) => {
        const rows = await models.jobs.findAll({ where: { archived: false }, order: [['id', 'DESC']], limit: 500 })
        return c.json(rows.map(jobDto), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/jobs',
        summary: 'Begin a job',
        request: takes(JobNewSchema),
        responses: { 201: body(Job), ...PROBLEMS },
      }),
      async (c) => {
        const { title, pictureId, brief } = c.req.valid('json')
        const picture = pictureId ? await models.pictures.findByPk(pictureId) : null
        if (pictureId && !picture) throw missing('picture', pictureId)
        const rules = await models.rules.findByPk('house')
        const facts = picture?.facts ?? null
        const row = await models.jobs.create({
          title: title ?? facts?.name.replace(/\.[a-z]+$/i, '') ?? 'New job',
          state: 'setup',
          pins: {},
          version: 1,
          archived: false,
          brief: withItem(briefFor({ unit: rules?.record.unit ?? 'mm', ...brief }), withPicture(facts)),
        })
        events.tell({ what: 'job', id: row.id })
        return c.json(jobDto(row), 201)
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/jobs/{id}',
        summary: 'One job',
        request: { params: IdParam },
        responses: { 200: body(Job), ...PROBLEMS },
      }),
      async (c) => c.json(jobDto(await find(c.req.valid('param').id)), 200),
    )
    .openapi(
      createRoute({
        method: 'patch',
        path: '/jobs/{id}',
        summary: 'Change a job; the version guards against overwriting somebody else',
        request: { params: IdParam, ...takes(JobEditSchema) },
        responses: { 200: body(Job), ...PROBLEMS },
      }),
      async (c) => {
        const { id } = c.req.valid('param')
        const { version, ...edit } = c.req.valid('json')
        const row = await find(id)
        const fields = Object.fromEntries(Object.entries(edit).filter(([, value]) => value !== undefined))
        // The row's own setters write the JSON; the WHERE makes the check and the change one act.
        row.set({ ...fields, version: version + 1 })
        const changes = Object.fromEntries([...Object.keys(fields), 'version'].map((k) => [k, row.get(k as 'title')]))
        const [count] = await models.jobs.update(changes, { where: { id, version } })
        const now = await find(id)
        if (count === 0)
          throw new Refusal(409, {
            code: 'changed-meanwhile',
            field: 'version',
            value: String(version),
            limit: String(now.version),
            message: 'Somebody else changed this job while you did. Your change is kept here; look at theirs and choose.',
            current: jobDto(now),
          })
        events.tell({ what: 'job', id })
        return c.json(jobDto(now), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/jobs/{id}/ticks',
        summary: 'Loading steps ticked so far',
        request: { params: IdParam },
        responses: { 200: body(z.array(TickSchema)), ...PROBLEMS },
      }),
      async (c) => {
        return c.json(await ticksOf(c.req.valid('param').id), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/jobs/{id}/ticks/{step}',
        summary: 'Tick a loading step',
        request: { params: TickParam, ...takes(z.object({ at: z.iso.datetime().optional() })) },
        responses: { 200: body(z.array(TickSchema)), ...PROBLEMS },
      }),
      async (c) => {
        const { id, step } = c.req.valid('param')
        const job = await find(id)
        // A tick that was made while the network was away tells when it was made; the future is nobody's.
        const at = new Date(Math.min(Date.now(), new Date(c.req.valid('json').at ?? Date.now()).getTime()))
        const [, fresh] = await models.ticks.findOrCreate({
          where: { jobId: id, stepId: step },
          defaults: { jobId: id, stepId: step, createdAt: at },
        })
        if (fresh) await recordLoading(app, job, step)
        events.tell({ what: 'job', id })
        return c.json(await ticksOf(id), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/jobs/{id}/ticks/{step}',
        summary: 'Take a tick back',
        request: { params: TickParam },
        responses: { 200: body(z.array(TickSchema)), ...PROBLEMS },
      }),
      async (c) => {
        const { id, step } = c.req.valid('param')
        await models.ticks.destroy({ where: { jobId: id, stepId: step } })
        events.tell({ what: 'job', id })
        return c.json(await ticksOf(id), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/jobs/{id}/print',
        summary: 'Freeze the plate and print it',
        request: { params: IdParam, ...takes(PrintRequestSchema) },
        responses: { 201: body(Run), ...PROBLEMS },
      }),
      async (c) => {
        const { id } = c.req.valid('param')
        const asked = c.req.valid('json')
        const job = await find(id)
        if (job.version !== asked.version)
          throw new Refusal(409, {
            code: 'changed-meanwhile',
            field: 'version',
            message: 'Somebody else changed this job. Look at it again before you print.',
            current: jobDto(job),
          })
        await holdForDisagreement(app, job, asked.despite)
        const plate = asked.side === 'back' ? await plateForBack(app, id, asked.despite) : await freezePlate(app, job, asked)
        const run = await beginRun(app, { job, version: asked.version, plate, side: asked.side, how: asked.how })
        return c.json(runDto(run, job.title), 201)
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/jobs/{id}/runs',
        summary: 'Runs of a job, newest first',
        request: { params: IdParam },
        responses: { 200: body(z.array(Run)), ...PROBLEMS },
      }),
      async (c) => {
        const job = await find(c.req.valid('param').id)
        const rows = await models.runs.findAll({ where: { jobId: job.id }, order: [['id', 'DESC']], limit: 100 })
        return c.json(
          rows.map((r) => runDto(r, job.title)),
          200,
        )
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/jobs/{id}/cut',
        summary: 'The sheets have been cut: count the larger stock down and the pieces and offcuts up',
        request: { params: IdParam, ...takes(z.object({ version: z.number().int() })) },
        responses: { 200: body(Job), ...PROBLEMS },
      }),
      async (c) => {
        const { id } = c.req.valid('param')
        const job = await find(id)
        if (job.version !== c.req.valid('json').version)
          throw new Refusal(409, {
            code: 'changed-meanwhile',
            field: 'version',
            message: 'Somebody else changed this job. Look at it again.',
            current: jobDto(job),
          })
        const plate = resolve(job.brief, await readStudio(models), job.pins)
        if (!plate.setup?.cut)
          throw new Refusal(422, { code: 'nothing-to-cut', field: 'stock', message: 'This job takes its sheets as they are in stock.' })
        const lotId = await cutStock(models, plate.setup.cut, job)
        events.tell({ what: 'studio', id: lotId })
        events.tell({ what: 'job', id })
        return c.json(jobDto(await find(id)), 200)
      },
    )
    .get('/jobs/:id/drawing.pdf', async (c) => {
      const job = await find(IdParam.parse({ id: c.req.param('id') }).id)
      const scale = ScaleSchema.parse(c.req.query('scale') ?? '1')
      const plate = resolve(job.brief, await readStudio(models), job.pins)
      const pdf = await drawingPdf(app.files, `${job.id}  ${job.title}`, plate, scale)
      return c.body(pdf as Uint8Array<ArrayBuffer>, 200, {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="drawing-${job.id}-1-to-${scale}.pdf"`,
      })
    })
    .get('/jobs/:id/load-sheet.pdf', async (c) => {
      const job = await find(IdParam.parse({ id: c.req.param('id') }).id)
      const studio = await readStudio(models)
      const plate = resolve(job.brief, studio, job.pins)
      const address = `${new URL(c.req.url).origin}/jobs/${job.id}/load`
      const pdf = await loadSheetPdf(app.files, { id: job.id, title: job.title, plate, studio, address })
      return c.body(pdf as Uint8Array<ArrayBuffer>, 200, {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="load-sheet-${job.id}.pdf"`,
      })
    })
}

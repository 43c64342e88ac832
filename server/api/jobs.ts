import type { Context } from 'hono'
import { z } from 'zod'
import { findingsOfPart } from '../../core/plate/resolve/part.ts'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { type Begun, begunAs, printedAgain, withBegun } from '../../core/plate/saved/begin-with.ts'
import { type Brief, briefFor } from '../../core/things/brief/brief.ts'
import { type ItemWish, withPictures, withWishes } from '../../core/things/brief/edit-items.ts'
import type { Picture } from '../../core/things/brief/picture.ts'
import { IdParam } from '../../core/wire/api/calls/call.ts'
import type { Job, JobEdit } from '../../core/wire/api/dto.ts'
import { missingOf } from '../../core/work/runs/missing.ts'
import type { App } from '../app-context.ts'
import { beginRun, setGoing } from '../printing/begin-run.ts'
import { cutStock } from '../printing/cut-stock.ts'
import { checkPlate, needPictures, permitted, plateForBack } from '../printing/freeze.ts'
import { holdForDisagreement } from '../printing/hold.ts'
import { brought } from '../printing/job-comes-to.ts'
import { recordLoading } from '../printing/record-loading.ts'
import { askStanding, holdForPrinter } from '../printing/standing.ts'
import { Refusal } from '../problems.ts'
import { type JobRow, jobDto } from '../store/jobs.ts'
import { runDto } from '../store/runs.ts'
import { readable } from '../store/table.ts'
import { needRoom } from '../upkeep/disk.ts'
import { gangFollows } from './gangs.ts'
import { asJson, router } from './shared.ts'
import { textOf, toldLists } from './told-lists.ts'

const CHANGED = 'Somebody else changed this job while you did. Your change is kept here; look at theirs and choose.'

const noneChanged = ({ id, title }: JobRow) =>
  `${id} ${title} was changed by somebody else meanwhile, so none of these jobs was. Look at them again.`

const ScaleSchema = z.coerce.number().pipe(z.union([z.literal(1), z.literal(2), z.literal(5), z.literal(10)]))

/** A brief of another job as a job of its own: not a piece of anybody's, nor a test sheet. */
const alone = (brief: Brief): Brief => ({ ...brief, test: null, items: brief.items.map((item) => ({ ...item, piece: null })) })

/** What a job can be begun from. */
interface BeginLike {
  setupId?: number | undefined
  likeJob?: number | undefined
  likeRun?: number | undefined
  brief?: Parameters<typeof briefFor>[0] | undefined
}

/** What a job is called that nobody named: as its picture, without the ending of the file. */
const nameOf = ({ name }: Picture): string => name.replace(/\.[a-z]+$/i, '').trim() || 'New job'

export function jobsApi(app: App) {
  const { store, events } = app
  const told = toldLists()
  /** The plate a job is begun like: of a kept set-up, or of another job as it stands. */
  const likePlate = async (setupId: number | undefined, like: JobRow | null): Promise<Plate | null> => {
    if (setupId !== undefined) return (await store.setups.find(setupId)).plate
    if (!like) return null
    const plate = resolve(like.brief, await store.studio(), like.pins)
    // What is held fast there is held fast here; what was worked out is worked out anew.
    return { ...plate, decisions: plate.decisions.filter(({ pinned }) => pinned) }
  }
  /** Begins jobs with pictures, like a kept set-up, another job or a run where one is named, else from a brief. */
  const beginner = async ({ setupId, likeJob, likeRun, brief }: BeginLike) => {
    const job = likeJob === undefined ? null : await store.jobs.find(likeJob)
    const run = likeRun === undefined ? null : await store.runs.find(likeRun)
    // As it is, for whoever brings no pictures of his own; what was due then is not due again.
    const again = run ? printedAgain(run.plate) : job && { brief: alone(job.brief), pins: job.pins }
    const [plate, rules] = await Promise.all([run?.plate ?? likePlate(setupId, job), store.rules.read()])
    const begin = (pictures: readonly Picture[], wishes: readonly ItemWish[]): Begun => {
      const begun =
        again && pictures.length === 0
          ? again
          : plate
            ? withBegun(begunAs(plate), pictures)
            : { brief: withPictures(briefFor({ unit: rules.unit, ...brief }), pictures), pins: {} }
      return { ...begun, brief: withWishes(begun.brief, wishes) }
    }
    const title = run ? (await store.jobs.find(run.jobId)).title : job?.title
    return { title: title === undefined ? undefined : `${title}, again`, begin, like: run?.plate.brief ?? job?.brief ?? null }
  }
  /** A job's sheets on paper, at the scale that was asked for. */
  const toScale = async (c: Context, name: 'drawing' | 'cuts') => {
    const { cutsPdf, drawingPdf } = await import('../documents/scale-drawing.ts')
    const draw = { drawing: drawingPdf, cuts: cutsPdf }[name]
    const job = await store.jobs.find(IdParam.parse({ id: c.req.param('id') }).id)
    const scale = ScaleSchema.parse(c.req.query('scale') ?? '1')
    const plate = resolve(job.brief, await store.studio(), job.pins)
    const pdf = await draw(app.files, `${job.id}  ${job.title}`, plate, scale)
    return c.body(pdf as Uint8Array<ArrayBuffer>, 200, {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${name}-${job.id}-1-to-${scale}.pdf"`,
    })
  }
  /** Edits jobs in one act; gangs follow theirs. */
  const edited = async (edits: readonly (JobEdit & { id: number })[]): Promise<Job[]> => {
    const jobs = await Promise.all(edits.map(({ id }) => store.jobs.find(id)))
    const studio = jobs.some((job, i) => job.gang !== null || edits[i]?.archived) ? await store.studio() : null
    const { now, others } = await store.act(async (act) => {
      const others = new Set<number>()
      for (const { id, version, ...edit } of edits) {
        const job = jobs.find((one) => one.id === id) as JobRow
        const changed = await act.jobs.edit({ ...job, version }, edit, edits.length === 1 ? CHANGED : noneChanged(job))
        for (const other of studio ? await gangFollows(act, changed, studio) : []) others.add(other)
      }
      // Read once more: a job that left its gang is no longer as it was edited.
      const now: JobRow[] = []
      for (const { id } of edits) now.push(await act.jobs.find(id))
      return { now, others }
    })
    for (const id of new Set([...edits.map((edit) => edit.id), ...others])) events.tell({ what: 'job', id })
    return now.map(jobDto)
  }
  return router()
    .call('GET /jobs', async (c) => {
      const { before, ids } = c.req.valid('query')
      return c.json(readable(await store.jobs.page({ before, ids: ids?.split(',').map(Number) }), jobDto), 200)
    })
    .call('GET /jobs/heads', async (c) => {
      const heads = await store.jobHeads()
      const at = told.remember(heads)
      const changed = told.since(c.req.valid('query').have ?? '', heads)
      return asJson(`{"at":"${at}","heads":${changed ? null : textOf(heads)},"changed":${JSON.stringify(changed)}}`)
    })
    .call('POST /jobs', async (c) => {
      const { title, pictureId, pictureIds = [], wishes = [], ...how } = c.req.valid('json')
      const [pictures, { title: again, begin, like }] = await Promise.all([
        store.pictures.findAll([...(pictureId ? [pictureId] : []), ...pictureIds]),
        beginner(how),
      ])
      const [first] = pictures
      const name = title ?? (first ? nameOf(first) : again) ?? 'New job'
      const row = await store.act((act) => act.jobs.add({ title: name, ...begin(pictures, wishes) }, like))
      events.tell({ what: 'job', id: row.id })
      return c.json(jobDto(row), 201)
    })
    .call('POST /jobs/many', async (c) => {
      const { pictureIds, wishes = [], ...how } = c.req.valid('json')
      const papers = [...new Set(wishes.flatMap(({ paperId }) => paperId ?? []))]
      const [pictures, { begin }] = await Promise.all([
        store.pictures.findAll(pictureIds),
        beginner(how),
        Promise.all(papers.map((id) => store.papers.entry(id))),
      ])
      const rows = await store.act(async (act) => {
        const made = []
        for (const [i, picture] of pictures.entries()) {
          const wish = wishes[i]
          const { brief, pins } = begin([picture], wish ? [wish] : [])
          const paper = wish?.paperId ? { paperId: wish.paperId } : {}
          made.push(await act.jobs.add({ title: nameOf(picture), pins, brief: { ...brief, ...paper } }))
        }
        return made
      })
      for (const row of rows) events.tell({ what: 'job', id: row.id })
      return c.json(rows.map(jobDto), 201)
    })
    .call('GET /jobs/{id}', async (c) => c.json(jobDto(await store.jobs.find(c.req.valid('param').id)), 200))
    .call('PATCH /jobs/{id}', async (c) => {
      const { id } = c.req.valid('param')
      const [now] = await edited([{ id, ...c.req.valid('json') }])
      return c.json(now as Job, 200)
    })
    .call('PATCH /jobs', async (c) => c.json(await edited(c.req.valid('json').edits), 200))
    .call('DELETE /jobs/{id}', async (c) => {
      const { id } = c.req.valid('param')
      const studio = await store.studio()
      const { job, others } = await store.act(async (act) => {
        const now = await act.jobs.seen(
          id,
          c.req.valid('query').version,
          'Somebody else changed this job. Look at it before you delete it.',
        )
        if ((await act.runs.ofJob(id)).length > 0)
          throw new Refusal(422, {
            code: 'was-printed',
            field: 'id',
            value: String(id),
            message: 'Its runs stand in the log and belong to it. Put it aside: then it stands in no list any more.',
          })
        const others = await gangFollows(act, { ...now, archived: true }, studio)
        await act.ticks.clear(id)
        await act.readings.clear(id)
        await act.jobs.remove(id)
        return { job: now, others }
      })
      for (const one of [id, ...others]) events.tell({ what: 'job', id: one })
      return c.json(jobDto(job), 200)
    })
    .call('GET /jobs/{id}/ticks', async (c) => {
      const job = await store.jobs.find(c.req.valid('param').id)
      return c.json(await store.ticks.of(job.id), 200)
    })
    .call('PUT /jobs/{id}/ticks/{step}', async (c) => {
      const { id, step } = c.req.valid('param')
      const job = await store.jobs.find(id)
      // A tick that was made while the network was away tells when it was made; the future is nobody's.
      const at = new Date(Math.min(Date.now(), new Date(c.req.valid('json').at ?? Date.now()).getTime()))
      const into = await store.act(async (act) => ((await act.ticks.tick(id, step, at)) ? recordLoading(act, job, step) : null))
      if (into) events.tell({ what: 'studio', id: into })
      events.tell({ what: 'job', id })
      return c.json(await store.ticks.of(id), 200)
    })
    .call('DELETE /jobs/{id}/ticks/{step}', async (c) => {
      const { id, step } = c.req.valid('param')
      await store.jobs.find(id)
      await store.ticks.untick(id, step)
      events.tell({ what: 'job', id })
      return c.json(await store.ticks.of(id), 200)
    })
    .call('POST /jobs/{id}/print', async (c) => {
      const { id } = c.req.valid('param')
      const asked = c.req.valid('json')
      const job = await store.jobs.seen(id, asked.version, 'Somebody else changed this job. Look at it again before you print.')
      await needRoom(store)
      if (job.gang !== null && job.state === 'setup')
        throw new Refusal(409, {
          code: 'in-gang',
          field: 'gang',
          value: String(job.gang),
          message: `This job is printed with others, as gang ${job.gang}. Take it out there to print it by itself.`,
        })
      const [studio, readings] = await Promise.all([store.studio(), store.readings.of(id)])
      const despite = permitted(studio.rules, asked.despite)
      const differs = holdForDisagreement({ wanted: job, studio, readings }, despite)
      const back = asked.side === 'back'
      const plate = back ? await plateForBack(store, id, despite) : resolve(job.brief, studio, job.pins)
      const unknown = asked.only?.find(({ form }) => !plate.forms.some((f) => f.id === form && f.side === asked.side))
      if (unknown)
        throw new Refusal(422, {
          code: 'unknown-sheet',
          field: 'only',
          value: unknown.form,
          message: 'The job has no such sheet by now. Look at its sheets again.',
        })
      if (asked.how === 'sent') needPictures(app.files, plate)
      // Sheets that are printed by themselves are judged by themselves: of ten, nine of which are out, one has to be there.
      const findings = asked.only && !back ? findingsOfPart(job.brief, studio, job.pins, null, asked.only) : plate.findings
      const stops = back ? [] : checkPlate({ ...plate, findings }, { ...asked, despite })
      // Asked again at this moment: much can have happened since the screen was opened.
      const now = await askStanding(store, plate, studio).catch((error) => {
        // A program of one's own may get on with a printer that does not speak with us.
        if (asked.how === 'own' && error instanceof Refusal) return null
        throw error
      })
      const of = [...stops, ...differs, ...holdForPrinter(plate, now, despite)]
      if (of.length > 0 && asked.because === '')
        throw new Refusal(422, {
          code: 'reason-missing',
          field: 'because',
          message: `Say why it is printed in spite of this: ${of[0]}`,
        })
      const inSpite = of.length > 0 ? { of, because: asked.because } : null
      const run = await store.act(async (act) => {
        // Printed with others once, it is printed by itself now.
        if (job.gang !== null) await act.jobs.parts(id)
        return beginRun(act, { job, plate, side: asked.side, only: asked.only, how: asked.how, inSpite })
      })
      setGoing(app, run)
      return c.json(runDto(run, job.title), 201)
    })
    .call('GET /jobs/{id}/runs', async (c) => {
      const job = await store.jobs.find(c.req.valid('param').id)
      const rows = await store.runs.ofJob(job.id)
      return c.json(
        rows.map((r) => runDto(r, job.title)),
        200,
      )
    })
    .call('GET /jobs/{id}/missing', async (c) => {
      const job = await store.jobs.find(c.req.valid('param').id)
      const [studio, runs] = await Promise.all([store.studio(), store.runs.wholeOfJob(job.id)])
      return c.json(missingOf(resolve(job.brief, studio, job.pins), runs.map(brought)), 200)
    })
    .call('POST /jobs/{id}/cut', async (c) => {
      const { id } = c.req.valid('param')
      // The stock first: whoever finds it cut already then finds the job changed, and is told that.
      const studio = await store.studio()
      const job = await store.jobs.seen(id, c.req.valid('json').version, 'Somebody else changed this job. Look at it again.')
      const plate = resolve(job.brief, studio, job.pins)
      if (!plate.setup?.cut)
        throw new Refusal(422, { code: 'nothing-to-cut', field: 'stock', message: 'This job takes its sheets as they are in stock.' })
      const { cut } = plate.setup
      const booked = await store.act((act) => cutStock(act, cut, job))
      events.tell({ what: 'studio', id: booked.pins.stock ?? '' })
      events.tell({ what: 'job', id })
      return c.json(jobDto(booked), 200)
    })
    .get('/jobs/:id/drawing.pdf', (c) => toScale(c, 'drawing'))
    .get('/jobs/:id/cuts.pdf', (c) => toScale(c, 'cuts'))
    .get('/jobs/:id/load-sheet.pdf', async (c) => {
      const job = await store.jobs.find(IdParam.parse({ id: c.req.param('id') }).id)
      const studio = await store.studio()
      const plate = resolve(job.brief, studio, job.pins)
      const address = `${new URL(c.req.url).origin}/${app.studio}/jobs/${job.id}/load`
      const { loadSheetPdf } = await import('../documents/load-sheet.ts')
      const pdf = await loadSheetPdf(app.files, { id: job.id, title: job.title, plate, studio, address })
      return c.body(pdf as Uint8Array<ArrayBuffer>, 200, {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="load-sheet-${job.id}.pdf"`,
      })
    })
}

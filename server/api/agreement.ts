import { resolve } from '../../core/plate/resolve/resolve.ts'
import { readListing } from '../../core/wire/ipp/listing.ts'
import { listingOf, readingsFromListing } from '../../core/wire/ipp/readings-from-listing.ts'
import type { Reading } from '../../core/work/agreement/reading.ts'
import type { App } from '../app-context.ts'
import { beforeSending } from '../printing/before-sending.ts'
import { ipp, Unreachable } from '../printing/ipp-client.ts'
import { ippRefusal } from '../printing/ipp-refusal.ts'
import { standingOf } from '../printing/standing.ts'
import { Refusal } from '../problems.ts'
import type { Act } from '../store/store.ts'
import { router } from './shared.ts'

/** A panel that was seen to sense sizes, or not, does so for every job of that path. */
async function noteSensing(act: Act, jobId: number, readings: readonly Reading[]): Promise<void> {
  const seen = readings.find((r) => r.place === 'panel' && r.setting === 'sensing')
  if (!seen) return
  const job = await act.jobs.find(jobId)
  const { setup } = resolve(job.brief, await act.studio(), job.pins)
  if (setup)
    await act.printers.machine(setup.printer.id, {
      sensing: { [setup.path.id]: seen.value === 'off' ? 'off' : seen.value === 'on' ? 'on' : null },
    })
}

/** What program, driver and panel of a job were seen to be set to. */
export function agreementApi(app: App) {
  const { store, events } = app
  const keep = async (jobId: number, readings: Reading[]) => {
    await store.act(async (act) => {
      await act.readings.keep(jobId, readings)
      await noteSensing(act, jobId, readings)
    })
    if (readings.length > 0) events.tell({ what: 'job', id: jobId })
    if (readings.some((r) => r.setting === 'sensing')) events.tell({ what: 'studio', id: 'sensing' })
    return store.readings.of(jobId)
  }
  /** Keeps what was read all at once; refuses a source that said nothing. */
  const take = (jobId: number, read: Reading[], by: string, field: string, message: string) => {
    if (read.length === 0) throw new Refusal(422, { code: 'nothing-said', field, message })
    return keep(
      jobId,
      read.map((r) => ({ ...r, by })),
    )
  }
  return router()
    .call('GET /jobs/{id}/readings', async (c) => c.json(await store.readings.of((await store.jobs.find(c.req.valid('param').id)).id), 200))
    .call('PUT /jobs/{id}/readings', async (c) =>
      c.json(await keep((await store.jobs.find(c.req.valid('param').id)).id, c.req.valid('json')), 200),
    )
    .call('POST /jobs/{id}/readings/forget', async (c) => {
      const { id: jobId } = await store.jobs.find(c.req.valid('param').id)
      await store.act(async (act) => {
        for (const { place, setting } of c.req.valid('json')) await act.readings.forget(jobId, place, setting)
      })
      events.tell({ what: 'job', id: jobId })
      return c.json(await store.readings.of(jobId), 200)
    })
    .call('POST /jobs/{id}/readings/from-printer', async (c) => {
      const job = await store.jobs.find(c.req.valid('param').id)
      const studio = await store.studio()
      const plate = resolve(job.brief, studio, job.pins)
      if (!plate.setup) throw new Refusal(422, { code: 'nothing-decided', field: 'plate', message: 'The job has no printer yet.' })
      const attributes = await ipp.describe(plate.setup.printer.address).catch((error) => {
        throw ippRefusal(error)
      })
      const read = readingsFromListing(listingOf(attributes), 'panel', 'printer', plate, studio, job.brief.unit)
      return c.json(
        await take(job.id, read, c.req.valid('json').by, 'printer', 'The printer answers, but says nothing of what its panel is set to.'),
        200,
      )
    })
    .call('GET /jobs/{id}/before-sending', async (c) => {
      const job = await store.jobs.find(c.req.valid('param').id)
      const studio = await store.studio()
      const plate = resolve(job.brief, studio, job.pins)
      const { setup } = plate
      if (!setup) throw new Refusal(422, { code: 'nothing-decided', field: 'plate', message: 'The job has no printer yet.' })
      const said = await beforeSending(plate).catch((error) => {
        if (error instanceof Unreachable) return null
        throw ippRefusal(error)
      })
      if (!said) return c.json({ format: null, substitutions: [], now: null }, 200)
      const { sensing } = said.now
      // A printer that tells of its switch knows better than a note.
      if (sensing !== null && sensing !== setup.path.sensing) {
        await store.act((act) => act.printers.machine(setup.printer.id, { sensing: { [setup.path.id]: sensing } }))
        events.tell({ what: 'studio', id: setup.printer.id })
      }
      return c.json({ ...said, now: await standingOf(store, plate, studio, said.now) }, 200)
    })
    .call('POST /jobs/{id}/readings/from-listing', async (c) => {
      const job = await store.jobs.find(c.req.valid('param').id)
      const { place, text, by: who } = c.req.valid('json')
      const listing = readListing(text)
      if (!listing.ok) throw new Refusal(422, listing.problem)
      const studio = await store.studio()
      const read = readingsFromListing(listing.value, place, 'listing', resolve(job.brief, studio, job.pins), studio, job.brief.unit)
      return c.json(await take(job.id, read, who, 'text', 'The text was read, but nothing in it is a setting of this job.'), 200)
    })
}

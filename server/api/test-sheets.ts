import { Readable } from 'node:stream'
import type { Pins } from '../../core/plate/decisions/registry.ts'
import type { Brief } from '../../core/things/brief/brief.ts'
import { briefOf } from '../../core/things/brief/brief-of.ts'
import { TARGET } from '../../core/work/target/target.ts'
import type { App } from '../app-context.ts'
import { takePicture } from '../pictures/take-picture.ts'
import { jobDto } from '../store/jobs.ts'
import { composeStripSheets } from '../strips/strip-sheets.ts'
import { router } from './shared.ts'

const target = () => import('../documents/target.ts')

/** Sheets that try something out: test strips, and the tone and colour target. */
export function testSheetsApi(app: App) {
  const { store, events } = app
  const add = async (title: string, brief: Brief, pins: Pins) => {
    const row = await store.jobs.add({ title, brief, pins })
    events.tell({ what: 'job', id: row.id })
    return jobDto(row)
  }
  return router()
    .call('POST /jobs/{id}/strips', async (c) => {
      const { id } = c.req.valid('param')
      const asked = c.req.valid('json')
      const job = await store.jobs.find(id)
      const made = []
      for (const { title, brief, pins } of await composeStripSheets(app, job, asked)) made.push(await add(title, brief, pins))
      return c.json(made, 201)
    })
    .call('PUT /pairings/{id}/tested', async (c) => {
      const { id } = c.req.valid('param')
      const choice = c.req.valid('json')
      await store.pairings.tested(id, choice && { ...choice, on: new Date().toISOString().slice(0, 10) })
      events.tell({ what: 'studio', id })
      return c.json({ recorded: true }, 200)
    })
    .call('POST /target/jobs', async (c) => {
      const { paperId, printerId } = c.req.valid('json')
      const studio = await store.studio()
      const picture = await takePicture(app, Readable.from([await (await target()).targetPng()]), 'Tone and colour target.png')
      const brief = briefOf({
        picture,
        paperId,
        size: { by: 'picture', width: TARGET.w, height: TARGET.h },
        test: { kind: 'target' },
        unit: studio.rules.unit,
        notes: 'Let it dry, then read it under Inspect: the first step above black, the last before white, greys, colours, hairlines.',
      })
      return c.json(await add('Tone and colour target', brief, printerId ? { printer: printerId } : {}), 201)
    })
    .get('/target.png', async (c) =>
      c.body((await (await target()).targetPng()) as unknown as ArrayBuffer, 200, {
        'content-type': 'image/png',
        'content-disposition': 'attachment; filename="target.png"',
      }),
    )
    .get('/target.tif', async (c) =>
      c.body((await (await target()).targetTiff()) as unknown as ArrayBuffer, 200, {
        'content-type': 'image/tiff',
        'content-disposition': 'attachment; filename="target.tif"',
      }),
    )
    .get('/target.pdf', async (c) =>
      c.body((await (await target()).targetPdf()) as Uint8Array<ArrayBuffer>, 200, {
        'content-type': 'application/pdf',
        'content-disposition': 'attachment; filename="target.pdf"',
      }),
    )
}

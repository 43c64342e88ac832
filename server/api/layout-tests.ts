import { Readable } from 'node:stream'
import type { z } from 'zod'
import type { Pins } from '../../core/plate/decisions/registry.ts'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { type Brief, withItem } from '../../core/things/brief/brief.ts'
import { briefOf } from '../../core/things/brief/brief-of.ts'
import { type Item, withPicture } from '../../core/things/brief/item.ts'
import { mm, writeLength } from '../../core/things/length/length.ts'
import { Asked } from '../../core/wire/api/calls/layout-tests.ts'
import type { App } from '../app-context.ts'
import { takePicture } from '../pictures/take-picture.ts'
import { missing } from '../problems.ts'
import { jobDto } from '../store/jobs.ts'
import { router } from './shared.ts'

/** As much of a roll as the rulers need. */
const FROM_ROLL = mm(300)
/** Paper left round the box of a layout test. */
const BORDER = mm(10)

const documents = () => import('../documents/layout-test.ts')

/** The light sheet that shows where a path really lays its prints. */
export function layoutTestsApi(app: App) {
  const { store, events } = app
  const plan = async (printerId: string, { pathId, lotId }: z.infer<typeof Asked>): Promise<{ plate: Plate; brief: Brief; pins: Pins }> => {
    const studio = await store.studio()
    const lot = studio.lots.find((l) => l.id === lotId)
    const printer = studio.printers.find((p) => p.id === printerId)
    if (!printer) throw missing('printer', printerId)
    if (!lot) throw missing('lot', lotId)
    if (!printer.paths.some((p) => p.id === pathId)) throw missing('path', pathId)
    const sheet = lot.form === 'roll' ? { width: lot.nominal.width, length: FROM_ROLL, name: null } : null
    const brief = briefOf({
      paperId: lot.paperId,
      sheet,
      size: { by: 'border', border: BORDER, exact: true },
      unit: studio.rules.unit,
    })
    const pins: Pins = { printer: printerId, path: pathId, stock: lotId, orientation: '0', placement: 'centred', margins: 'bordered' }
    return { plate: resolve(brief, studio, pins), brief, pins }
  }
  const today = () => new Date().toISOString().slice(0, 10)
  return router()
    .call('POST /printers/{id}/layout-test', async (c) => {
      const { plate, brief, pins } = await plan(c.req.valid('param').id, c.req.valid('json'))
      const { layoutTestOf, layoutTestPng } = await documents()
      const { drawing } = layoutTestOf(plate, today())
      const { printer, path } = plate.setup as NonNullable<Plate['setup']>
      const title = `Layout test, ${printer.name}, ${path.name}`
      const picture = await takePicture(app, Readable.from([await layoutTestPng(drawing)]), `${title}.png`)
      const size: Item['size'] = { by: 'picture', width: Math.round(drawing.bounds.w), height: Math.round(drawing.bounds.h) }
      const notes = `Measure from each edge of the sheet to the outside of the box; each should be ${writeLength(BORDER, brief.unit)}. Enter the four under Inspect.`
      const row = await store.jobs.add({
        title,
        brief: withItem({ ...brief, notes }, { ...withPicture(picture), size }),
        pins,
      })
      events.tell({ what: 'job', id: row.id })
      return c.json(jobDto(row), 201)
    })
    .get('/printers/:id/layout-test.pdf', async (c) => {
      const { plate } = await plan(c.req.param('id'), Asked.parse(c.req.query()))
      const { layoutTestOf, layoutTestPdf } = await documents()
      const { drawing, sheet } = layoutTestOf(plate, today())
      return c.body((await layoutTestPdf(drawing, sheet)) as Uint8Array<ArrayBuffer>, 200, {
        'content-type': 'application/pdf',
        'content-disposition': 'inline; filename="layout-test.pdf"',
      })
    })
    .get('/printers/:id/layout-test.png', async (c) => {
      const { plate } = await plan(c.req.param('id'), Asked.parse(c.req.query()))
      const { layoutTestOf, layoutTestPng } = await documents()
      const png = await layoutTestPng(layoutTestOf(plate, today()).drawing)
      return c.body(png as unknown as ArrayBuffer, 200, {
        'content-type': 'image/png',
        'content-disposition': 'inline; filename="layout-test.png"',
      })
    })
}

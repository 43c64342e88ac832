import { z } from 'zod'
import { checkLabelSheet, LabelSheetSchema, MOST_LABELS } from '../../core/output/labels/label-layout.ts'
import { labelWords } from '../../core/output/labels/label-words.ts'
import { lotFrom } from '../../core/things/media/arrival.ts'
import { measureLot, withinLabel } from '../../core/things/media/lot-measure.ts'
import { MOST } from '../../core/things/studio/studio.ts'
import type { App } from '../app-context.ts'
import { missing, Refusal } from '../problems.ts'
import { router } from './shared.ts'

/** Labels of these lots on such a sheet. */
const LabelsAsked = LabelSheetSchema.extend({
  ids: z
    .string()
    .min(1)
    .max(20_000)
    .transform((text) => text.split(','))
    .refine((ids) => ids.length <= MOST_LABELS, `up to ${MOST_LABELS} labels at once`),
  used: z.coerce.number().int().min(0).max(1199).default(0),
})

const NO_READINGS = { width: [], length: [], diagonals: [] }

/** Boxes and rolls: what they measure and how much is left. */
export function lotsApi(app: App) {
  const { store, events } = app
  return router()
    .call('POST /lots', async (c) => {
      const arrival = c.req.valid('json')
      const lot = await store.act(async (act) => {
        const paper = await act.papers.find(arrival.paperId)
        if (!paper) throw missing('paper', arrival.paperId)
        const ids = await act.lots.ids()
        if ((await act.lots.list()).length >= MOST.lots)
          throw new Refusal(422, {
            code: 'too-many-lots',
            limit: `${MOST.lots} lots`,
            message: 'Write down first which boxes and rolls are used up.',
          })
        const made = lotFrom(arrival, paper, ids)
        if (!made.ok) throw new Refusal(422, made.problem)
        return act.lots.add(made.value)
      })
      events.tell({ what: 'studio', id: lot.id })
      return c.json(lot, 201)
    })
    .call('GET /lots', async (c) => {
      const [lots, papers] = await Promise.all([store.lots.entries({ archived: false }), store.papers.entries()])
      const names = new Map(papers.map(({ paper }) => [paper.id, paper.name]))
      return c.json(
        lots.map((lot) => ({ ...lot, paperName: names.get(lot.paperId) ?? '' })),
        200,
      )
    })
    .call('GET /lots/{id}', async (c) => {
      const lot = await store.lots.entry(c.req.valid('param').id)
      const paper = await store.papers.find(lot.paperId)
      if (!paper) throw missing('paper', lot.paperId)
      return c.json({ lot, paper }, 200)
    })
    .call('PATCH /lots/{id}/fate', async (c) => {
      const { id } = c.req.valid('param')
      const lot = await store.act((act) => act.lots.fate(id, c.req.valid('json')))
      events.tell({ what: 'studio', id })
      return c.json(lot, 200)
    })
    .call('PATCH /lots/{id}', async (c) => {
      const { id } = c.req.valid('param')
      const { measured, spread, stock } = c.req.valid('json')
      const { unit } = (await store.studio()).rules
      const lot = await store.act(async (act) => {
        const right = measured && withinLabel(await act.lots.find(id), measured, unit)
        if (right && !right.ok) throw new Refusal(422, right.problem)
        const changed = await act.lots.change(id, {
          // What was read with a ruler no longer says what it measures.
          ...(measured ? { measured, readings: NO_READINGS, outOfSquare: 0 } : {}),
          ...(spread === undefined ? {} : { spread }),
          ...(stock === undefined ? {} : { stock }),
        })
        if (stock !== undefined && changed.form === 'roll') await act.lots.rollLeft(id, stock)
        return changed
      })
      events.tell({ what: 'studio', id })
      return c.json(lot, 200)
    })
    .call('PUT /lots/{id}/readings', async (c) => {
      const { id } = c.req.valid('param')
      const { unit } = (await store.studio()).rules
      const lot = await store.act(async (act) => {
        const read = measureLot(await act.lots.find(id), c.req.valid('json'), unit)
        if (!read.ok) throw new Refusal(422, read.problem)
        return act.lots.change(id, read.value)
      })
      events.tell({ what: 'studio', id })
      return c.json(lot, 200)
    })
    .get('/lot-labels.pdf', async (c) => {
      const { ids, used, ...asked } = LabelsAsked.parse(c.req.query())
      const sheet = checkLabelSheet(asked)
      if (!sheet.ok) throw new Refusal(422, sheet.problem)
      const [studio, papers, lots] = await Promise.all([store.studio(), store.papers.entries(), store.lots.entries()])
      const { origin } = new URL(c.req.url)
      const known = { lots: new Map(lots.map((lot) => [lot.id, lot])), papers: new Map(papers.map(({ paper }) => [paper.id, paper])) }
      const labels = ids.map((id) => {
        const lot = known.lots.get(id)
        const paper = lot && known.papers.get(lot.paperId)
        if (!paper) throw missing('lot', id)
        return { ...labelWords(lot, paper, studio), address: `${origin}/${app.studio}/lots/${encodeURIComponent(id)}` }
      })
      const pdf = await app.pool.labelSheetPdf({ labels, sheet: sheet.value, used })
      return c.body(pdf as Uint8Array<ArrayBuffer>, 200, {
        'content-type': 'application/pdf',
        'content-disposition': 'inline; filename="labels.pdf"',
      })
    })
}

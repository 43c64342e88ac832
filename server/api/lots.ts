import { createRoute } from '@hono/zod-openapi'
import { measureLot } from '../../core/things/media/measure.ts'
import { LotEditSchema, LotReadingsSchema, LotSchema } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import { missing, Refusal } from '../problems.ts'
import { lotOf } from '../studio/read-studio.ts'
import { body, KeyParam, PROBLEMS, router, takes } from './shared.ts'

/** Boxes and rolls: what they measure and how much is left. */
export function lotsApi(app: App) {
  const { models, events } = app
  return router()
    .openapi(
      createRoute({
        method: 'patch',
        path: '/lots/{id}',
        summary: 'Correct what a lot measures or how much is left',
        request: { params: KeyParam, ...takes(LotEditSchema) },
        responses: { 200: body(LotSchema), ...PROBLEMS },
      }),
      async (c) => {
        const row = await models.lots.findByPk(c.req.valid('param').id)
        if (!row) throw missing('lot', c.req.valid('param').id)
        const { measured, spread, stock } = c.req.valid('json')
        await row.update({
          ...(measured ? { measuredWidth: measured.width, measuredLength: measured.length, readings: null, outOfSquare: 0 } : {}),
          ...(spread === undefined ? {} : { spread }),
          ...(stock === undefined ? {} : { stock }),
        })
        // A roll is one thing: what is left of it is what hangs in the printer.
        if (stock !== undefined && row.form === 'roll') await models.loaded.update({ remaining: stock }, { where: { lotId: row.id } })
        events.tell({ what: 'studio', id: row.id })
        return c.json(lotOf(row), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/lots/{id}/readings',
        summary: 'Enter what was read with a ruler; the lot then measures their median',
        request: { params: KeyParam, ...takes(LotReadingsSchema) },
        responses: { 200: body(LotSchema), ...PROBLEMS },
      }),
      async (c) => {
        const row = await models.lots.findByPk(c.req.valid('param').id)
        if (!row) throw missing('lot', c.req.valid('param').id)
        const read = measureLot(lotOf(row), c.req.valid('json'))
        if (!read.ok) throw new Refusal(422, read.problem)
        const { measured, spread, outOfSquare, readings } = read.value
        await row.update({ measuredWidth: measured.width, measuredLength: measured.length, spread, outOfSquare, readings })
        events.tell({ what: 'studio', id: row.id })
        return c.json(lotOf(row), 200)
      },
    )
}

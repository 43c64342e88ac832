import { createRoute } from '@hono/zod-openapi'
import { measureLot } from '../../core/things/media/measure.ts'
import { LotEditSchema, LotReadingsSchema, LotSchema } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import { Refusal } from '../problems.ts'
import { body, KeyParam, PROBLEMS, router, takes } from './shared.ts'

const NO_READINGS = { width: [], length: [], diagonals: [] }

/** Boxes and rolls: what they measure and how much is left. */
export function lotsApi(app: App) {
  const { store, events } = app
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
        const { id } = c.req.valid('param')
        const { measured, spread, stock } = c.req.valid('json')
        const lot = await store.act(async (act) => {
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
        const { id } = c.req.valid('param')
        const lot = await store.act(async (act) => {
          const read = measureLot(await act.lots.find(id), c.req.valid('json'))
          if (!read.ok) throw new Refusal(422, read.problem)
          return act.lots.change(id, read.value)
        })
        events.tell({ what: 'studio', id })
        return c.json(lot, 200)
      },
    )
}

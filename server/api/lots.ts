import { measureLot, withinLabel } from '../../core/things/media/lot-measure.ts'
import type { App } from '../app-context.ts'
import { Refusal } from '../problems.ts'
import { router } from './shared.ts'

const NO_READINGS = { width: [], length: [], diagonals: [] }

/** Boxes and rolls: what they measure and how much is left. */
export function lotsApi(app: App) {
  const { store, events } = app
  return router()
    .call('PATCH /lots/{id}', async (c) => {
      const { id } = c.req.valid('param')
      const { measured, spread, stock } = c.req.valid('json')
      const lot = await store.act(async (act) => {
        const right = measured && withinLabel(await act.lots.find(id), measured)
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
      const lot = await store.act(async (act) => {
        const read = measureLot(await act.lots.find(id), c.req.valid('json'))
        if (!read.ok) throw new Refusal(422, read.problem)
        return act.lots.change(id, read.value)
      })
      events.tell({ what: 'studio', id })
      return c.json(lot, 200)
    })
}

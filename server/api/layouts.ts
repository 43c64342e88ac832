import type { App } from '../app-context.ts'
import { router } from './shared.ts'

/** Layouts of the studio's own. Its places are kept; which picture lies in each is not. */
export function layoutsApi({ store, events }: App) {
  return router()
    .call('GET /layouts', async (c) => c.json(await store.layouts.list(), 200))
    .call('POST /layouts', async (c) => {
      const { name, arrangement } = c.req.valid('json')
      const bare =
        arrangement.as === 'free' ? { ...arrangement, places: arrangement.places.map((place) => ({ ...place, item: null })) } : arrangement
      const made = await store.act((act) => act.layouts.add({ name, arrangement: bare }))
      events.tell({ what: 'studio', id: 'layouts' })
      return c.json(made, 201)
    })
    .call('DELETE /layouts/{id}', async (c) => {
      const left = await store.act((act) => act.layouts.remove(c.req.valid('param').id))
      events.tell({ what: 'studio', id: 'layouts' })
      return c.json(left, 200)
    })
}

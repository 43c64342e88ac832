import { resolve } from '../../core/plate/resolve/resolve.ts'
import { briefFor } from '../../core/things/brief/brief.ts'
import type { App } from '../app-context.ts'
import { router } from './shared.ts'

/** The core's answer over HTTP, so that other programs can ask too. */
export function platesApi(app: App) {
  return router().call('POST /plates/resolve', async (c) => {
    const { brief, pins, studio } = c.req.valid('json')
    return c.json(resolve(briefFor(brief), studio ?? (await app.store.studio()), pins), 200)
  })
}

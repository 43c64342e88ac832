import { Readable } from 'node:stream'
import { streamSSE } from 'hono/streaming'
import type { App } from '../app-context.ts'
import { isArchivePart, writeArchive } from '../archive/write-archive.ts'
import type { Installation } from '../installation.ts'
import { missing, Refusal } from '../problems.ts'
import { buildApi } from './api.ts'
import { once } from './once.ts'
import { nothingHere, router, told } from './shared.ts'

/** How often a stream says that it is still there, ms. */
const BEAT = 15_000

/** What one studio answers: its calls, and what changes in it as it happens. */
function routerOf(app: App, installation: Installation) {
  const base = `/api/studios/${app.studio}`
  const http = router()
  http.onError(told)
  http.use('*', once(app))
  http.route(base, buildApi(app))
  http.get(`${base}/archive`, (c) => {
    const pictures = c.req.query('pictures') === 'yes'
    const only = c.req.query('only') ?? null
    if (only !== null && !isArchivePart(only))
      throw new Refusal(400, {
        code: 'no-such-part',
        field: 'only',
        value: only.slice(0, 40),
        limit: 'printers, papers, lots',
        message: 'Printers, papers or lots can be taken along alone.',
      })
    const day = new Date().toISOString().slice(0, 10)
    return c.body(Readable.toWeb(writeArchive(installation, app.studio, { pictures, only })) as ReadableStream, 200, {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="${app.studio}${only ? `-${only}` : ''}-${day}.zip"`,
    })
  })
  http.get(`${base}/events`, (c) =>
    streamSSE(c, async (stream) => {
      const stop = app.events.listen(
        (change) => void stream.writeSSE({ data: JSON.stringify(change) }),
        () => stream.abort(),
      )
      stream.onAbort(stop)
      while (!stream.aborted) {
        await stream.writeSSE({ event: 'beat', data: '' })
        await stream.sleep(BEAT)
      }
      stop()
    }),
  )
  http.notFound(nothingHere)
  return http
}

/** The routers of the studios, each made when it is first asked. */
export function studioRouters(installation: Installation) {
  const { app, studios } = installation
  const made = new WeakMap<App, ReturnType<typeof routerOf>>()
  return {
    /** Refuses with 404 where there is no such studio, and with 409 while it is being made. */
    async of(studio: string) {
      const at = await app(studio)
      if (!at) {
        const row = await studios.tryFind(studio)
        if (!row) throw missing('studio', studio)
        throw new Refusal(409, {
          code: 'being-made',
          field: 'studio',
          value: studio,
          message:
            row.making === null
              ? `${row.name} is closed for a moment.`
              : `${row.name} is still being made (${row.making}). Look again in a moment.`,
        })
      }
      const known = made.get(at) ?? routerOf(at, installation)
      made.set(at, known)
      return known
    },
  }
}

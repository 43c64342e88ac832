import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import type { IncomingMessage } from 'node:http'
import { extname, join } from 'node:path'
import { Readable } from 'node:stream'
import { setTimeout as sleep } from 'node:timers/promises'
import { serveStatic } from '@hono/node-server/serve-static'
import { bodyLimit } from 'hono/body-limit'
import { secureHeaders } from 'hono/secure-headers'
import { SMALL_SIDES } from '../../core/wire/api/files.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import { archiveJsonSchemas } from '../archive/rows.ts'
import { config, LIMITS } from '../config.ts'
import { smallPicture } from '../files/small-picture.ts'
import type { Installation } from '../installation.ts'
import { missing, Refusal } from '../problems.ts'
import { apiDocument } from './document.ts'
import { isUpload, once } from './once.ts'
import { nothingHere, router, told } from './shared.ts'
import { studioRouters } from './studio-router.ts'
import { studiosApi } from './studios.ts'

/** Requests that are none of one studio's are kept under this. */
const NO_STUDIO = ''

const isLoopback = (host: string) => /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/.test(host)

/** How long a sender of too much is listened to, ms, and for how many times what is taken. */
const PATIENCE = 1500
const TIMES = 8

/** Reads what is still coming of a body and lets it go, within limits. */
async function heardOut(request: Request): Promise<void> {
  const reader = request.body?.getReader()
  if (!reader) return
  const over = sleep(PATIENCE, null, { ref: false })
  let bytes = 0
  while (bytes < TIMES * LIMITS.jsonBytes) {
    const part = await Promise.race([reader.read(), over]).catch(() => null)
    if (!part || part.done) return
    bytes += part.value.byteLength
  }
}

/** What is done with a studio as a whole, beside the calls within it. */
const ACROSS = new Set(['copies', 'things'])

/** The whole HTTP side: the studios' APIs, files, and the built web application. */
export function buildHttp(installation: Installation) {
  const { pictureFiles } = installation
  const http = router()
  http.onError(told)
  // What is answered before its body was read to its end is the last on its connection: what is left of that body is let
  // run out for half a second and the connection closed, and nothing that follows may be lost with it.
  http.use('/api/*', async (c, next) => {
    await next()
    const { incoming } = c.env as { incoming?: IncomingMessage }
    const body = Number(incoming?.headers['content-length'] ?? 0) > 0 || incoming?.headers['transfer-encoding'] !== undefined
    if (incoming && body && !incoming.readableEnded) c.header('connection', 'close')
  })
  // On every answer, refusals too. WebAssembly works out colours; styles are set by scripts of ours.
  http.use(
    '*',
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
      },
      referrerPolicy: 'no-referrer',
      xFrameOptions: 'DENY',
      strictTransportSecurity: false,
    }),
  )
  // Another site in the same browser must not be able to steer the printers.
  http.use('*', async (c, next) => {
    if (!isLoopback(c.req.header('host') ?? ''))
      throw new Refusal(403, { code: 'wrong-host', message: 'Arch Plate answers only on this machine’s own address.' })
    // A browser says where a request comes from, with the one header or the other; other programs say neither.
    const site = c.req.header('sec-fetch-site')
    const origin = c.req.header('origin')
    if (
      c.req.method !== 'GET' &&
      c.req.method !== 'HEAD' &&
      ((origin && origin !== `http://${c.req.header('host')}`) || site === 'cross-site' || site === 'same-site')
    )
      throw new Refusal(403, { code: 'wrong-origin', message: 'This request comes from another site.' })
    // JSON cannot be sent from elsewhere unasked; whatever else changes something has to show that it is ours.
    const json = /^application\/json\b/i.test(c.req.header('content-type') ?? '')
    if (
      c.req.method !== 'GET' &&
      c.req.method !== 'HEAD' &&
      !json &&
      !Object.entries(OWN_HEADER).every(([name, value]) => c.req.header(name) === value)
    )
      throw new Refusal(403, {
        code: 'own-header-missing',
        field: 'x-arch-plate',
        message: 'A request that changes something and carries no JSON needs the header “x-arch-plate: 1”.',
      })
    await next()
  })
  const limit = bodyLimit({
    maxSize: LIMITS.jsonBytes,
    onError: async (c) => {
      // A sender that is closed on in the middle of its body never sees the answer: it is heard out, but not for ever.
      await heardOut(c.req.raw)
      return c.json(
        { code: 'body-too-large', limit: `${LIMITS.jsonBytes} bytes`, message: 'The request is larger than any real one.' },
        413,
        { connection: 'close' },
      )
    },
  })
  http.use('/api/*', async (c, next) => (isUpload(c.req) ? next() : limit(c, next)))

  let document: ReturnType<typeof apiDocument> | null = null
  http.get('/api/openapi.json', (c) => {
    document ??= apiDocument(installation)
    return c.json(document)
  })
  http.get('/api/schemas/studio.json', (c) => c.json(archiveJsonSchemas() as object))
  const routers = studioRouters(installation)
  // Within a studio its own router answers; it counts requests once by itself.
  http.all('/api/studios/:studio/:rest{.+}', async (c, next) => {
    if (ACROSS.has(c.req.param('rest'))) return next()
    return (await routers.of(c.req.param('studio'))).fetch(c.req.raw, c.env)
  })
  http.use('/api/studios/*', once({ store: installation.studios.open(NO_STUDIO) }))
  http.route('/api', studiosApi(installation))

  http.get('/api/files/:hash', async (c) => {
    const hash = c.req.param('hash')
    const path = /^[0-9a-f]{64}$/.test(hash) ? await pictureFiles.pathOf(hash) : null
    if (path === null) throw missing('file', hash)
    const { size } = await stat(path)
    const stream = Readable.toWeb(createReadStream(path)) as ReadableStream
    return c.body(stream, 200, {
      'content-type': 'application/octet-stream',
      'content-length': String(size),
      'cache-control': 'public, max-age=31536000, immutable',
    })
  })

  http.get('/api/files/:hash/small/:side', async (c) => {
    const { hash, side } = c.req.param()
    const wanted = SMALL_SIDES.find((one) => String(one) === side)
    const path = wanted && /^[0-9a-f]{64}$/.test(hash) ? await pictureFiles.pathOf(hash) : null
    const small = wanted && path ? await smallPicture(path, wanted) : null
    if (!small) throw missing('file', hash)
    return c.body(small as Uint8Array<ArrayBuffer>, 200, {
      'content-type': 'image/jpeg',
      'cache-control': 'public, max-age=31536000, immutable',
    })
  })

  http.all('/api/*', nothingHere)

  // What the build named by its content never changes; the page itself is asked for anew each time.
  http.get('*', async (c, next) => {
    await next()
    if (c.res.ok) c.header('cache-control', c.req.path.startsWith('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache')
  })
  http.get('*', serveStatic({ root: config.webDir }))
  http.get('*', (c, next) => (extname(c.req.path) === '' ? next() : c.text('There is no such file.', 404)))
  http.get('*', serveStatic({ path: join(config.webDir, 'index.html') }))
  http.get('*', (c) => c.text('The web application has not been built yet. Run npm start.', 503))
  return http
}

import { Readable } from 'node:stream'
import type { ReadableStream } from 'node:stream/web'
import { createRoute, z } from '@hono/zod-openapi'
import { PictureSchema } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import { LIMITS } from '../config.ts'
import { takePicture } from '../pictures/take-picture.ts'
import { missing, Refusal } from '../problems.ts'
import { body, KeyParam, PROBLEMS, router } from './shared.ts'

const share = () => z.coerce.number().min(0).max(1)
/** Which part of a picture is wanted, as shares of its sides, and how many pixels wide. */
const WindowSchema = z.object({ x: share(), y: share(), w: share(), h: share(), across: z.coerce.number().int().min(1).max(4000) })

const TakenSchema = PictureSchema.meta({ id: 'Picture' })

export function picturesApi(app: App) {
  return router()
    .openapi(
      createRoute({ method: 'get', path: '/pictures/demo', summary: 'Demo pictures', responses: { 200: body(z.array(TakenSchema)) } }),
      async (c) => {
        return c.json(await app.store.pictures.demo(), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/pictures',
        summary: 'Stream a picture in (JPEG, PNG or TIFF as the request body)',
        request: { query: z.object({ name: z.string().min(1).max(255) }) },
        responses: { 200: body(TakenSchema), ...PROBLEMS },
      }),
      async (c) => {
        const stated = Number(c.req.header('content-length') ?? 0)
        if (stated > LIMITS.uploadBytes)
          throw new Refusal(413, {
            code: 'file-too-large',
            field: 'picture',
            value: `${stated} bytes`,
            limit: `${LIMITS.uploadBytes} bytes`,
            message: `The file has ${(stated / (1 << 30)).toFixed(1)} GB; up to 1 GB is taken.`,
          })
        const stream = c.req.raw.body
        if (!stream) throw new Refusal(400, { code: 'file-empty', field: 'picture', message: 'There was no file in the request.' })
        return c.json(await takePicture(app, Readable.fromWeb(stream as ReadableStream), c.req.valid('query').name), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/pictures/{id}',
        summary: 'Facts of a picture',
        request: { params: KeyParam },
        responses: { 200: body(TakenSchema), ...PROBLEMS },
      }),
      async (c) => {
        return c.json(await app.store.pictures.find(c.req.valid('param').id), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/pictures/{id}/window',
        summary: 'A part of a picture from the file itself, in its own numbers (JPEG)',
        request: { params: KeyParam, query: WindowSchema },
        responses: { 200: { description: 'The part', content: { 'image/jpeg': { schema: z.any() } } }, ...PROBLEMS },
      }),
      async (c) => {
        const { id } = c.req.valid('param')
        const facts = await app.store.pictures.find(id)
        if (!app.files.has(facts.hash)) throw missing('picture', id)
        const { across, ...part } = c.req.valid('query')
        const { width, height, channels } = facts
        const bytes = await app.pool.pictureWindow({ picture: app.files.pathOf(facts.hash), width, height, channels, part, across })
        // A picture's file never changes.
        return c.body(bytes as Uint8Array<ArrayBuffer>, 200, {
          'content-type': 'image/jpeg',
          'cache-control': 'private, max-age=31536000, immutable',
        })
      },
    )
}

import { Readable } from 'node:stream'
import type { ReadableStream } from 'node:stream/web'
import { sayBeyond } from '../../core/things/words/beyond.ts'
import type { App } from '../app-context.ts'
import { LIMITS } from '../config.ts'
import { picturesPage, removePicture } from '../pictures/remove-picture.ts'
import { takePicture } from '../pictures/take-picture.ts'
import { missing, Refusal } from '../problems.ts'
import { needRoom } from '../upkeep/disk.ts'
import { router } from './shared.ts'

export function picturesApi(app: App) {
  return router()
    .call('GET /pictures', async (c) => c.json(await picturesPage(app, c.req.valid('query')), 200))
    .call('DELETE /pictures/{id}', async (c) => {
      const { entry, row } = await removePicture(app, c.req.valid('param').id)
      await app.pictureFiles.forget(row.facts)
      return c.json(entry, 200)
    })
    .call('GET /pictures/demo', async (c) => {
      return c.json(await app.store.pictures.demo(), 200)
    })
    .call('PUT /pictures', async (c) => {
      const stated = Number(c.req.header('content-length') ?? 0)
      if (stated > LIMITS.uploadBytes)
        throw new Refusal(413, {
          code: 'file-too-large',
          field: 'picture',
          value: `${stated} bytes`,
          limit: `${LIMITS.uploadBytes} bytes`,
          message: `The file has ${sayBeyond(stated, 1 << 30)} GB; up to 1 GB is taken.`,
        })
      await needRoom(app.store, stated)
      const stream = c.req.raw.body
      if (!stream) throw new Refusal(400, { code: 'file-empty', field: 'picture', message: 'There was no file in the request.' })
      return c.json(await takePicture(app, Readable.fromWeb(stream as ReadableStream), c.req.valid('query').name), 200)
    })
    .call('GET /pictures/{id}', async (c) => {
      return c.json(await app.store.pictures.find(c.req.valid('param').id), 200)
    })
    .call('GET /pictures/{id}/window', async (c) => {
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
    })
}

import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import type { Readable } from 'node:stream'
import type { Picture } from '../../core/things/brief/picture.ts'
import type { App } from '../app-context.ts'
import { LIMITS } from '../config.ts'
import { Refusal } from '../problems.ts'
import { printersOf } from './measurer.ts'

type Parts = Pick<App, 'files' | 'pool' | 'store'>

/** Streams a picture in, reads it to its end, and keeps it with its facts. Of what is no whole picture nothing is kept. */
export function takePicture(app: Parts, source: Readable, name: string, demo = false): Promise<Picture> {
  const previewFile = app.files.workPath(`preview-${randomUUID()}.jpg`)
  return app.files
    .hold(source, LIMITS.uploadBytes, 'picture', async (held) => {
      // A file that was taken in before is known: dropped again, as after a broken batch, only its name is new.
      const known = await app.store.pictures.byHash(held.hash)
      if (known && known.colours !== '' && app.files.has(known.hash)) {
        const again: Picture = { ...known, id: randomUUID(), name }
        await app.store.pictures.add(again, demo)
        // After the row: whoever removed the last picture of this file just now has put its file out of use.
        await held.keep()
        return again
      }
      const seen = await app.pool.inspectPicture({ file: held.path, previewFile, maxPixels: LIMITS.pixels })
      if (!seen.ok)
        throw new Refusal(422, {
          code: seen.code,
          field: 'picture',
          value: name,
          message: seen.message,
          limit: seen.code === 'picture-too-many-pixels' ? `${LIMITS.pixels} pixels` : '',
        })
      const { width, height, ppi, bits, channels, warning, content } = seen
      const profileHash = seen.profile ? (await app.files.takeBytes(seen.profile.bytes, LIMITS.profileBytes)).hash : null
      // Counted at once: the plate's intent depends on what the colours tell.
      const { bytes, told, inked, joins } = await app.pool.countPicture({
        picture: held.path,
        width,
        height,
        channels,
        source: channels === 'rgb' && profileHash ? app.files.pathOf(profileHash) : null,
        printers: await printersOf(app),
        scratch: app.files.workPath(`count-${randomUUID()}.tif`),
      })
      const facts: Picture = {
        id: randomUUID(),
        name,
        hash: await held.keep(),
        width,
        height,
        ppi,
        bits,
        channels,
        profile: seen.profile?.description ?? null,
        profileHash,
        preview: (await app.files.take(createReadStream(previewFile), LIMITS.uploadBytes)).hash,
        warning,
        colours: (await app.files.takeBytes(bytes, LIMITS.profileBytes)).hash,
        told,
        inked,
        joins,
        content,
      }
      await app.store.pictures.add(facts, demo)
      return facts
    })
    .finally(() => rm(previewFile, { force: true }))
}

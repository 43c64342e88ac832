import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import type { Readable } from 'node:stream'
import type { Picture } from '../../core/things/brief/picture.ts'
import type { App } from '../app-context.ts'
import { LIMITS } from '../config.ts'
import { Refusal } from '../problems.ts'
import { printersOf, sourceOf } from './measurer.ts'

/** Streams a picture into the store, reads it to its end, and keeps its facts. Refuses what is not a whole picture. */
export async function takePicture(
  app: Pick<App, 'files' | 'pool' | 'store'>,
  source: Readable,
  name: string,
  demo = false,
): Promise<Picture> {
  const { hash } = await app.files.take(source, LIMITS.uploadBytes, 'picture')
  const previewFile = app.files.workPath(`preview-${randomUUID()}.jpg`)
  try {
    const seen = await app.pool.inspectPicture({ file: app.files.pathOf(hash), previewFile, maxPixels: LIMITS.pixels })
    if (!seen.ok) {
      if (!(await app.store.pictures.usesFile(hash))) await rm(app.files.pathOf(hash), { force: true })
      throw new Refusal(422, {
        code: seen.code,
        field: 'picture',
        value: name,
        message: seen.message,
        limit: seen.code === 'picture-too-many-pixels' ? `${LIMITS.pixels} pixels` : '',
      })
    }
    const preview = (await app.files.take(createReadStream(previewFile), LIMITS.uploadBytes)).hash
    const profileHash = seen.profile ? (await app.files.takeBytes(seen.profile.bytes, LIMITS.profileBytes)).hash : null
    // Counted at once: the plate's intent depends on what the colours tell.
    const { bytes, told, inked, joins } = await app.pool.countPicture({
      picture: app.files.pathOf(hash),
      width: seen.width,
      height: seen.height,
      channels: seen.channels,
      source: sourceOf(app.files, { channels: seen.channels, profileHash }),
      printers: await printersOf(app),
      scratch: app.files.workPath(`count-${randomUUID()}.tif`),
    })
    const facts: Picture = {
      id: randomUUID(),
      name,
      hash,
      width: seen.width,
      height: seen.height,
      ppi: seen.ppi,
      bits: seen.bits,
      channels: seen.channels,
      profile: seen.profile?.description ?? null,
      profileHash,
      preview,
      warning: seen.warning,
      colours: (await app.files.takeBytes(bytes, LIMITS.profileBytes)).hash,
      told,
      inked,
      joins,
      content: seen.content,
    }
    await app.store.pictures.add(facts, demo)
    return facts
  } finally {
    await rm(previewFile, { force: true })
  }
}

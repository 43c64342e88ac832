import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Picture } from '../../core/things/brief/picture.ts'
import { LIMITS } from '../config.ts'
import type { FileStore } from '../files/files.ts'
import { forgetPicture } from '../files/leftovers.ts'
import type { Pool } from '../workers/pool.ts'

/** The files of pictures of all studios: previews that are made again when they are asked for, and what goes with a picture. */
export function openPictureFiles(db: Sequelize, files: FileStore, pool: Pool) {
  const making = new Map<string, Promise<string | null>>()

  async function make(hash: string): Promise<string | null> {
    const rows = await db.query<{ file: string }>('SELECT hash AS file FROM pictures WHERE preview = ?', {
      replacements: [hash],
      type: QueryTypes.SELECT,
    })
    const file = rows.find((row) => files.has(row.file))?.file
    if (file === undefined) return null
    const previewFile = files.workPath(`preview-${randomUUID()}.jpg`)
    try {
      const seen = await pool.inspectPicture({ file: files.pathOf(file), previewFile, maxPixels: LIMITS.pixels })
      if (!seen.ok) return null
      const made = await files.take(createReadStream(previewFile), LIMITS.uploadBytes)
      await db.query('UPDATE pictures SET shown = ? WHERE preview = ?', { replacements: [new Date(), hash] })
      return files.pathOf(made.hash)
    } finally {
      await rm(previewFile, { force: true })
    }
  }

  return {
    /**
     * Where a file lies; a preview that was let go is made again from its picture. Made by another version it may differ in its bytes
     * and then lies under a name of its own: that costs the making each time, and nobody sees it. Null where the picture is gone too.
     */
    async pathOf(hash: string): Promise<string | null> {
      if (files.has(hash)) return files.pathOf(hash)
      const under = making.get(hash)
      if (under) return under
      const work = make(hash).finally(() => making.delete(hash))
      making.set(hash, work)
      return work
    },
    /** To be called when a picture was removed: its file goes, unless another has it. */
    forget: (picture: Pick<Picture, 'hash' | 'colours'>) => forgetPicture(db, files, picture),
  }
}
export type PictureFiles = ReturnType<typeof openPictureFiles>

import { basename } from 'node:path'
import type { Readable } from 'node:stream'
import { openPromise } from 'yauzl'
import { LIMITS } from '../config.ts'
import { Refusal } from '../problems.ts'

/** Files looked at in one archive. */
const MOST = 2000

const unreadable = () =>
  new Refusal(422, {
    code: 'archive-unreadable',
    field: 'archive',
    message: 'This archive is damaged or not a ZIP: it cannot be opened. Unpack it and add the profiles themselves.',
  })

/** Goes through the ICC profiles of a ZIP one by one, in its order, null for one that is too large; everything else in it is passed over. */
export async function eachProfileIn(path: string, use: (name: string, source: Readable | null) => Promise<void>): Promise<void> {
  const zip = await openPromise(path).catch(() => {
    throw unreadable()
  })
  try {
    if (zip.entryCount > MOST)
      throw new Refusal(422, {
        code: 'archive-too-many',
        field: 'archive',
        value: String(zip.entryCount),
        limit: `${MOST} files`,
        message: `The archive holds ${zip.entryCount} files; up to ${MOST} are looked at. Split it.`,
      })
    for await (const entry of zip.eachEntry()) {
      const name = basename(entry.fileName)
      // Programs put hidden copies of names beside the files; they are no profiles.
      if (!/\.ic[cm]$/i.test(name) || name.startsWith('.')) continue
      await use(name, entry.uncompressedSize > LIMITS.profileBytes ? null : await zip.openReadStreamPromise(entry))
    }
  } catch (error) {
    if (error instanceof Refusal) throw error
    if (/zip|central directory|compress|crc|invalid|end of/i.test((error as Error).message)) throw unreadable()
    throw error
  } finally {
    zip.close()
  }
}

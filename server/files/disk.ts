import { createWriteStream } from 'node:fs'
import { mkdir, open, rename, rm } from 'node:fs/promises'
import { dirname } from 'node:path'
import type { Readable, Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'

/** What a store does to a disk, apart so that a test can pull the plug on it. */
export interface Disk {
  /** Writes a file whole and flushes it: what it resolves to outlives a power cut, except for its name. */
  write(path: string, source: Readable, through: Transform): Promise<void>
  /** Gives a file its name and flushes the folders that know it. */
  name(from: string, to: string): Promise<void>
  remove(path: string): Promise<void>
}

async function flushFolder(path: string): Promise<void> {
  const folder = await open(path, 'r')
  try {
    await folder.sync()
  } finally {
    await folder.close()
  }
}

export const realDisk: Disk = {
  async write(path, source, through) {
    const file = createWriteStream(path, { flush: true })
    const closed = new Promise<void>((done) => file.once('close', () => done()))
    try {
      await pipeline(source, through, file)
    } catch (error) {
      // What was still being opened is made when it is opened: whoever removes it then must find it.
      await closed
      throw error
    }
  },
  async name(from, to) {
    const folder = dirname(to)
    const made = await mkdir(folder, { recursive: true })
    await rename(from, to)
    await flushFolder(folder)
    if (made) await flushFolder(dirname(folder))
  },
  remove: (path) => rm(path, { force: true }),
}

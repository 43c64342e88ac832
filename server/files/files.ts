import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, existsSync } from 'node:fs'
import { mkdir, readdir, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { PassThrough, Readable, Transform } from 'node:stream'
import { finished } from 'node:stream/promises'
import { Refusal } from '../problems.ts'
import { isDiskFull } from '../reasons.ts'
import { type Disk, realDisk } from './disk.ts'

const HASH = /^[0-9a-f]{64}$/

/** A stream of what another sends that may break off without taking the other with it; what ends the other ends it. */
function apart(source: Readable): PassThrough {
  const copy = new PassThrough()
  // Whoever reads it hears of its end; a writer that never came to reading has said its own reason.
  copy.on('error', () => undefined)
  source.on('error', (error) => copy.destroy(error))
  source.on('close', () => {
    if (!source.readableEnded) copy.destroy(new Error('the sender went away'))
  })
  return source.pipe(copy)
}

/** Resolves when the sender has said all, at most so many bytes of it, or has gone away. */
async function heardOut(source: Readable, most: number): Promise<void> {
  let bytes = 0
  source.unpipe().on('data', (part: Buffer) => {
    bytes += part.length
    if (bytes > most) source.destroy()
  })
  source.resume()
  await finished(source, { writable: false }).catch(() => undefined)
}

/** A file that has come in and is not kept yet: at `path` while it is held. */
export interface Held {
  path: string
  hash: string
  bytes: number
  /** Keeps it under its hash. Once this resolves it may be referred to: it outlives a power cut. */
  keep(): Promise<string>
}

/** Files named by the SHA-256 of their content; streamed, never held whole in memory. */
export class FileStore {
  private readonly dir: string
  private readonly disk: Disk
  constructor(dir: string, disk: Disk = realDisk) {
    this.dir = dir
    this.disk = disk
  }

  async open(): Promise<void> {
    // What a killed server was still writing has no owner.
    await rm(join(this.dir, 'incoming'), { recursive: true, force: true })
    await mkdir(join(this.dir, 'incoming'), { recursive: true })
    await mkdir(join(this.dir, 'files'), { recursive: true })
    await mkdir(join(this.dir, 'work'), { recursive: true })
  }

  /** Where the file of this content lies. @throws Error for anything but a SHA-256: no name from outside becomes a path */
  pathOf(hash: string): string {
    if (!HASH.test(hash)) throw new Error('this is not the name of a kept file')
    return join(this.dir, 'files', hash.slice(0, 2), hash)
  }

  /** A place for files that can be made again, such as rendered pages. */
  workPath(name: string): string {
    return join(this.dir, 'work', name)
  }

  has(hash: string): boolean {
    return HASH.test(hash) && existsSync(this.pathOf(hash))
  }

  /** The names of all kept files. */
  async kept(): Promise<string[]> {
    const folder = join(this.dir, 'files')
    const parts = await readdir(folder)
    return (await Promise.all(parts.map((part) => readdir(join(folder, part))))).flat().filter((name) => HASH.test(name))
  }

  /** Streams into a temporary file. Refuses with 413 beyond `limit` bytes and leaves nothing behind when the sender goes away. */
  private async receive(source: Readable, limit: number, field: string): Promise<{ temporary: string; hash: string; bytes: number }> {
    const temporary = join(this.dir, 'incoming', randomUUID())
    const digest = createHash('sha256')
    let bytes = 0
    const meter = new Transform({
      transform(part: Buffer, _encoding, done) {
        bytes += part.length
        if (bytes > limit)
          return done(
            new Refusal(413, {
              code: 'file-too-large',
              field,
              value: `more than ${limit} bytes`,
              limit: `${limit} bytes`,
              message: `The file is larger than the ${Math.round(limit / (1 << 20))} MB that can be taken.`,
            }),
          )
        digest.update(part)
        done(null, part)
      },
    })
    const sent = apart(source)
    try {
      await this.disk.write(temporary, sent, meter)
      return { temporary, hash: digest.digest('hex'), bytes }
    } catch (error) {
      await this.disk.remove(temporary)
      // Where the fault is ours the sender is heard out before it is answered, however slow it is: one that is cut off while it
      // sends never comes to reading the answer.
      if (isDiskFull(error)) await heardOut(source, limit - bytes)
      else source.destroy()
      throw error
    }
  }

  /** Holds a stream as a file for as long as it is used; of what is not kept nothing stays behind. */
  async hold<T>(source: Readable, limit: number, field: string, use: (held: Held) => Promise<T>): Promise<T> {
    const { temporary, hash, bytes } = await this.receive(source, limit, field)
    const keep = async () => {
      await this.disk.name(temporary, this.pathOf(hash))
      return hash
    }
    try {
      return await use({ path: temporary, hash, bytes, keep })
    } finally {
      await this.disk.remove(temporary)
    }
  }

  /** Takes a stream in and keeps it. */
  take(source: Readable, limit: number, field = 'file'): Promise<{ hash: string; bytes: number }> {
    return this.hold(source, limit, field, async ({ hash, bytes, keep }) => {
      await keep()
      return { hash, bytes }
    })
  }

  takeBytes(bytes: Uint8Array, limit: number): Promise<{ hash: string; bytes: number }> {
    return this.take(Readable.from([Buffer.from(bytes)]), limit)
  }

  read(hash: string): Readable {
    return createReadStream(this.pathOf(hash))
  }

  async size(hash: string): Promise<number> {
    return (await stat(this.pathOf(hash))).size
  }
}

import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, createWriteStream, existsSync } from 'node:fs'
import { mkdir, rename, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { Readable, Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { Refusal } from '../problems.ts'

/** Files named by the SHA-256 of their content; streamed, never held whole in memory. */
export class FileStore {
  private readonly dir: string
  constructor(dir: string) {
    this.dir = dir
  }

  async open(): Promise<void> {
    // What a killed server was still writing has no owner.
    await rm(join(this.dir, 'incoming'), { recursive: true, force: true })
    await mkdir(join(this.dir, 'incoming'), { recursive: true })
    await mkdir(join(this.dir, 'files'), { recursive: true })
    await mkdir(join(this.dir, 'work'), { recursive: true })
  }

  pathOf(hash: string): string {
    return join(this.dir, 'files', hash.slice(0, 2), hash)
  }

  /** A place for files that can be made again, such as rendered pages. */
  workPath(name: string): string {
    return join(this.dir, 'work', name)
  }

  has(hash: string): boolean {
    return existsSync(this.pathOf(hash))
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
    try {
      await pipeline(source, meter, createWriteStream(temporary))
      return { temporary, hash: digest.digest('hex'), bytes }
    } catch (error) {
      await rm(temporary, { force: true })
      throw error
    }
  }

  /** Takes a stream in and keeps it. */
  async take(source: Readable, limit: number, field = 'file'): Promise<{ hash: string; bytes: number }> {
    const { temporary, hash, bytes } = await this.receive(source, limit, field)
    const target = this.pathOf(hash)
    await mkdir(join(target, '..'), { recursive: true })
    await rename(temporary, target)
    return { hash, bytes }
  }

  /** Holds a stream as a file for as long as it is used, and keeps nothing. */
  async hold<T>(source: Readable, limit: number, field: string, use: (path: string) => Promise<T>): Promise<T> {
    const { temporary } = await this.receive(source, limit, field)
    try {
      return await use(temporary)
    } finally {
      await rm(temporary, { force: true })
    }
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

import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { Readable, type Transform } from 'node:stream'
import { Refusal } from '../problems.ts'
import { type Disk, realDisk } from './disk.ts'
import { FileStore } from './files.ts'

let dir: string
let store: FileStore
beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'store-'))
  store = new FileStore(dir)
  await store.open()
})
afterEach(() => rmSync(dir, { recursive: true, force: true }))

test('a file is named by the SHA-256 of its content and kept once', async () => {
  const bytes = Buffer.from('a picture, say')
  const [a, b] = [await store.takeBytes(bytes, 100), await store.takeBytes(bytes, 100)]
  expect(a).toEqual({ hash: createHash('sha256').update(bytes).digest('hex'), bytes: bytes.length })
  expect(b.hash).toBe(a.hash)
  expect(store.has(a.hash)).toBe(true)
  expect(await store.size(a.hash)).toBe(bytes.length)
})

test('too much is refused and leaves nothing behind', async () => {
  const endless = Readable.from(
    (function* () {
      for (;;) yield Buffer.alloc(1000)
    })(),
  )
  await expect(store.take(endless, 50_000)).rejects.toBeInstanceOf(Refusal)
  expect(readdirSync(join(dir, 'incoming'))).toEqual([])
  expect(readdirSync(join(dir, 'files'))).toEqual([])
})

test('a sender that goes away leaves nothing behind', async () => {
  const broken = new Readable({
    read() {
      this.push(Buffer.alloc(10))
      this.destroy(new Error('gone'))
    },
  })
  await expect(store.take(broken, 1000)).rejects.toThrow('gone')
  expect(readdirSync(join(dir, 'incoming'))).toEqual([])
})

/** A store on a disk that takes a thousand bytes and is full. */
async function onFullDisk(): Promise<FileStore> {
  const full: Disk = {
    ...realDisk,
    async write(_path, source, through) {
      for await (const _ of source.pipe(through)) throw Object.assign(new Error('ENOSPC: no space left on device'), { code: 'ENOSPC' })
    },
  }
  const on = new FileStore(dir, full)
  await on.open()
  return on
}

test('where the disk is full a sender is heard out before it is answered, and no further than may be sent', async () => {
  const on = await onFullDisk()
  let said = 0
  const parts = (count: number) =>
    Readable.from(
      (async function* () {
        for (said = 0; said < count; said++) {
          yield Buffer.alloc(1000)
          await new Promise(setImmediate)
        }
      })(),
    )
  await expect(on.take(parts(300), 300_000)).rejects.toThrow('ENOSPC')
  expect(said).toBe(300)
  await expect(on.take(parts(Number.POSITIVE_INFINITY), 300_000)).rejects.toThrow('ENOSPC')
  // What had been taken in when the disk was full is heard no second time; a few parts may be under way.
  expect(said).toBeGreaterThan(250)
  expect(said).toBeLessThan(400)
  expect(readdirSync(join(dir, 'incoming'))).toEqual([])
})

test('what a killed server was writing is cleared at the next start', async () => {
  writeFileSync(join(dir, 'incoming', 'half'), 'half a file')
  await store.open()
  expect(existsSync(join(dir, 'incoming', 'half'))).toBe(false)
})

test.each(['', '..', '../../../etc/passwd', 'A'.repeat(64), `${'a'.repeat(63)}/`, 'a'.repeat(65)])(
  '“%s” names no kept file and becomes no path',
  (name) => {
    expect(store.has(name)).toBe(false)
    expect(() => store.pathOf(name)).toThrow('not the name of a kept file')
  },
)

test('what is held and not kept leaves nothing; what is kept is there, and nothing else', async () => {
  const held = (keeps: boolean, fails: boolean) =>
    store.hold(Readable.from([Buffer.from('held')]), 100, 'file', async ({ path, keep, hash, bytes }) => {
      expect([existsSync(path), bytes, store.has(hash)]).toEqual([true, 4, false])
      if (keeps) expect(await keep()).toBe(hash)
      if (fails) throw new Error('refused')
      return hash
    })
  await held(false, false)
  await expect(held(false, true)).rejects.toThrow('refused')
  expect(await store.kept()).toEqual([])
  const hash = await held(true, false)
  expect(await store.kept()).toEqual([hash])
  expect(readdirSync(join(dir, 'incoming'))).toEqual([])
})

/** A disk that forgets at a power cut whatever was not flushed: the end of a file, and what a folder had been told. */
class Forgetful implements Disk {
  private pending: (() => void)[] = []
  /** What was done, and when the plug is pulled: after so many steps. */
  steps = 0
  readonly cutAfter: number
  constructor(cutAfter: number) {
    this.cutAfter = cutAfter
  }
  private step(): void {
    if (this.steps++ >= this.cutAfter) throw new Error('no power')
  }
  async write(path: string, source: Readable, through: Transform): Promise<void> {
    this.step()
    const parts: Buffer[] = []
    for await (const part of source.pipe(through)) parts.push(part as Buffer)
    writeFileSync(path, Buffer.concat(parts))
    this.pending.push(() => writeFileSync(path, ''))
    this.step()
    // Flushed: its content stays, though not yet its name.
    this.pending.pop()
    this.pending.push(() => rmSync(path, { force: true }))
  }
  async name(from: string, to: string): Promise<void> {
    this.step()
    mkdirSync(dirname(to), { recursive: true })
    renameSync(from, to)
    this.pending.push(() => rmSync(to, { force: true }))
    this.step()
    this.pending = []
  }
  async remove(path: string): Promise<void> {
    if (this.steps <= this.cutAfter) rmSync(path, { force: true })
  }
  cut(): void {
    for (const forget of this.pending.reverse()) forget()
  }
}

test('after a power cut at any step no record refers to a file that is missing or empty', async () => {
  for (let cutAfter = 0; cutAfter < 12; cutAfter++) {
    const disk = new Forgetful(cutAfter)
    const cut = new FileStore(dir, disk)
    const rows: string[] = []
    const take = async (text: string) => rows.push((await cut.takeBytes(Buffer.from(text), 100)).hash)
    await take(`one ${cutAfter}`)
      .then(() => take(`other ${cutAfter}`))
      .then(() => take(`third ${cutAfter}`))
      .catch(() => undefined)
    disk.cut()
    for (const hash of rows) expect([cutAfter, store.has(hash) && (await store.size(hash)) > 0]).toEqual([cutAfter, true])
    // Four steps a file: begun, written, flushed, named.
    expect([cutAfter, rows.length]).toEqual([cutAfter, Math.floor(cutAfter / 4)])
  }
})

test('a file of exactly the limit is taken, one byte more is not', async () => {
  expect((await store.takeBytes(Buffer.alloc(100, 7), 100)).bytes).toBe(100)
  await expect(store.takeBytes(Buffer.alloc(101, 7), 100)).rejects.toBeInstanceOf(Refusal)
})

import { createHash } from 'node:crypto'
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { Refusal } from '../problems.ts'
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

test('what a killed server was writing is cleared at the next start', async () => {
  writeFileSync(join(dir, 'incoming', 'half'), 'half a file')
  await store.open()
  expect(existsSync(join(dir, 'incoming', 'half'))).toBe(false)
})

test('a file of exactly the limit is taken, one byte more is not', async () => {
  expect((await store.takeBytes(Buffer.alloc(100, 7), 100)).bytes).toBe(100)
  await expect(store.takeBytes(Buffer.alloc(101, 7), 100)).rejects.toBeInstanceOf(Refusal)
})

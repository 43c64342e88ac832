import { LARGE_DECODE_BYTES } from './decode-memory.ts'
import { createGate } from './one-at-a-time.ts'

const tick = () => new Promise<void>((done) => setImmediate(done))

test('large pictures come one after the other in their order, small ones pass them, and a failure keeps nobody waiting', async () => {
  const gate = createGate(async (picture) => (picture.startsWith('large') ? LARGE_DECODE_BYTES : LARGE_DECODE_BYTES - 1))
  const begun: string[] = []
  const ends = new Map<string, (how?: Error) => void>()
  const work = (name: string | null) =>
    gate(name, () => {
      begun.push(String(name))
      return new Promise<string>((resolve, reject) => ends.set(String(name), (how) => (how ? reject(how) : resolve(`${name} done`))))
    })
  const all = ['large 1', 'large 2', 'small', null, 'large 3'].map((name) => work(name).catch((error: Error) => error.message))
  await tick()
  await tick()
  expect(begun.sort()).toEqual(['large 1', 'null', 'small'])
  ends.get('large 1')?.(new Error('it broke'))
  await tick()
  await tick()
  expect(begun).toContain('large 2')
  expect(begun).not.toContain('large 3')
  for (const name of ['small', 'null', 'large 2']) ends.get(name)?.()
  await tick()
  await tick()
  ends.get('large 3')?.()
  expect(await Promise.all(all)).toEqual(['it broke', 'large 2 done', 'small done', 'null done', 'large 3 done'])
})

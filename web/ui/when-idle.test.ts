import { fetched } from './when-idle.ts'

test('code that cannot be fetched is asked for again until it comes, less and less often', async () => {
  const waits: number[] = []
  const original = globalThis.setTimeout
  globalThis.setTimeout = ((done: () => void, ms: number) => {
    waits.push(ms)
    return original(done, 0)
  }) as typeof setTimeout
  let tries = 0
  const code = fetched(async () => {
    tries++
    if (tries < 7) throw new Error('the network is away')
    return 'here'
  })
  await expect(code).resolves.toBe('here')
  globalThis.setTimeout = original
  expect(tries).toBe(7)
  expect(waits).toEqual([1000, 2000, 4000, 8000, 15_000, 15_000])
})

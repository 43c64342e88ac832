import type { Health } from '../../core/color/health/health.ts'
import type { Result } from '../../core/things/problem/problem.ts'
import { keepHealth } from './kept-health.ts'

/** An answer that says which file it is of. */
const of = (hash: string) => ({ ok: true, value: { neutrals: hash } }) as unknown as Result<Health>

test('a file is examined once, also when two ask at one moment; another is another', async () => {
  const asked: string[] = []
  const healthOf = keepHealth(async (hash) => {
    asked.push(hash)
    return of(hash)
  })
  expect(await Promise.all([healthOf('a'), healthOf('a'), healthOf('b')])).toEqual([of('a'), of('a'), of('b')])
  expect(await healthOf('a')).toEqual(of('a'))
  expect(asked).toEqual(['a', 'b'])
})

test('what failed is tried again, for the next who asks', async () => {
  const ways = [
    () => {
      throw new Error('the worker went away')
    },
    () => ({ ok: false, problem: { message: 'no profile' } }) as unknown as Result<Health>,
  ]
  const healthOf = keepHealth(async (hash) => ways.shift()?.() ?? of(hash))
  await expect(healthOf('a')).rejects.toThrow('went away')
  expect((await healthOf('a')).ok).toBe(false)
  expect(await healthOf('a')).toEqual(of('a'))
})

test('of a hundred and one that were looked at, the one that was longest not looked at is examined anew', async () => {
  const asked: string[] = []
  const healthOf = keepHealth(async (hash) => {
    asked.push(hash)
    return of(hash)
  })
  for (let n = 0; n < 100; n++) await healthOf(String(n))
  await healthOf('0')
  await healthOf('100')
  asked.length = 0
  for (const hash of ['0', '2', '99', '100']) await healthOf(hash)
  expect(asked).toEqual([])
  await healthOf('1')
  expect(asked).toEqual(['1'])
})

import { jest } from '@jest/globals'
import { fetched } from './when-idle.ts'

test('code that cannot be fetched is asked for again until it comes, less and less often', async () => {
  jest.useFakeTimers()
  let tries = 0
  const code = fetched(async () => {
    tries++
    if (tries < 7) throw new Error('the network is away')
    return 'here'
  })
  const seen: number[] = []
  // Tried at once, then after 1, 2, 4, 8, 15 and 15 seconds more.
  for (const seconds of [0, 1, 2, 4, 8, 15, 15]) {
    await jest.advanceTimersByTimeAsync(seconds * 1000)
    seen.push(tries)
  }
  expect(seen).toEqual([1, 2, 3, 4, 5, 6, 7])
  await expect(code).resolves.toBe('here')
  jest.useRealTimers()
})

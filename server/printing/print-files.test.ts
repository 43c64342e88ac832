import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setImmediate } from 'node:timers/promises'
import { plateOf } from '../../core/testing/fixtures.ts'
import { FileStore } from '../files/files.ts'
import { createPrintFiles } from './print-files.ts'

const { jest } = import.meta
const dir = mkdtempSync(join(tmpdir(), 'print-files-'))
mkdirSync(join(dir, 'work'))
beforeAll(() => jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask', 'Date', 'performance', 'hrtime'] }))
afterAll(() => {
  jest.useRealTimers()
  rmSync(dir, { recursive: true, force: true })
})

/** Made by workers that only write a few bytes, for a studio that keeps files for so many hours, or whose rules cannot be read. */
const filesKeptFor = (hours: number | Error) =>
  createPrintFiles({
    files: Object.assign(new FileStore(dir), { has: () => true }),
    pool: { makePrintFile: async ({ output }: { output: string }) => writeFileSync(output, 'made') },
    store: { rules: { read: async () => (hours instanceof Error ? Promise.reject(hours) : { keepPrintFilesHours: hours }) } },
  } as never)
const MINUTE = 60_000
/** Jest’s own limit does not run here: its clock is the one that stands still. */
async function until(done: () => boolean): Promise<void> {
  const end = Date.now() + 60_000
  while (!done()) {
    if (Date.now() > end) throw new Error('it did not come to that')
    await setImmediate()
  }
}

test.each([
  ['an hour, as is usual', 1, 60],
  ['as long as the house rules say', 30, 1800],
  ['the longest that may be said, two weeks', 336, 20_160],
  ['an hour where the rules cannot be read', new Error('the database is away'), 60],
])('a file for another program is kept for %s, and then it is gone', async (_, hours, minutes) => {
  const made = filesKeptFor(hours)
  const file = made.begin(1, 'Lens', plateOf({}), 'tiff')
  // The clock of its time is the only one that runs.
  await until(() => jest.getTimerCount() > 0 || made.find(file.id)?.state === 'failed')
  expect(made.find(file.id)).toMatchObject({ state: 'ready', bytes: 4 })
  const path = made.pathOf(file.id)
  jest.advanceTimersByTime(minutes * MINUTE - 1)
  expect([made.find(file.id)?.state, existsSync(path)]).toEqual(['ready', true])
  jest.advanceTimersByTime(1)
  expect(made.find(file.id)).toBeNull()
  await until(() => !existsSync(path))
})

import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { plateOf } from '../../core/testing/fixtures.ts'
import { FileStore } from '../files/files.ts'
import type { Pool } from '../workers/pool.ts'
import { Refused } from './ipp-client.ts'
import { Pages } from './pages.ts'

const dir = mkdtempSync(join(tmpdir(), 'pages-'))
afterAll(() => rmSync(dir, { recursive: true, force: true }))

const run = { studio: 'quay', id: 7, plate: plateOf({}), side: 'front', only: null } as never as Parameters<Pages['make']>[0]
/** Why a page is not made by workers that end like this. */
const why = (closing: boolean, message: string): Promise<unknown> => {
  const pool = { closing, renderPage: () => Promise.reject(new Error(message)) } as unknown as Pool
  return new Pages(new FileStore(dir), pool, { printers: {} } as never).make(run, 'image/pwg-raster').catch((error: unknown) => error)
}

test('a page that cannot be made is refused with its reason; one that is broken off because the server stops is not', async () => {
  const refused = await why(false, 'ENOSPC: no space left on device')
  expect(refused).toBeInstanceOf(Refused)
  expect((refused as Error).message).toBe('The page could not be made: the disk is full.')
  const brokenOff = await why(true, 'Terminating worker thread')
  expect(brokenOff).not.toBeInstanceOf(Refused)
  expect((brokenOff as Error).message).toBe('Terminating worker thread')
})

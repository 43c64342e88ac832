import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { applyTable, type Table } from '../../core/color/tetrahedra/table.ts'
import { config } from '../config.ts'

/** What the helper is given once: the conversion, and the memory that the bands lie in. */
export interface HalfWork {
  table: Table
  pixels: Uint8Array
}
/** One order: pixels from here on, so many. */
export interface Half {
  from: number
  count: number
}

export interface SharedConversion {
  /** Converts the first `count` pixels of the shared memory in place. */
  run(count: number): Promise<void>
  close(): Promise<void>
}

const HELPER = join(dirname(config.workerFile), 'convert-half.js')

/**
 * Converts bands of packed RGB by two threads at once, in memory both see. Alone where the helper has not been built or
 * cannot start; a helper that dies fails the band, and with it the page.
 */
export function shareConversion(table: Table, pixels: Uint8Array): SharedConversion {
  const helper = existsSync(HELPER) ? new Worker(HELPER, { workerData: { table, pixels } satisfies HalfWork }) : null
  helper?.unref()
  const ask = (half: Half) =>
    new Promise<void>((done, failed) => {
      helper?.once('message', () => {
        helper.off('error', failed)
        done()
      })
      helper?.once('error', failed)
      helper?.postMessage(half)
    })
  return {
    async run(count) {
      const mine = helper ? count >> 1 : count
      const other = helper ? ask({ from: mine, count: count - mine }) : null
      const own = pixels.subarray(0, mine * 3)
      applyTable(table, own, own)
      await other
    },
    async close() {
      await helper?.terminate()
    },
  }
}

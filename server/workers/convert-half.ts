import { parentPort, workerData } from 'node:worker_threads'
import { applyTable } from '../../core/color/tetrahedra/table.ts'
import type { Half, HalfWork } from './shared-conversion.ts'

// The second core's half of every band: pixels are shared, so nothing but the order and its end is sent.
const { table, pixels } = workerData as HalfWork
parentPort?.on('message', ({ from, count }: Half) => {
  const mine = pixels.subarray(from * 3, (from + count) * 3)
  applyTable(table, mine, mine)
  parentPort?.postMessage(null)
})

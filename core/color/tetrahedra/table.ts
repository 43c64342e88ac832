import { kernelFrom } from '../../things/kernel/kernel.ts'
import { COMPILED } from './compiled.ts'

/**
 * A conversion of 8-bit colours worked out at `size` nodes along each axis, applied by tetrahedral interpolation (Sakamoto
 * & Itooka 1981). Red, green, blue and nothing per node, blue the quickest and red the slowest. Words, kept less 32 768,
 * convert packed RGB; bytes convert RGBA and leave its alpha.
 */
export interface Table {
  kind: 'bytes' | 'words'
  size: number
  nodes: Int16Array
}

/** A table of nodes whose numbers are packed RGB. @param size nodes along each axis, 2…90 */
export function tableOf(size: number, values: Uint8Array | Uint16Array): Table {
  const kind = values instanceof Uint16Array ? 'words' : 'bytes'
  const less = kind === 'words' ? 32_768 : 0
  const nodes = new Int16Array(size ** 3 * 4)
  for (let n = 0, k = 0; k < values.length; n += 4, k += 3) for (let c = 0; c < 3; c++) nodes[n + c] = (values[k + c] as number) - less
  return { kind, size, nodes }
}

/** Pixels that are worked on at a time: they stay in the processor's nearest memory. A multiple of four. */
const PIXELS = 4096
/** What is touched at a time, bytes. */
const VECTOR = 16
const NODE_BYTES = 8

type Apply = (from: number, end: number, to: number, nodes: number, size: number) => void

const kernel = kernelFrom<Record<Table['kind'], Apply>>(COMPILED)
/** The table that lies in its memory. */
let there: Table | null = null

/** The kernel with a table in its memory: pixels, what they become, then the nodes. */
function kernelWith(table: Table, nodes: number) {
  const { memory, does } = kernel(nodes + (table.size ** 3 + table.size ** 2 + table.size + 1) * NODE_BYTES)
  if (there !== table) new Int16Array(memory.buffer, nodes, table.nodes.length).set(table.nodes)
  there = table
  return { memory: new Uint8Array(memory.buffer), apply: does[table.kind] }
}

/** Converts packed pixels, RGBA by bytes and RGB by words, into `out`, which may be the same. */
export function applyTable(table: Table, pixels: Uint8Array | Uint8ClampedArray, out: Uint8Array | Uint8ClampedArray): void {
  const to = PIXELS * 4 + VECTOR
  const nodes = 2 * to
  const { memory, apply } = kernelWith(table, nodes)
  const step = PIXELS * (table.kind === 'bytes' ? 4 : 3)
  for (let at = 0; at < pixels.length; at += step) {
    const part = pixels.subarray(at, at + step)
    memory.set(part)
    apply(0, part.length, to, nodes, table.size)
    out.set(memory.subarray(to, to + part.length), at)
  }
}

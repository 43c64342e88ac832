import { COMPILED } from './compiled.ts'

/**
 * A conversion of 8-bit RGB worked out at `size` nodes along each axis, applied by tetrahedral interpolation (Sakamoto &
 * Itooka 1981). Red, green, blue and nothing per node, blue the quickest and red the slowest; 16-bit numbers are kept
 * less 32 768.
 */
export interface Table {
  size: number
  nodes: Int16Array
  bits: 8 | 16
}

/** A table of nodes whose numbers are packed RGB. @param size nodes along each axis, 2…90 */
export function tableOf(size: number, values: Uint8Array | Uint16Array): Table {
  const bits = values instanceof Uint16Array ? 16 : 8
  const less = bits === 16 ? 32_768 : 0
  const nodes = new Int16Array(size ** 3 * 4)
  for (let n = 0, k = 0; k < values.length; n += 4, k += 3) for (let c = 0; c < 3; c++) nodes[n + c] = (values[k + c] as number) - less
  return { size, nodes, bits }
}

/** Fractions are counted in 1/256. */
const ONE = 256
/** Where the nodes lie in memory: after what a level of each channel adds. */
const NODES = 3 * 256 * 8
const NODE_BYTES = 8
/** Pixels that are worked on at a time: they stay in the processor's nearest memory. */
const PIXELS = 4096
const PAGE = 65_536

/** What the sum of four nodes is made into a byte by; for 16 bits a 257th, rounded. */
const ROUNDING = { 8: [ONE / 2, 1, 0, 0], 16: [32_768 * ONE, 255, 32_895, 16] } as const

type Apply = (from: number, end: number, stride: number, bias: number, times: number, more: number, shift: number) => void

/** Made when it is first wanted; one of a thread, for every memory takes a large range of addresses. */
let kernel: { memory: WebAssembly.Memory; apply: Apply; table: Table | null } | null = null

function kernelFor(table: Table): { apply: Apply; memory: Uint8Array; pixels: number } {
  const pixels = NODES + table.size ** 3 * NODE_BYTES
  const pages = Math.ceil((pixels + PIXELS * 4 + 4) / PAGE)
  if (!kernel) {
    const memory = new WebAssembly.Memory({ initial: pages })
    const module = new WebAssembly.Module(Uint8Array.from(atob(COMPILED), (c) => c.charCodeAt(0)))
    const { exports } = new WebAssembly.Instance(module, { host: { memory } })
    kernel = { memory, apply: exports.apply as Apply, table: null }
  }
  const held = kernel.memory.buffer.byteLength / PAGE
  if (held < pages) kernel.memory.grow(pages - held)
  if (kernel.table !== table) {
    const { size, nodes } = table
    const adds = new Uint32Array(kernel.memory.buffer, 0, NODES / 4)
    for (const [channel, step] of [size * size * NODE_BYTES, size * NODE_BYTES, NODE_BYTES].entries())
      for (let v = 0; v < 256; v++) {
        const at = (v * (size - 1)) / 255
        const cell = Math.min(size - 2, Math.floor(at))
        adds[(channel * 256 + v) * 2] = Math.round((at - cell) * ONE) * 65_536 + step
        adds[(channel * 256 + v) * 2 + 1] = cell * step
      }
    new Int16Array(kernel.memory.buffer, NODES, nodes.length).set(nodes)
    kernel.table = table
  }
  return { apply: kernel.apply, memory: new Uint8Array(kernel.memory.buffer), pixels }
}

/**
 * Converts packed pixels into `out`, which may be the same.
 * @param stride bytes of a pixel: 3 for RGB, 4 for RGBA, whose alpha is copied
 */
export function applyTable(table: Table, rgb: Uint8Array | Uint8ClampedArray, out: Uint8Array | Uint8ClampedArray, stride: 3 | 4): void {
  const { apply, memory, pixels } = kernelFor(table)
  const [bias, times, more, shift] = ROUNDING[table.bits]
  const step = PIXELS * stride
  for (let at = 0; at < rgb.length; at += step) {
    const part = rgb.subarray(at, at + step)
    memory.set(part, pixels)
    apply(pixels, pixels + part.length, stride, bias, times, more, shift)
    out.set(memory.subarray(pixels, pixels + part.length), at)
  }
}

import { deltaE2000At } from '../cie.ts'
import type { Engine, Source, Transform } from '../engine/engine.ts'

/**
 * Bits of a channel that tell its cell: 64 cells along each, four levels wide. A corner lies half a ΔE2000 from the middle as a
 * rule, 3.5 at the most (sRGB, by culori).
 */
const BITS = 6
const SHIFT = 8 - BITS
/** Cells along a channel. */
export const ALONG = 1 << BITS
/** The cell of a colour, channels 0…255. */
export const cellOf = (r: number, g: number, b: number): number => ((((r >> SHIFT) << BITS) | (g >> SHIFT)) << BITS) | (b >> SHIFT)

/** Mean colour of each cell that RGBA pixels have colours in, packed RGB, and which cells they are. */
function cellsOf(rgba: Uint8ClampedArray): { cells: number[]; colours: Uint8Array } {
  const sums = new Float64Array(ALONG ** 3 * 4)
  for (let i = 0; i < rgba.length; i += 4) {
    const at = cellOf(rgba[i] as number, rgba[i + 1] as number, rgba[i + 2] as number) * 4
    sums[at] = (sums[at] as number) + 1
    for (let c = 0; c < 3; c++) sums[at + 1 + c] = (sums[at + 1 + c] as number) + (rgba[i + c] as number)
  }
  const cells: number[] = []
  for (let cell = 0; cell * 4 < sums.length; cell++) if (sums[cell * 4]) cells.push(cell)
  const colours = Uint8Array.from({ length: cells.length * 3 }, (_, i) => {
    const at = (cells[Math.floor(i / 3)] as number) * 4
    return Math.round((sums[at + 1 + (i % 3)] as number) / (sums[at] as number))
  })
  return { cells, colours }
}

/**
 * ΔE2000 between the colours of a picture and their nearest prints (relative colorimetric, no compensation), in tenths, the next
 * higher, at most 255: by the cells of its colours (cellOf), nought where it has none.
 */
export function gamutDistances(engine: Engine, source: Source, printer: Uint8Array, rgba: Uint8ClampedArray): Uint8Array {
  const { cells, colours } = cellsOf(rgba)
  const run = (t: Transform, data: Uint8Array | Uint16Array) => {
    const made = t.run(data, cells.length)
    t.free()
    return made
  }
  const precise = { precise: true }
  const wanted = run(engine.transform(source, 'rgb8', 'lab', 'labFloat', 'relative', precise), colours)
  const sent = run(engine.transform(source, 'rgb8', printer, 'rgb16', 'relative', precise), colours) as Uint16Array
  const printed = run(engine.transform(printer, 'rgb16', 'lab', 'labFloat', 'relative', precise), sent)
  const distances = new Uint8Array(ALONG ** 3)
  for (const [n, cell] of cells.entries()) distances[cell] = Math.min(255, Math.ceil(deltaE2000At(wanted, n, printed, n) * 10))
  return distances
}

import { kernelFrom } from '../../things/kernel/kernel.ts'
import { COMPILED } from './compiled.ts'

interface Size {
  width: number
  height: number
}

/** A picture of packed 8-bit RGB made larger, some of its rows at a time. */
export interface Enlargement {
  /** The rows of the picture that `count` rows from row `first` of the larger one are made of. */
  from(first: number, count: number): { first: number; count: number }
  /** Makes `count` rows from row `first` on of just those rows. */
  rows(source: Uint8Array, first: number, count: number, into: Uint8Array): void
}

/** A place of the larger picture among the pixels of the smaller: the first of four around it, and their weights, 16 384ths. */
interface Taps {
  first: number
  weights: [number, number, number, number]
}

const ONE = 16_384

/**
 * Where the pixels along one axis come from. Centres of pixels stand at half a pixel, so both pictures begin and end alike.
 * Weights: cubic convolution with a = −1/2 (Keys, Cubic Convolution Interpolation for Digital Image Processing, 1981); they
 * add up to one to the last digit, so that what is flat stays flat.
 */
function tapsOf(from: number, to: number): Taps[] {
  return Array.from({ length: to }, (_, i) => {
    const at = ((i + 0.5) * from) / to - 0.5
    const before = Math.floor(at)
    const f = at - before
    const outer = (s: number) => Math.round((ONE * (((5 - s) * s - 8) * s + 4)) / 2)
    const inner = (s: number) => Math.round((ONE * ((3 * s - 5) * s ** 2 + 2)) / 2)
    const [a, c, d] = [outer(1 + f), inner(1 - f), outer(2 - f)]
    return { first: before - 1, weights: [a, ONE - a - c - d, c, d] }
  })
}

const pair = (one: number, other: number): number => (one & 0xffff) | (other << 16)

/** What is touched at a time, bytes; nothing that is read or written reaches further past its end than two of them. */
const VECTOR = 16
const SLACK = 2 * VECTOR
/** Bytes of a pixel between the two passes: three numbers of 16 bits. */
const BETWEEN = 6
/** The outermost pixels are repeated as often as weights reach past them. */
const REPEATED = 2
/** Numbers of a line of the table of a row. */
const LINE = 3

const kernel = kernelFrom<{
  blend(a: number, b: number, c: number, d: number, bytes: number, to: number, w01: number, w23: number): void
  stretch(line: number, end: number, to: number): void
}>(COMPILED)

const clamp = (v: number, most: number) => Math.max(0, Math.min(most, v))

/**
 * How a picture becomes larger, or stays as it is, along both axes.
 * @throws RangeError where it would become smaller: what is in between would be left out instead of averaged
 */
export function enlargement(from: Size, to: Size): Enlargement {
  if (to.width < from.width || to.height < from.height) throw new RangeError('a picture is enlarged, not reduced')
  const down = tapsOf(from.height, to.height)
  const lines = Math.ceil(to.width / 4) * 4
  const table = new Int32Array(lines * LINE)
  for (const [i, { first, weights }] of tapsOf(from.width, to.width).entries())
    table.set([(first + REPEATED) * BETWEEN, pair(weights[0], weights[1]), pair(weights[2], weights[3])], i * LINE)
  const tap = (y: number) => down[y] as Taps
  const rowBytes = from.width * 3
  const outBytes = to.width * 3
  const span = (first: number, count: number) => {
    const top = clamp(tap(first).first, from.height - 1)
    return { first: top, count: clamp(tap(first + count - 1).first + 3, from.height - 1) - top + 1 }
  }
  return {
    from: span,
    rows(source, first, count, into) {
      const has = span(first, count)
      // The rows, what a row becomes between the two passes, the table, and what comes out.
      const between = has.count * rowBytes + SLACK
      const lineAt = Math.ceil((between + (from.width + 2 * REPEATED) * BETWEEN + 2 * SLACK) / VECTOR) * VECTOR
      const outAt = lineAt + table.byteLength
      const { memory, does } = kernel(outAt + count * outBytes + SLACK)
      const bytes = new Uint8Array(memory.buffer)
      bytes.set(source.subarray(0, has.count * rowBytes))
      // Lines tell where in the memory a pixel lies.
      const placed = new Int32Array(memory.buffer, lineAt, table.length)
      placed.set(table)
      for (let i = 0; i < placed.length; i += LINE) placed[i] = (placed[i] as number) + between
      const pixels = between + REPEATED * BETWEEN
      for (let row = 0; row < count; row++) {
        const { first: top, weights } = tap(first + row)
        const [a, b, c, d] = [0, 1, 2, 3].map((k) => (clamp(top + k, from.height - 1) - has.first) * rowBytes) as [
          number,
          number,
          number,
          number,
        ]
        does.blend(a, b, c, d, rowBytes, pixels, pair(weights[0], weights[1]), pair(weights[2], weights[3]))
        const last = pixels + (from.width - 1) * BETWEEN
        for (let k = 1; k <= REPEATED; k++) {
          bytes.copyWithin(pixels - k * BETWEEN, pixels, pixels + BETWEEN)
          bytes.copyWithin(last + k * BETWEEN, last, last + BETWEEN)
        }
        does.stretch(lineAt, outAt, outAt + row * outBytes)
      }
      into.set(bytes.subarray(outAt, outAt + count * outBytes))
    },
  }
}

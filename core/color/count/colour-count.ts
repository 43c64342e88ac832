import { fail, ok, type Result } from '../../things/problem/problem.ts'

/** Bits of a channel that tell its cell: 32 cells along each, 8 levels wide, under 3 ΔE2000, which keep the mean of what fell into them. */
const BITS = 5
const SHIFT = 8 - BITS
const CELLS = 1 << (3 * BITS)
/** Pairs of neighbours kept: enough for a share good to about one percent. */
const PAIRS = 2048
/** Pairs an older version kept. */
const MOST_PAIRS = 8192
/** Neighbours lie this far apart, as a share of the longer side: details the eye separates at the usual distance. */
const APART = 1 / 400
/** And this many times as far: a smooth ramp is no difference between neighbours, but it is one across a sky. */
const SCALES = [1, 4, 16, 64] as const

/** What colours a picture has and which lie beside each other: every question about it is answered from this. */
export interface ColourCount {
  /** Pixels counted. */
  total: number
  /** Mean colour of each occupied cell, packed RGB. */
  colours: Uint8Array
  /** Pixels in each cell. */
  counts: Uint32Array
  /** Pairs of neighbouring colours, packed RGB RGB; a fixed random sample. */
  pairs: Uint8Array
}

/** Park–Miller minimal standard generator: the same sample every time. */
function uniform(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
}

/** Colours of a picture by occupied cell. */
export type Histogram = Pick<ColourCount, 'total' | 'colours' | 'counts'>

/** Counts packed RGB pixels that come in pieces. */
export interface ColourCounter {
  /** Whole pixels, three bytes each; of so many fours of them one is counted. @param every 1 counts all */
  add(rgb: Uint8Array | Uint8ClampedArray, every?: number): void
  finish(): Histogram
}

/** A cell is four numbers beside each other: how many pixels, and the sums of their red, green and blue. */
const FIELDS = 4
/** As many pixels of one colour as their sums are whole numbers of 32 bits, which are counted in a third of the time. */
const HELD = Math.floor(2 ** 31 / 256)

/** Counts one pixel. A function of the module, so that it is compiled into the loops that call it. */
function countOne(cells: Int32Array, r: number, g: number, b: number): void {
  const at = ((((((r >> SHIFT) << BITS) | (g >> SHIFT)) << BITS) | (b >> SHIFT)) * FIELDS) | 0
  cells[at] = ((cells[at] as number) + 1) | 0
  cells[at + 1] = ((cells[at + 1] as number) + r) | 0
  cells[at + 2] = ((cells[at + 2] as number) + g) | 0
  cells[at + 3] = ((cells[at + 3] as number) + b) | 0
}

/** Bytes of four pixels. */
export const FOUR = 12

/** Counts packed RGB pixels, no more than are held, four of every so many fours; answers how many it has counted. */
function countSome(cells: Int32Array, rgb: Uint8Array | Uint8ClampedArray, every: number): number {
  let counted = 0
  // Four pixels lie in three words, red lowest: reading words takes half the time of reading bytes.
  const words = rgb.byteOffset % 4 === 0 ? new Int32Array(rgb.buffer, rgb.byteOffset, Math.floor(rgb.length / FOUR) * 3) : new Int32Array()
  for (let i = 0; i < words.length; i += 3 * every) {
    const x = words[i] as number
    const y = words[i + 1] as number
    const z = words[i + 2] as number
    countOne(cells, x & 255, (x >> 8) & 255, (x >> 16) & 255)
    countOne(cells, x >>> 24, y & 255, (y >> 8) & 255)
    countOne(cells, (y >> 16) & 255, y >>> 24, z & 255)
    countOne(cells, (z >> 8) & 255, (z >> 16) & 255, z >>> 24)
    counted += 4
  }
  for (let from = words.length * 4; from < rgb.length; from += FOUR * every)
    for (let at = from; at < Math.min(from + FOUR, rgb.length); at += 3, counted++)
      countOne(cells, rgb[at] as number, rgb[at + 1] as number, rgb[at + 2] as number)
  return counted
}

/** Counts the colours of pixels that come in pieces of any length. */
export function createColourCounter(): ColourCounter {
  const cells = new Float64Array(CELLS * FIELDS)
  const recent = new Int32Array(cells.length)
  let [total, held] = [0, 0]
  const keep = () => {
    for (let i = 0; i < cells.length; i++) cells[i] = (cells[i] as number) + (recent[i] as number)
    recent.fill(0)
    held = 0
  }
  return {
    add(rgb, every = 1) {
      for (let at = 0; at < rgb.length; at += HELD * 3) {
        const part = rgb.subarray(at, at + HELD * 3)
        if (held + part.length / 3 > HELD) keep()
        held += part.length / 3
        total += countSome(recent, part, every)
      }
    },
    finish() {
      keep()
      const occupied: number[] = []
      for (let at = 0; at < cells.length; at += FIELDS) if ((cells[at] as number) > 0) occupied.push(at)
      const colours = new Uint8Array(occupied.length * 3)
      const counts = new Uint32Array(occupied.length)
      for (const [n, at] of occupied.entries()) {
        const many = cells[at] as number
        counts[n] = many
        for (let c = 0; c < 3; c++) colours[n * 3 + c] = Math.round((cells[at + 1 + c] as number) / many)
      }
      return { total, colours, counts }
    },
  }
}

/** Longer side at which neighbours are compared: the grain of single pixels is averaged there, as the eye does. */
const NEIGHBOURS_SIDE = 1500

/**
 * Pairs of neighbouring colours of packed RGB pixels, packed RGB RGB: a random sample, the same every time. Each is the
 * mean of a square of pixels, so large that the picture is 1500 such squares long.
 */
export function sampleNeighbours(rgb: Uint8Array | Uint8ClampedArray, fullWidth: number, fullHeight: number): Uint8Array {
  const side = Math.max(1, Math.round(Math.max(fullWidth, fullHeight) / NEIGHBOURS_SIDE))
  const [width, height] = [Math.max(1, Math.floor(fullWidth / side)), Math.max(1, Math.floor(fullHeight / side))]
  const [wide, high] = [Math.min(side, fullWidth), Math.min(side, fullHeight)]
  const mean = (x: number, y: number, c: number) => {
    let sum = 0
    for (let row = 0; row < high; row++)
      for (let at = ((y * side + row) * fullWidth + x * side) * 3 + c, end = at + wide * 3; at < end; at += 3) sum += rgb[at] as number
    return Math.round(sum / (wide * high))
  }
  const longer = Math.max(width, height)
  const nearest = Math.max(1, Math.round(longer * APART))
  const random = uniform(90_001)
  const pairs = new Uint8Array(longer > nearest ? PAIRS * 6 : 0)
  for (let n = 0; n < pairs.length; n += 6) {
    const apart = Math.min(longer - 1, nearest * (SCALES[(n / 6) % SCALES.length] as number))
    const across = height <= apart || (width > apart && random() < 0.5)
    const x = Math.floor(random() * (width - (across ? apart : 0)))
    const y = Math.floor(random() * (height - (across ? 0 : apart)))
    for (let c = 0; c < 3; c++) {
      pairs[n + c] = mean(x, y, c)
      pairs[n + 3 + c] = mean(across ? x + apart : x, across ? y : y + apart, c)
    }
  }
  return pairs
}

/** Counts packed RGB pixels that are all at hand. */
export function countColours(rgb: Uint8Array | Uint8ClampedArray, width: number, height: number): ColourCount {
  const counter = createColourCounter()
  counter.add(rgb)
  return { ...counter.finish(), pairs: sampleNeighbours(rgb, width, height) }
}

const MAGIC = 0x41504343
/** 2: neighbours at several distances. */
const VERSION = 2
const HEAD = 20

/** The count as bytes, to be kept with the picture. */
export function packCount({ total, colours, counts, pairs }: ColourCount): Uint8Array {
  const bytes = new Uint8Array(HEAD + colours.length + counts.length * 4 + pairs.length)
  const view = new DataView(bytes.buffer)
  for (const [i, value] of [MAGIC, VERSION, total, counts.length, pairs.length / 6].entries()) view.setUint32(i * 4, value)
  bytes.set(colours, HEAD)
  counts.forEach((count, i) => {
    view.setUint32(HEAD + colours.length + i * 4, count)
  })
  bytes.set(pairs, HEAD + colours.length + counts.length * 4)
  return bytes
}

/** Whether a kept count is of this version; others are counted again. */
export const isCurrent = (head: Uint8Array): boolean =>
  head.length >= 8 && new DataView(head.buffer, head.byteOffset).getUint32(4) === VERSION

/** Reads a kept count; every length is checked before it is believed. */
export function readCount(bytes: Uint8Array): Result<ColourCount> {
  const bad = (message: string) => fail({ field: 'colours', code: 'count-unreadable', message })
  if (bytes.length < HEAD) return bad('The colour count is cut short.')
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const [magic, version, total, cells, pairs] = [0, 1, 2, 3, 4].map((i) => view.getUint32(i * 4)) as [
    number,
    number,
    number,
    number,
    number,
  ]
  if (magic !== MAGIC || version !== VERSION) return bad('This is not a colour count this version reads.')
  if (cells > CELLS || pairs > MOST_PAIRS || bytes.length !== HEAD + cells * 7 + pairs * 6)
    return bad('The colour count has the wrong length.')
  const at = HEAD + cells * 3
  return ok({
    total,
    colours: bytes.slice(HEAD, at),
    counts: Uint32Array.from({ length: cells }, (_, i) => view.getUint32(at + i * 4)),
    pairs: bytes.slice(at + cells * 4),
  })
}

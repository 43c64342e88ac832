import { fail, ok, type Result } from '../../things/problem/problem.ts'

/** Cells along each channel: a cell is 8 levels wide, under 3 ΔE2000, and keeps the mean of what fell into it. */
const LEVELS = 32
const SHIFT = 3
/** Pairs of neighbours kept: enough for a share good to about one percent. */
const PAIRS = 4096
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
  /** Whole pixels, three bytes each. */
  add(rgb: Uint8Array | Uint8ClampedArray): void
  finish(): Histogram
}

/** Counts exactly, in a table of every colour there is (64 MB); only what is kept is put into cells. */
export function createColourCounter(): ColourCounter {
  const table = new Int32Array(1 << 24)
  // Colours in the order they were met: most of the table is never touched, and need not be looked through.
  const met: number[] = []
  return {
    add(rgb) {
      const count = (colour: number) => {
        const many = table[colour] as number
        if (many === 0) met.push(colour)
        table[colour] = (many + 1) | 0
      }
      // Four pixels lie in three words, red lowest: reading words takes half the time of reading bytes.
      const words =
        rgb.byteOffset % 4 === 0 ? new Int32Array(rgb.buffer, rgb.byteOffset, Math.floor(rgb.length / 12) * 3) : new Int32Array()
      for (let i = 0; i < words.length; i += 3) {
        const a = words[i] as number
        const b = words[i + 1] as number
        const c = words[i + 2] as number
        count(a & 0xffffff)
        count((a >>> 24) | ((b & 0xffff) << 8))
        count((b >>> 16) | ((c & 0xff) << 16))
        count(c >>> 8)
      }
      for (let at = words.length * 4; at < rgb.length; at += 3)
        count((rgb[at] as number) | ((rgb[at + 1] as number) << 8) | ((rgb[at + 2] as number) << 16))
    },
    finish() {
      const sums = new Float64Array(LEVELS ** 3 * 3)
      const cells = new Uint32Array(LEVELS ** 3)
      let total = 0
      for (const colour of met) {
        const many = table[colour] as number
        const [r, g, b] = [colour & 255, (colour >> 8) & 255, colour >> 16]
        const cell = ((r >> SHIFT) * LEVELS + (g >> SHIFT)) * LEVELS + (b >> SHIFT)
        cells[cell] = (cells[cell] as number) + many
        const k = cell * 3
        sums[k] = (sums[k] as number) + r * many
        sums[k + 1] = (sums[k + 1] as number) + g * many
        sums[k + 2] = (sums[k + 2] as number) + b * many
        total += many
      }
      const occupied: number[] = []
      for (let cell = 0; cell < cells.length; cell++) if ((cells[cell] as number) > 0) occupied.push(cell)
      const colours = new Uint8Array(occupied.length * 3)
      const counts = new Uint32Array(occupied.length)
      for (const [n, cell] of occupied.entries()) {
        counts[n] = cells[cell] as number
        for (let c = 0; c < 3; c++) colours[n * 3 + c] = Math.round((sums[cell * 3 + c] as number) / (cells[cell] as number))
      }
      return { total, colours, counts }
    },
  }
}

/** Pairs of neighbouring colours of packed RGB pixels, packed RGB RGB: a random sample, the same every time. */
export function sampleNeighbours(rgb: Uint8Array | Uint8ClampedArray, width: number, height: number): Uint8Array {
  const longer = Math.max(width, height)
  const nearest = Math.max(1, Math.round(longer * APART))
  const random = uniform(90_001)
  const pairs = new Uint8Array(longer > nearest ? PAIRS * 6 : 0)
  for (let n = 0; n < pairs.length; n += 6) {
    const apart = Math.min(longer - 1, nearest * (SCALES[(n / 6) % SCALES.length] as number))
    const across = height <= apart || (width > apart && random() < 0.5)
    const x = Math.floor(random() * (width - (across ? apart : 0)))
    const y = Math.floor(random() * (height - (across ? 0 : apart)))
    const one = (y * width + x) * 3
    const other = one + (across ? apart : apart * width) * 3
    for (let c = 0; c < 3; c++) {
      pairs[n + c] = rgb[one + c] as number
      pairs[n + 3 + c] = rgb[other + c] as number
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
  if (cells > LEVELS ** 3 || pairs > MOST_PAIRS || bytes.length !== HEAD + cells * 7 + pairs * 6)
    return bad('The colour count has the wrong length.')
  const at = HEAD + cells * 3
  return ok({
    total,
    colours: bytes.slice(HEAD, at),
    counts: Uint32Array.from({ length: cells }, (_, i) => view.getUint32(at + i * 4)),
    pairs: bytes.slice(at + cells * 4),
  })
}

import { fail, ok, type Result } from '../../things/problem/problem.ts'

/**
 * What is rare is told together: a cube of colours, sixteen, eight or four levels wide, is one colour, their mean, unless it has
 * more than this share of the picture. Of a cube of four that has, every colour is told. So a grey picture keeps all of its greys,
 * and none has more than some thousand colours to be followed to a print.
 */
const DIVIDED = { sixteen: 1 / 5000, eight: 1 / 500, four: 1 / 200 } as const
/** Most colours told: cubes of sixteen, of eight, of four, and colours by themselves, no more of each than can be divided. */
const MOST_COLOURS = 8 ** 4 + 8 ** 5 + 8 / DIVIDED.eight + 64 / DIVIDED.four
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
  /** The colours it has, packed RGB; those that are rare told together, by their mean. */
  colours: Uint8Array
  /** Pixels of each. */
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

/** What colours a picture has. */
export type Histogram = Pick<ColourCount, 'total' | 'colours' | 'counts'>

/** Counts packed RGB pixels that come in pieces. */
export interface ColourCounter {
  /** Whole pixels, three bytes each; of so many fours of them one is counted. @param every 1 counts all */
  add(rgb: Uint8Array | Uint8ClampedArray, every?: number): void
  /** What was counted; the counter is done with then. */
  finish(): Histogram
}

/**
 * Pixels of each colour: those of a cube four levels wide beside each other, one line of the processor's memory. Of so large a table
 * memory is taken only where there is something.
 */
interface Table {
  /** What is left of each colour's number beside whole 256s. */
  pixels: Uint8Array
  /** The 256s of those that have any, in pixels. */
  more: Map<number, number>
  /** Pixels of each cube. */
  cubes: Uint32Array
}

/** Cubes four levels wide along a channel, and colours in one, as powers of two. */
const BITS = 6
const WITHIN = 6
const IN_CUBE = 1 << WITHIN
/** What each level of a channel adds to the place of a colour: the cube's, and that within it. @param channel 2 red, 1 green, 0 blue */
const placesOf = (channel: number) =>
  Int32Array.from({ length: 256 }, (_, v) => ((v >> 2) << (WITHIN + BITS * channel)) | ((v & 3) << (2 * channel)))
const [RED, GREEN, BLUE] = [placesOf(2), placesOf(1), placesOf(0)]

/** Counts one pixel. A function of the module, so that it is compiled into the loops that call it. */
function countOne({ pixels, more, cubes }: Table, r: number, g: number, b: number): void {
  const at = (RED[r] as number) | (GREEN[g] as number) | (BLUE[b] as number)
  const now = ((pixels[at] as number) + 1) & 255
  pixels[at] = now
  if (now === 0) more.set(at, (more.get(at) ?? 0) + 256)
  cubes[at >> WITHIN] = (cubes[at >> WITHIN] as number) + 1
}

/** Bytes of four pixels. */
export const FOUR = 12

/** Counts packed RGB pixels, four of every so many fours; answers how many it has counted. */
function countSome(table: Table, rgb: Uint8Array | Uint8ClampedArray, every: number): number {
  let counted = 0
  // Four pixels lie in three words, red lowest: reading words takes half the time of reading bytes.
  const words = rgb.byteOffset % 4 === 0 ? new Int32Array(rgb.buffer, rgb.byteOffset, Math.floor(rgb.length / FOUR) * 3) : new Int32Array()
  for (let i = 0; i < words.length; i += 3 * every) {
    const x = words[i] as number
    const y = words[i + 1] as number
    const z = words[i + 2] as number
    countOne(table, x & 255, (x >> 8) & 255, (x >> 16) & 255)
    countOne(table, x >>> 24, y & 255, (y >> 8) & 255)
    countOne(table, (y >> 16) & 255, y >>> 24, z & 255)
    countOne(table, (z >> 8) & 255, (z >> 16) & 255, z >>> 24)
    counted += 4
  }
  for (let from = words.length * 4; from < rgb.length; from += FOUR * every)
    for (let at = from; at < Math.min(from + FOUR, rgb.length); at += 3, counted++)
      countOne(table, rgb[at] as number, rgb[at + 1] as number, rgb[at + 2] as number)
  return counted
}

/** A table that nobody counts into: fetching the memory for one takes longer than counting a picture. */
let spare: Table | null = null

/** Counts the colours of pixels that come in pieces of any length. */
export function createColourCounter(): ColourCounter {
  const table = spare ?? { pixels: new Uint8Array(1 << 24), more: new Map(), cubes: new Uint32Array(1 << (3 * BITS)) }
  spare = null
  let total = 0
  return {
    add(rgb, every = 1) {
      total += countSome(table, rgb, every)
    },
    finish() {
      const found = { total, ...taken(table, total) }
      spare = table
      return found
    },
  }
}

/** The cube twice as wide that one is part of, of so many bits a channel. */
function wider(cube: number, bits: number): number {
  const mask = (1 << (bits - 1)) - 1
  return ((((cube >> (2 * bits + 1)) << (bits - 1)) | ((cube >> (bits + 1)) & mask)) << (bits - 1)) | ((cube >> 1) & mask)
}

/** Takes the colours out of a table, the rare ones told together. */
function taken({ pixels, more, cubes }: Table, total: number): Omit<Histogram, 'total'> {
  const [eights, sixteens] = [new Uint32Array(1 << 15), new Uint32Array(1 << 12)]
  for (let cube = 0; cube < cubes.length; cube++) {
    const many = cubes[cube] as number
    if (many === 0) continue
    const eight = wider(cube, BITS)
    const sixteen = wider(eight, BITS - 1)
    eights[eight] = (eights[eight] as number) + many
    sixteens[sixteen] = (sixteens[sixteen] as number) + many
  }
  const sums = new Float64Array(MOST_COLOURS * 4)
  const fours = new Uint32Array(pixels.buffer)
  let colours = 0
  const crowded = new Set([...more.keys()].map((at) => at >> WITHIN))
  /** Which of the colours a cube is told by, and one more. */
  const [byEight, bySixteen] = [new Uint16Array(eights.length), new Uint16Array(sixteens.length)]
  const among = (known: Uint16Array, cube: number) => {
    if (known[cube] === 0) known[cube] = ++colours
    return (known[cube] as number) - 1
  }
  for (let cube = 0; cube < cubes.length; cube++) {
    if (cubes[cube] === 0) continue
    const eight = wider(cube, BITS)
    const sixteen = wider(eight, BITS - 1)
    const together =
      (sixteens[sixteen] as number) <= total * DIVIDED.sixteen
        ? among(bySixteen, sixteen)
        : (eights[eight] as number) <= total * DIVIDED.eight
          ? among(byEight, eight)
          : (cubes[cube] as number) <= total * DIVIDED.four
            ? colours++
            : -1
    const common = crowded.has(cube)
    const [red, green, blue] = [(cube >> (2 * BITS)) << 2, ((cube >> BITS) & 63) << 2, (cube & 63) << 2]
    for (let n = 0, at = cube * IN_CUBE; n < IN_CUBE; n++, at++) {
      // Of most cubes most colours are not there: four are passed over at once.
      if (n % 4 === 0 && fours[at >> 2] === 0 && !common) {
        n += 3
        at += 3
        continue
      }
      const many = (pixels[at] as number) + (common ? (more.get(at) ?? 0) : 0)
      if (many === 0) continue
      pixels[at] = 0
      const place = (together < 0 ? colours++ : together) * 4
      sums[place] = (sums[place] as number) + many
      sums[place + 1] = (sums[place + 1] as number) + many * (red + (n >> 4))
      sums[place + 2] = (sums[place + 2] as number) + many * (green + ((n >> 2) & 3))
      sums[place + 3] = (sums[place + 3] as number) + many * (blue + (n & 3))
    }
    cubes[cube] = 0
  }
  more.clear()
  const means = new Uint8Array(colours * 3)
  const counts = new Uint32Array(colours)
  for (let n = 0; n < colours; n++) {
    const many = sums[n * 4] as number
    counts[n] = many
    for (let c = 0; c < 3; c++) means[n * 3 + c] = Math.round((sums[n * 4 + 1 + c] as number) / many)
  }
  return { colours: means, counts }
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
  const many = wide * high
  /** The mean of a square of pixels, put down at a place of the pairs. */
  const mean = (x: number, y: number, place: number) => {
    let [red, green, blue] = [0, 0, 0]
    for (let row = 0; row < high; row++)
      for (let at = ((y * side + row) * fullWidth + x * side) * 3, end = at + wide * 3; at < end; at += 3) {
        red += rgb[at] as number
        green += rgb[at + 1] as number
        blue += rgb[at + 2] as number
      }
    pairs[place] = Math.round(red / many)
    pairs[place + 1] = Math.round(green / many)
    pairs[place + 2] = Math.round(blue / many)
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
    mean(x, y, n)
    mean(across ? x + apart : x, across ? y : y + apart, n + 3)
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
/** 3: single colours where they are common, cubes of up to sixteen levels where they are rare. */
const VERSION = 3
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
  if (cells > MOST_COLOURS || pairs > MOST_PAIRS || bytes.length !== HEAD + cells * 7 + pairs * 6)
    return bad('The colour count has the wrong length.')
  const at = HEAD + cells * 3
  return ok({
    total,
    colours: bytes.slice(HEAD, at),
    counts: Uint32Array.from({ length: cells }, (_, i) => view.getUint32(at + i * 4)),
    pairs: bytes.slice(at + cells * 4),
  })
}

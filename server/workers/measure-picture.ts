import { open, readFile, rm } from 'node:fs/promises'
import sharp from 'sharp'
import {
  type ColourCount,
  type ColourCounter,
  createColourCounter,
  FOUR,
  type Histogram,
  packCount,
  readCount,
  sampleNeighbours,
} from '../../core/color/count/colour-count.ts'
import { inkedBy, throughTo } from '../../core/color/count/inked.ts'
import { followColour as follow } from '../../core/color/critical.ts'
import type { Engine, Source, Transform } from '../../core/color/engine/engine.ts'
import { analyse } from '../../core/color/measure/analyse.ts'
import { kindOfCount } from '../../core/color/measure/kind.ts'
import type { Measures } from '../../core/color/measure/measures.ts'
import type { CriticalColour } from '../../core/things/brief/critical.ts'
import type { PictureKind } from '../../core/things/brief/picture.ts'
import { loadEngine } from './engine.ts'
import { openPlainTiff } from './plain-tiff.ts'

export interface CountTask {
  picture: string
  width: number
  height: number
  channels: 'rgb' | 'grey' | 'cmyk'
  /** File of the picture's own profile, or null for sRGB. */
  source: string | null
  /** Files of printers' profiles: through them it is seen how dark the picture prints. */
  printers: string[]
  /** File for what is too large to be held in memory. */
  scratch: string
}

/** A count as bytes, and what the colours tell the picture is. */
export interface Counted {
  bytes: Uint8Array
  told: PictureKind
  inked: [number, number, number] | null
  /** Whether the picture's own profile can be joined to another. */
  joins: boolean
}

/** Pixels that are decoded into memory; more go by way of a file. */
const HELD_PIXELS = 64_000_000
const BAND_PIXELS = 4_000_000
/** Of a picture with fewer pixels all are counted; of others as many as this at least: four of so many, in turn, and of so many rows one. */
const ALL_PIXELS = 4_000_000
const COUNTED_PIXELS = 1_000_000
/** Of so many fours of pixels one is counted at the fewest, another in each row: so the rows are close together, and a share is good to 0.1 %. */
const MOST_APART = 6
/** Longer side of the picture that neighbours are compared in where the file's own pixels are not all in memory. */
const NEIGHBOURS_SIDE = 1500

/** A picture in its own numbers, as 8-bit RGB. */
const rgbOf = ({ picture, channels }: CountTask) =>
  sharp(picture, { limitInputPixels: false, ignoreIcc: channels !== 'cmyk', sequentialRead: true })
    .flatten({ background: '#fff' })
    .toColourspace('srgb')

/** Pixels of a picture, and where neighbours are looked for. */
interface Sampled {
  histogram: Histogram
  pairs: Uint8Array
}

/** Which pixels are counted: of so many rows one, and of so many fours along it one. */
interface Sampling {
  rows: number
  every: number
}

/** How a picture of so many pixels is sampled. */
function samplingOf(pixels: number): Sampling {
  const one = pixels < ALL_PIXELS ? 1 : Math.floor(pixels / COUNTED_PIXELS)
  const every = Math.min(MOST_APART, one)
  return { rows: Math.floor(one / every), every }
}

/** Adds the sampled pixels of packed rows. @param first which row of the picture they begin with */
function addRows(counter: ColourCounter, pixels: Uint8Array, rowBytes: number, { rows, every }: Sampling, first: number): void {
  for (let row = 0; row * rowBytes < pixels.length; row++) {
    // Of each so many rows the next one in turn, and along it a four further each time: stripes as far apart as what is left out
    // are met as often as they are there.
    const block = Math.floor((first + row) / rows)
    if ((first + row) % rows !== block % rows) continue
    const end = (row + 1) * rowBytes
    const from = row * rowBytes + ((Math.floor(block / rows) + (block % rows)) % every) * FOUR
    counter.add(pixels.subarray(Math.min(from, end), end), every)
  }
}

/** A picture that fits into memory is decoded once. */
async function sampleHeld(task: CountTask, sampling: Sampling): Promise<Sampled> {
  const { data, info } = await rgbOf(task).raw().toBuffer({ resolveWithObject: true })
  const counter = createColourCounter()
  addRows(counter, data, info.width * 3, sampling, 0)
  return { histogram: counter.finish(), pairs: sampleNeighbours(data, info.width, info.height) }
}

/** A larger one goes by way of a file, and its neighbours by way of a smaller picture. */
async function sampleLarge(task: CountTask, sampling: Sampling): Promise<Sampled> {
  const counter = createColourCounter()
  try {
    const { width, height } = await rgbOf(task).tiff({ compression: 'none' }).toFile(task.scratch)
    const file = await open(task.scratch, 'r')
    try {
      const rows = Math.max(1, Math.floor(BAND_PIXELS / width))
      const pixels = await openPlainTiff(file, width * 3)
      const band = new Uint8Array(rows * width * 3)
      for (let y = 0; y < height; y += rows) {
        const many = Math.min(rows, height - y)
        await pixels.rows(band, y, many)
        addRows(counter, band.subarray(0, many * width * 3), width * 3, sampling, y)
      }
    } finally {
      await file.close()
    }
  } finally {
    await rm(task.scratch, { force: true })
  }
  // One decoder at a time: some pictures have to be held whole while they are decoded.
  const size = { width: NEIGHBOURS_SIDE, height: NEIGHBOURS_SIDE, fit: 'inside', withoutEnlargement: true } as const
  const { data, info } = await rgbOf(task).resize(size).raw().toBuffer({ resolveWithObject: true })
  return { histogram: counter.finish(), pairs: sampleNeighbours(data, info.width, info.height) }
}

/** Whether colours can be converted from this space at all. */
function canJoin(engine: Engine, source: Source): boolean {
  try {
    engine.transform(source, 'rgb8', 'lab', 'labFloat', 'relative').free()
    return true
  } catch {
    return false
  }
}

/** Ways to printers that are kept built: those of one source to all printers, and of a few others. */
const KEPT_WAYS = 24
const ways = new Map<string, Promise<Transform | null>>()

/** The ways from a source, the file of a profile or sRGB, to printers: built once, for files never change, and used for many pictures. */
async function waysTo(engine: Engine, source: string | null, printers: readonly string[]): Promise<Transform[]> {
  const found = printers.map((printer) => {
    const key = `${source} ${printer}`
    const known = ways.get(key)
    const way =
      known ??
      (async () => {
        const own = source === null ? ('srgb' as const) : new Uint8Array(await readFile(source))
        return throughTo(engine, own, new Uint8Array(await readFile(printer)))
      })()
    // The last used goes to the end.
    ways.delete(key)
    ways.set(key, way)
    way.catch(() => ways.delete(key))
    return way
  })
  for (const [key, way] of [...ways].slice(0, Math.max(0, ways.size - KEPT_WAYS))) {
    ways.delete(key)
    void way.then((done) => done?.free())
  }
  return (await Promise.all(found)).flatMap((way) => way ?? [])
}

/** Counts the colours of a picture's own pixels, unscaled and in its own numbers; answers with the count as bytes and what they tell it is. */
export async function countPicture(task: CountTask): Promise<Counted> {
  const pixels = task.width * task.height
  const { histogram, pairs } = await (pixels <= HELD_PIXELS ? sampleHeld : sampleLarge)(task, samplingOf(pixels))
  const engine = await loadEngine()
  const own = task.source === null ? ('srgb' as const) : new Uint8Array(await readFile(task.source))
  const joins = canJoin(engine, own)
  // What cannot be converted is counted as sRGB, so that the picture can be looked at and the fault be said.
  const source = joins ? own : ('srgb' as const)
  return {
    bytes: packCount({ ...histogram, pairs }),
    told: kindOfCount(engine, histogram, source),
    inked: inkedBy(histogram, await waysTo(engine, joins ? task.source : null, task.printers)),
    joins,
  }
}

export interface MeasureTask {
  /** File of the colour count. */
  count: string
  /** File of the picture's own profile, or null for sRGB. */
  source: string | null
  /** File of the printer's profile. */
  printer: string
}

/** Profiles that are kept read, the last used: whose bytes are the same, stays open in the engine. */
const KEPT_PROFILES = 8
const profiles = new Map<string, Promise<Uint8Array>>()
function profileAt(file: string): Promise<Uint8Array> {
  const bytes = profiles.get(file) ?? readFile(file).then((read) => new Uint8Array(read))
  // The last used goes to the end.
  profiles.delete(file)
  profiles.set(file, bytes)
  bytes.catch(() => profiles.delete(file))
  for (const oldest of [...profiles.keys()].slice(0, Math.max(0, profiles.size - KEPT_PROFILES))) profiles.delete(oldest)
  return bytes
}

/** The count that was asked about last: a picture is held against one paper after the other. */
let lastCount: { file: string; count: ColourCount } | null = null
async function countAt(file: string): Promise<ColourCount> {
  if (lastCount?.file === file) return lastCount.count
  const read = readCount(new Uint8Array(await readFile(file)))
  if (!read.ok) throw new Error(read.problem.message)
  lastCount = { file, count: read.value }
  return read.value
}

/** What every intent does to the counted picture on one paper. */
export async function measurePicture({ count, source, printer }: MeasureTask): Promise<Measures> {
  const own = source === null ? ('srgb' as const) : await profileAt(source)
  return analyse(await loadEngine(), await countAt(count), own, await profileAt(printer))
}

/** Follows one colour to every paper. */
export async function followColour({
  rgb,
  source,
  profiles,
}: {
  rgb: [number, number, number]
  source: string | null
  profiles: { id: string; file: string }[]
}): Promise<Pick<CriticalColour, 'lab' | 'misses'>> {
  const own = source === null ? ('srgb' as const) : new Uint8Array(await readFile(source))
  const read = await Promise.all(profiles.map(async ({ id, file }) => ({ id, bytes: new Uint8Array(await readFile(file)) })))
  return follow(await loadEngine(), rgb, own, read)
}

import * as Comlink from 'comlink'
import { instantiate } from 'lcms-wasm'
import wasmUrl from 'lcms-wasm/dist/lcms.wasm?url'
import { countColours } from '../../core/color/count/colour-count.ts'
import { createEngine, type Engine, type Source } from '../../core/color/engine/engine.ts'
import { gamutDistances } from '../../core/color/gamut/gamut-distances.ts'
import { type HatchWish, hatchOutOfGamut } from '../../core/color/gamut/hatch.ts'
import { createSlicer, type LightnessSlice } from '../../core/color/gamut/slice.ts'
import { applyGrid, type Grid } from '../../core/color/grid.ts'
import type { Outcome } from '../../core/color/management/outcomes.ts'
import { workedGrid } from '../../core/color/management/worked.ts'
import { differenceGrid, displayGrid, originalGrid, proofGrid } from '../../core/color/proof.ts'
import { createReadout, type Readout } from '../../core/color/readout.ts'
import { type ToneCurve, toneCurve } from '../../core/color/tones/tone-curve.ts'
import { INTENTS, type Intent } from '../../core/things/media/intent.ts'
import { openPainter } from './painter.ts'

let engine: Promise<Engine> | null = null
const load = () => {
  engine ??= instantiate({ locateFile: () => wasmUrl }).then(createEngine)
  return engine
}

async function fetchBytes(url: string): Promise<Uint8Array<ArrayBuffer>> {
  const answer = await fetch(url)
  if (!answer.ok) throw new Error('A file needed for the proof is missing.')
  return new Uint8Array(await answer.arrayBuffer())
}

const profiles = new Map<string, Promise<Uint8Array>>()
/** A profile, fetched once. */
function profileAt(url: string): Promise<Uint8Array> {
  const held = profiles.get(url)
  if (held) return held
  const wanted = fetchBytes(url)
  wanted.catch(() => profiles.delete(url))
  profiles.set(url, wanted)
  return wanted
}

/** Pictures kept decoded: a preview, and windows of the file. */
const PICTURES = 3
function keep<T>(known: Map<string, T>, key: string, value: T): void {
  if (known.size >= PICTURES) known.delete(known.keys().next().value as string)
  known.set(key, value)
}

const pictures = new Map<string, ImageData>()
/** A preview's own numbers, not converted by the browser. */
async function pixelsOf(url: string): Promise<ImageData> {
  const known = pictures.get(url)
  if (known) return known
  const bitmap = await createImageBitmap(new Blob([await fetchBytes(url)]), { colorSpaceConversion: 'none' })
  const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d', { willReadFrequently: true })
  if (!context) throw new Error('This browser gives the proof no canvas to work on.')
  context.drawImage(bitmap, 0, 0)
  const pixels = context.getImageData(0, 0, bitmap.width, bitmap.height)
  keep(pictures, url, pixels)
  return pixels
}

/** One rendering of a picture on a paper. URLs; a null source means sRGB. */
export interface RenderingRequest {
  previewUrl: string
  sourceUrl: string | null
  printerUrl: string
  intent: Intent
  blackPoint: boolean
}

export interface ProofRequest extends Omit<RenderingRequest, 'printerUrl'> {
  /** Null shows only the original. */
  printerUrl: string | null
  paperWhite: boolean
  /** ΔE2000 from which colours that cannot be printed are hatched, or null for no hatching. */
  hatchFrom: number | null
  /** Shows how far each colour lies off instead of the proof. */
  map: boolean
  /** Printed in the printer's own greys: intent and compensation say nothing. */
  greys: boolean
  /** The original that the asker still has: it is not sent again. */
  has: string | null
}

export interface ProofAnswer {
  width: number
  height: number
  /** Null when the asker has it. */
  original: ImageBitmap | null
  /** Which original it is. */
  originalKey: string
  proof: ImageBitmap | null
  /** Milliseconds for the repaint, without fetching and decoding. */
  milliseconds: number
  by: 'graphics card' | 'processor'
}

const grids = new Map<string, Grid | Uint8Array>()
const KEPT = 40
function once<T extends Grid | Uint8Array>(key: string, make: () => T): T {
  const known = grids.get(key) as T | undefined
  if (known) return known
  const made = make()
  if (grids.size >= KEPT) grids.delete(grids.keys().next().value as string)
  grids.set(key, made)
  return made
}

/** Longest side of a worked picture, and of a candidate, pixels. */
const WORKED = 420
const CANDIDATE = 900

/** Every nth pixel of a preview, n so that its longer side becomes small enough. */
function smaller({ data, width, height }: ImageData, longest: number): ImageData {
  const step = Math.max(1, Math.ceil(Math.max(width, height) / longest))
  const [w, h] = [Math.max(1, Math.floor(width / step)), Math.max(1, Math.floor(height / step))]
  const from = new Uint32Array(data.buffer, data.byteOffset, width * height)
  const to = new Uint32Array(w * h)
  for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) to[y * w + x] = from[y * step * width + x * step] as number
  return new ImageData(new Uint8ClampedArray(to.buffer), w, h)
}

/** The name a page gives this worker to have it paint by a graphics card that the processor stands in for: to compare the two. */
const EVEN_SLOW = 'by any graphics card'
const painter = openPainter(self.name === EVEN_SLOW)
let lastBy: ProofAnswer['by'] = 'processor'

/** A picture through a grid, by the graphics card where there is one, else by the processor: the same, to the level. */
async function paint(picture: ImageData, grid: Grid, hatch: HatchWish | null = null): Promise<ImageBitmap> {
  const painted = painter?.paint(picture, grid, hatch)
  lastBy = painted ? 'graphics card' : 'processor'
  if (painted) return painted
  const { data, width, height } = picture
  const made = new Uint8ClampedArray(data.length)
  applyGrid(grid, data, made)
  if (hatch) hatchOutOfGamut(made, data, width, hatch)
  return createImageBitmap(new ImageData(made, width, height))
}

/** Everything a rendering needs, loaded. */
async function loaded({ previewUrl, sourceUrl, printerUrl, intent, blackPoint }: RenderingRequest) {
  const [cms, pixels, sourceBytes, printer] = await Promise.all([
    load(),
    pixelsOf(previewUrl),
    sourceUrl ? profileAt(sourceUrl) : null,
    profileAt(printerUrl),
  ])
  const source: Source = sourceBytes ?? 'srgb'
  return { cms, pixels, settings: { source, printer, intent, blackPoint } }
}

/** The way from a picture's numbers to the proof on the display. */
function proofOf(
  cms: Engine,
  { sourceUrl, printerUrl, intent, blackPoint }: RenderingRequest,
  settings: { source: Source; printer: Uint8Array; intent: Intent; blackPoint: boolean; greys?: boolean },
  paperWhite: boolean,
): Grid {
  return once(`proof ${sourceUrl} ${printerUrl} ${settings.greys ? 'greys' : `${intent} ${blackPoint}`} ${paperWhite}`, () =>
    proofGrid(
      cms,
      settings,
      once(`display ${printerUrl} ${paperWhite}`, () => displayGrid(cms, settings.printer, paperWhite)),
    ),
  )
}

/** How long nothing must be asked before time is spent ahead, milliseconds. */
const IDLE = 120
let ahead: ReturnType<typeof setTimeout> | undefined

/** Prepares the other renderings of what is on view, one at a time while nothing is asked: a change of intent then only repaints. */
function prepare(cms: Engine, request: RenderingRequest, source: Source, printer: Uint8Array, paperWhite: boolean): void {
  const others = INTENTS.flatMap((intent) => [true, false].map((blackPoint) => ({ intent, blackPoint })))
  const next = () => {
    const rendering = others.shift()
    if (!rendering) return
    proofOf(cms, { ...request, ...rendering }, { source, printer, ...rendering }, paperWhite)
    ahead = setTimeout(next)
  }
  clearTimeout(ahead)
  ahead = setTimeout(next, IDLE)
}

export type WorkedAnswer = Record<Outcome, ImageBitmap>

let follower: { key: string; readout: ReturnType<typeof createReadout> } | null = null
let slicer: { key: string; slice: ReturnType<typeof createSlicer> } | null = null

/** Packed RGB of RGBA, for counting. */
function withoutAlpha({ data, width, height }: ImageData): Uint8Array {
  const rgb = new Uint8Array(width * height * 3)
  for (let i = 0, at = 0; i < rgb.length; i += 3, at += 4) for (let c = 0; c < 3; c++) rgb[i + c] = data[at + c] as number
  return rgb
}

const api = {
  /** Original and proof of a preview, ready to show. */
  async proof(request: ProofRequest): Promise<ProofAnswer> {
    const { previewUrl, sourceUrl, printerUrl, intent, blackPoint, paperWhite, hatchFrom, map, greys, has } = request
    const [cms, pixels, sourceBytes, printer] = await Promise.all([
      load(),
      pixelsOf(previewUrl),
      sourceUrl ? profileAt(sourceUrl) : null,
      printerUrl ? profileAt(printerUrl) : null,
    ])
    const source: Source = sourceBytes ?? 'srgb'
    const begin = performance.now()
    const { width, height } = pixels
    const originalKey = `${previewUrl} ${sourceUrl}`
    const original =
      has === originalKey
        ? null
        : await paint(
            pixels,
            once(`original ${sourceUrl}`, () => originalGrid(cms, source)),
          )
    let proof: ImageBitmap | null = null
    if (printer && printerUrl) {
      const settings = { source, printer, intent, blackPoint, greys }
      const rendering = { previewUrl, sourceUrl, printerUrl, intent, blackPoint }
      const grid = map
        ? once(`map ${sourceUrl} ${printerUrl} ${greys ? 'greys' : `${intent} ${blackPoint}`}`, () => differenceGrid(cms, settings))
        : proofOf(cms, rendering, settings, paperWhite)
      const distances = () =>
        once(`gamut ${previewUrl} ${sourceUrl} ${printerUrl}`, () => gamutDistances(cms, source, printer, pixels.data))
      const hatched = hatchFrom !== null && !map && !greys
      proof = await paint(pixels, grid, hatched ? { distances: distances(), threshold: hatchFrom } : null)
      if (!map && !greys) prepare(cms, rendering, source, printer, paperWhite)
    }
    const answer = { width, height, original, originalKey, proof, milliseconds: performance.now() - begin, by: lastBy }
    return Comlink.transfer(
      answer,
      [original, proof].filter((bitmap) => bitmap !== null),
    )
  },

  /** One candidate, smaller, to be looked at beside others; `greys` as in a proof, `longest` its longest side, pixels. */
  async candidate(request: RenderingRequest, paperWhite: boolean, greys = false, longest = CANDIDATE): Promise<ImageBitmap> {
    const { cms, pixels, settings } = await loaded(request)
    const made = await paint(smaller(pixels, longest), proofOf(cms, request, { ...settings, greys }, paperWhite))
    return Comlink.transfer(made, [made])
  },

  /** Paper on which nothing is printed, as the display shows it: what a picture's white becomes there. */
  async white(printerUrl: string, paperWhite: boolean): Promise<[number, number, number]> {
    const [cms, printer] = await Promise.all([load(), profileAt(printerUrl)])
    const rendering = { previewUrl: '', sourceUrl: null, printerUrl, intent: 'relative', blackPoint: true } as const
    const pixel = new Uint8ClampedArray([255, 255, 255, 255])
    applyGrid(proofOf(cms, rendering, { source: 'srgb', printer, intent: 'relative', blackPoint: true }, paperWhite), pixel, pixel)
    const [r = 255, g = 255, b = 255] = pixel
    return [r, g, b]
  },

  /** What one pixel of the preview is, and what it becomes; x and y are shares of its width and height. */
  async readout(request: RenderingRequest, x: number, y: number): Promise<Readout> {
    const { cms, pixels, settings } = await loaded(request)
    const { sourceUrl, printerUrl, intent, blackPoint } = request
    const key = `${sourceUrl} ${printerUrl} ${intent} ${blackPoint}`
    if (follower?.key !== key) {
      follower?.readout.free()
      follower = { key, readout: createReadout(cms, settings) }
    }
    const column = Math.min(pixels.width - 1, Math.max(0, Math.floor(x * pixels.width)))
    const row = Math.min(pixels.height - 1, Math.max(0, Math.floor(y * pixels.height)))
    const at = (row * pixels.width + column) * 4
    return follower.readout.read([pixels.data[at] as number, pixels.data[at + 1] as number, pixels.data[at + 2] as number])
  },

  /** The picture's colours and the paper's gamut at one lightness. */
  async slice(request: RenderingRequest, lightness: number): Promise<LightnessSlice> {
    const { cms, pixels, settings } = await loaded(request)
    const key = `${request.previewUrl} ${request.sourceUrl} ${request.printerUrl}`
    if (slicer?.key !== key) {
      const count = countColours(withoutAlpha(pixels), pixels.width, pixels.height)
      slicer = { key, slice: createSlicer(cms, count, settings.source, settings.printer) }
    }
    return slicer.slice(lightness)
  },

  /** What becomes of a scale of greys. */
  async tones(request: RenderingRequest): Promise<ToneCurve> {
    const { cms, settings } = await loaded(request)
    return toneCurve(cms, settings)
  },

  /** The same print when colour is managed once, twice or not at all; small, for looking at side by side. */
  async worked(request: RenderingRequest): Promise<WorkedAnswer> {
    const { cms, pixels, settings } = await loaded(request)
    const small = smaller(pixels, WORKED)
    const { sourceUrl, printerUrl, intent, blackPoint } = request
    const make = (outcome: Outcome) =>
      paint(
        small,
        once(`worked ${outcome} ${sourceUrl} ${printerUrl} ${intent} ${blackPoint}`, () => workedGrid(cms, settings, outcome)),
      )
    const answer = { right: await make('right'), double: await make('double'), none: await make('none') }
    return Comlink.transfer(answer, Object.values(answer))
  },
}
export type ProofWorker = typeof api
Comlink.expose(api)

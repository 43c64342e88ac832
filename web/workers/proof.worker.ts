import * as Comlink from 'comlink'
import { instantiate } from 'lcms-wasm'
import wasmUrl from 'lcms-wasm/dist/lcms.wasm?url'
import { countColours } from '../../core/color/count/colour-count.ts'
import { createEngine, type Engine, type Source } from '../../core/color/engine/engine.ts'
import { hatchOutOfGamut } from '../../core/color/gamut/hatch.ts'
import { shareOutOfGamut } from '../../core/color/gamut/out-of-gamut.ts'
import { createSlicer, type LightnessSlice } from '../../core/color/gamut/slice.ts'
import { applyGrid, type Grid } from '../../core/color/grid.ts'
import type { Intent } from '../../core/color/intent.ts'
import type { Outcome } from '../../core/color/management/outcomes.ts'
import { workedGrid } from '../../core/color/management/worked.ts'
import { differenceGrid, displayGrid, gamutGrid, originalGrid, PROOF_GRID, proofGrid } from '../../core/color/proof.ts'
import { createReadout, type Readout } from '../../core/color/readout.ts'
import { type ToneCurve, toneCurve } from '../../core/color/tones/tone-curve.ts'

let engine: Promise<Engine> | null = null
const load = () => {
  engine ??= instantiate({ locateFile: () => wasmUrl }).then(createEngine)
  return engine
}

const files = new Map<string, Promise<Uint8Array>>()
const fetchBytes = (url: string) => {
  const held = files.get(url)
  if (held) return held
  const wanted = fetch(url).then(async (r) => {
    if (!r.ok) throw new Error('A file needed for the proof is missing.')
    return new Uint8Array(await r.arrayBuffer())
  })
  wanted.catch(() => files.delete(url))
  files.set(url, wanted)
  return wanted
}

let held: { url: string; pixels: ImageData } | null = null
/** The preview's own numbers, not converted by the browser. */
async function pixelsOf(url: string): Promise<ImageData> {
  if (held?.url === url) return held.pixels
  const bitmap = await createImageBitmap(new Blob([(await fetchBytes(url)) as Uint8Array<ArrayBuffer>]), { colorSpaceConversion: 'none' })
  const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d', { willReadFrequently: true })
  if (!context) throw new Error('This browser gives the proof no canvas to work on.')
  context.drawImage(bitmap, 0, 0)
  const pixels = context.getImageData(0, 0, bitmap.width, bitmap.height)
  held = { url, pixels }
  return pixels
}

/** The original as last shown: a change of intent leaves it as it is. */
let shown: { key: string; pixels: Uint8ClampedArray } | null = null
/** Share out of gamut by picture and paper: it does not depend on the intent. */
const shares = new Map<string, number>()

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
  /** The original that the asker still has: it is not sent again. */
  has: string | null
}

export interface ProofAnswer {
  width: number
  height: number
  /** Null when the asker has it. */
  original: Uint8ClampedArray | null
  /** Which original it is. */
  originalKey: string
  proof: Uint8ClampedArray | null
  /** 0…1, null without a printer profile. */
  outOfGamut: number | null
  /** Milliseconds for the repaint, without fetching and decoding. */
  milliseconds: number
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

interface Small {
  data: Uint8ClampedArray
  width: number
  height: number
}

/** Every nth pixel of a preview, n so that its longer side becomes small enough. */
function smaller({ data, width, height }: ImageData, longest: number): Small {
  const step = Math.max(1, Math.ceil(Math.max(width, height) / longest))
  const [w, h] = [Math.max(1, Math.floor(width / step)), Math.max(1, Math.floor(height / step))]
  const from = new Uint32Array(data.buffer, data.byteOffset, width * height)
  const to = new Uint32Array(w * h)
  for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) to[y * w + x] = from[y * step * width + x * step] as number
  return { data: new Uint8ClampedArray(to.buffer), width: w, height: h }
}

/** Everything a rendering needs, loaded. */
async function loaded({ previewUrl, sourceUrl, printerUrl, intent, blackPoint }: RenderingRequest) {
  const [cms, pixels, sourceBytes, printer] = await Promise.all([
    load(),
    pixelsOf(previewUrl),
    sourceUrl ? fetchBytes(sourceUrl) : null,
    fetchBytes(printerUrl),
  ])
  const source: Source = sourceBytes ?? 'srgb'
  return { cms, pixels, settings: { source, printer, intent, blackPoint } }
}

/** The way from a picture's numbers to the proof on the display. */
function proofOf(
  cms: Engine,
  { sourceUrl, printerUrl, intent, blackPoint }: RenderingRequest,
  settings: { source: Source; printer: Uint8Array; intent: Intent; blackPoint: boolean },
  paperWhite: boolean,
): Grid {
  return once(`proof ${sourceUrl} ${printerUrl} ${intent} ${blackPoint} ${paperWhite}`, () =>
    proofGrid(
      cms,
      settings,
      once(`display ${printerUrl} ${paperWhite}`, () => displayGrid(cms, settings.printer, paperWhite)),
    ),
  )
}

export type WorkedAnswer = Record<Outcome, Uint8ClampedArray> & { width: number; height: number }

let follower: { key: string; readout: ReturnType<typeof createReadout> } | null = null
let slicer: { key: string; slice: ReturnType<typeof createSlicer> } | null = null

/** Packed RGB of RGBA, for counting. */
function withoutAlpha({ data, width, height }: ImageData): Uint8Array {
  const rgb = new Uint8Array(width * height * 3)
  for (let i = 0, at = 0; i < rgb.length; i += 3, at += 4) for (let c = 0; c < 3; c++) rgb[i + c] = data[at + c] as number
  return rgb
}

const api = {
  /** Original and proof of a preview, as RGBA ready to show. */
  async proof(request: ProofRequest): Promise<ProofAnswer> {
    const { previewUrl, sourceUrl, printerUrl, intent, blackPoint, paperWhite, hatchFrom, map, has } = request
    const [cms, pixels, sourceBytes, printer] = await Promise.all([
      load(),
      pixelsOf(previewUrl),
      sourceUrl ? fetchBytes(sourceUrl) : null,
      printerUrl ? fetchBytes(printerUrl) : null,
    ])
    const source: Source = sourceBytes ?? 'srgb'
    const begin = performance.now()
    const originalKey = `${previewUrl} ${sourceUrl}`
    if (shown?.key !== originalKey) {
      const made = new Uint8ClampedArray(pixels.data.length)
      applyGrid(
        once(`original ${sourceUrl}`, () => originalGrid(cms, source)),
        pixels.data,
        made,
      )
      shown = { key: originalKey, pixels: made }
    }
    const original = has === originalKey ? null : shown.pixels.slice()
    let proof: Uint8ClampedArray | null = null
    let outOfGamut: number | null = null
    if (printer && printerUrl) {
      const settings = { source, printer, intent, blackPoint }
      const rendering = { previewUrl, sourceUrl, printerUrl, intent, blackPoint }
      proof = new Uint8ClampedArray(pixels.data.length)
      const grid = map
        ? once(`map ${sourceUrl} ${printerUrl} ${intent} ${blackPoint}`, () => differenceGrid(cms, settings))
        : proofOf(cms, rendering, settings, paperWhite)
      applyGrid(grid, pixels.data, proof)
      const distances = () => once(`gamut ${sourceUrl} ${printerUrl}`, () => gamutGrid(cms, source, printer))
      const shareKey = `${originalKey} ${printerUrl}`
      outOfGamut = shares.get(shareKey) ?? shareOutOfGamut(pixels.data, distances(), PROOF_GRID)
      shares.set(shareKey, outOfGamut)
      if (hatchFrom !== null && !map) hatchOutOfGamut(proof, pixels.data, pixels.width, distances(), PROOF_GRID, hatchFrom)
    }
    const { width, height } = pixels
    const answer = { width, height, original, originalKey, proof, outOfGamut, milliseconds: performance.now() - begin }
    return Comlink.transfer(answer, [...(original ? [original.buffer] : []), ...(proof ? [proof.buffer] : [])])
  },

  /** One candidate, smaller, to be looked at beside others. */
  async candidate(request: RenderingRequest, paperWhite: boolean): Promise<Small> {
    const { cms, pixels, settings } = await loaded(request)
    const { data, width, height } = smaller(pixels, CANDIDATE)
    applyGrid(proofOf(cms, request, settings, paperWhite), data, data)
    return Comlink.transfer({ data, width, height }, [data.buffer])
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
    const { data, width, height } = smaller(pixels, WORKED)
    const { sourceUrl, printerUrl, intent, blackPoint } = request
    const make = (outcome: Outcome) => {
      const made = new Uint8ClampedArray(data.length)
      applyGrid(
        once(`worked ${outcome} ${sourceUrl} ${printerUrl} ${intent} ${blackPoint}`, () => workedGrid(cms, settings, outcome)),
        data,
        made,
      )
      return made
    }
    return { width, height, right: make('right'), double: make('double'), none: make('none') }
  },
}
export type ProofWorker = typeof api
Comlink.expose(api)

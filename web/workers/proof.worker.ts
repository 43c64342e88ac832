import * as Comlink from 'comlink'
import { instantiate } from 'lcms-wasm'
import wasmUrl from 'lcms-wasm/dist/lcms.wasm?url'
import { createEngine, type Engine, type Source } from '../../core/color/engine/engine.ts'
import { hatchOutOfGamut } from '../../core/color/gamut/hatch.ts'
import { shareOutOfGamut } from '../../core/color/gamut/out-of-gamut.ts'
import { applyGrid, type Grid } from '../../core/color/grid.ts'
import type { Intent } from '../../core/color/intent.ts'
import type { Outcome } from '../../core/color/management/outcomes.ts'
import { workedGrid } from '../../core/color/management/worked.ts'
import { gamutGrid, originalGrid, PROOF_GRID, proofGrid } from '../../core/color/proof.ts'
import { createReadout, type Readout } from '../../core/color/readout.ts'

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

export interface ProofRequest {
  previewUrl: string
  /** Null means sRGB. */
  sourceUrl: string | null
  /** Null shows only the original. */
  printerUrl: string | null
  intent: Intent
  blackPoint: boolean
  paperWhite: boolean
  /** ΔE2000 from which colours that cannot be printed are hatched, or null for no hatching. */
  hatchFrom: number | null
}

export interface ProofAnswer {
  width: number
  height: number
  original: Uint8ClampedArray
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

/** Widest a worked picture is, pixels. */
const WORKED_WIDTH = 420

/** Every nth pixel of a preview, n so that it becomes small enough. */
function smaller({ data, width, height }: ImageData): { data: Uint8ClampedArray; width: number; height: number } {
  const step = Math.max(1, Math.ceil(Math.max(width, height) / WORKED_WIDTH))
  const [w, h] = [Math.max(1, Math.floor(width / step)), Math.max(1, Math.floor(height / step))]
  const from = new Uint32Array(data.buffer, data.byteOffset, width * height)
  const to = new Uint32Array(w * h)
  for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) to[y * w + x] = from[y * step * width + x * step] as number
  return { data: new Uint8ClampedArray(to.buffer), width: w, height: h }
}

export type WorkedAnswer = Record<Outcome, Uint8ClampedArray> & { width: number; height: number }

let follower: { key: string; readout: ReturnType<typeof createReadout> } | null = null

const api = {
  /** Original and proof of a preview, as RGBA ready to show. */
  async proof(request: ProofRequest): Promise<ProofAnswer> {
    const [cms, pixels, sourceBytes, printer] = await Promise.all([
      load(),
      pixelsOf(request.previewUrl),
      request.sourceUrl ? fetchBytes(request.sourceUrl) : null,
      request.printerUrl ? fetchBytes(request.printerUrl) : null,
    ])
    const source: Source = sourceBytes ?? 'srgb'
    const begin = performance.now()
    const { sourceUrl, printerUrl, intent, blackPoint, paperWhite, hatchFrom } = request
    const originalKey = `${request.previewUrl} ${sourceUrl}`
    if (shown?.key !== originalKey) {
      const made = new Uint8ClampedArray(pixels.data.length)
      applyGrid(
        once(`original ${sourceUrl}`, () => originalGrid(cms, source)),
        pixels.data,
        made,
      )
      shown = { key: originalKey, pixels: made }
    }
    const original = shown.pixels.slice()
    let proof: Uint8ClampedArray | null = null
    let outOfGamut: number | null = null
    if (printer) {
      proof = new Uint8ClampedArray(pixels.data.length)
      applyGrid(
        once(`proof ${sourceUrl} ${printerUrl} ${intent} ${blackPoint} ${paperWhite}`, () =>
          proofGrid(cms, { source, printer, intent, blackPoint, paperWhite }),
        ),
        pixels.data,
        proof,
      )
      const distances = once(`gamut ${sourceUrl} ${printerUrl}`, () => gamutGrid(cms, source, printer))
      outOfGamut = shareOutOfGamut(pixels.data, distances, PROOF_GRID)
      if (hatchFrom !== null) hatchOutOfGamut(proof, pixels.data, pixels.width, distances, PROOF_GRID, hatchFrom)
    }
    const answer = { width: pixels.width, height: pixels.height, original, proof, outOfGamut, milliseconds: performance.now() - begin }
    return Comlink.transfer(answer, [original.buffer, ...(proof ? [proof.buffer] : [])])
  },

  /** What one pixel of the preview is, and what it becomes; x and y are shares of its width and height. */
  async readout(request: Omit<ProofRequest, 'paperWhite' | 'hatchFrom'> & { printerUrl: string }, x: number, y: number): Promise<Readout> {
    const [cms, pixels, sourceBytes, printer] = await Promise.all([
      load(),
      pixelsOf(request.previewUrl),
      request.sourceUrl ? fetchBytes(request.sourceUrl) : null,
      fetchBytes(request.printerUrl),
    ])
    const { sourceUrl, printerUrl, intent, blackPoint } = request
    const key = `${sourceUrl} ${printerUrl} ${intent} ${blackPoint}`
    if (follower?.key !== key) {
      follower?.readout.free()
      follower = { key, readout: createReadout(cms, { source: sourceBytes ?? 'srgb', printer, intent, blackPoint }) }
    }
    const column = Math.min(pixels.width - 1, Math.max(0, Math.floor(x * pixels.width)))
    const row = Math.min(pixels.height - 1, Math.max(0, Math.floor(y * pixels.height)))
    const at = (row * pixels.width + column) * 4
    return follower.readout.read([pixels.data[at] as number, pixels.data[at + 1] as number, pixels.data[at + 2] as number])
  },

  /** The same print when colour is managed once, twice or not at all; small, for looking at side by side. */
  async worked(
    request: Pick<ProofRequest, 'previewUrl' | 'sourceUrl' | 'intent' | 'blackPoint'> & { printerUrl: string },
  ): Promise<WorkedAnswer> {
    const [cms, pixels, sourceBytes, printer] = await Promise.all([
      load(),
      pixelsOf(request.previewUrl),
      request.sourceUrl ? fetchBytes(request.sourceUrl) : null,
      fetchBytes(request.printerUrl),
    ])
    const { data, width, height } = smaller(pixels)
    const { sourceUrl, printerUrl, intent, blackPoint } = request
    const make = (outcome: Outcome) => {
      const made = new Uint8ClampedArray(data.length)
      applyGrid(
        once(`worked ${outcome} ${sourceUrl} ${printerUrl} ${intent} ${blackPoint}`, () =>
          workedGrid(cms, { source: sourceBytes ?? 'srgb', printer, intent, blackPoint }, outcome),
        ),
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

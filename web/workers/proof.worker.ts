import * as Comlink from 'comlink'
import { instantiate } from 'lcms-wasm'
import wasmUrl from 'lcms-wasm/dist/lcms.wasm?url'
import { createEngine, type Engine, type Source } from '../../core/color/engine/engine.ts'
import { shareOutOfGamut } from '../../core/color/gamut/out-of-gamut.ts'
import { applyGrid, type Grid } from '../../core/color/grid.ts'
import type { Intent } from '../../core/color/intent.ts'
import { gamutGrid, originalGrid, PROOF_GRID, proofGrid } from '../../core/color/proof.ts'

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
    const { sourceUrl, printerUrl, intent, blackPoint, paperWhite } = request
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
      outOfGamut = shareOutOfGamut(
        pixels.data,
        once(`gamut ${sourceUrl} ${printerUrl}`, () => gamutGrid(cms, source, printer)),
        PROOF_GRID,
      )
    }
    const answer = { width: pixels.width, height: pixels.height, original, proof, outOfGamut, milliseconds: performance.now() - begin }
    return Comlink.transfer(answer, [original.buffer, ...(proof ? [proof.buffer] : [])])
  },
}
export type ProofWorker = typeof api
Comlink.expose(api)

import { createWriteStream } from 'node:fs'
import { open, readFile, rename, rm } from 'node:fs/promises'
import { instantiate } from 'lcms-wasm'
import sharp from 'sharp'
import { createEngine, type Engine, type Source, type Transform } from '../../core/color/engine/engine.ts'
import type { Intent } from '../../core/color/intent.ts'
import { SYNC, writeHeader } from '../../core/pwg-raster/header.ts'
import { lineWriter } from '../../core/pwg-raster/lines.ts'
import type { PagePlan } from '../../core/render/page-plan.ts'
import { openPlainTiff } from './plain-tiff.ts'

sharp.cache(false)
sharp.concurrency(1)

export interface RenderPageTask {
  picture: string
  channels: 'rgb' | 'grey' | 'cmyk'
  /** File of the picture's own profile, or null for sRGB. */
  sourceProfile: string | null
  /** File of the printer's profile, or null when nothing is to be applied. */
  printerProfile: string | null
  intent: Intent
  blackPoint: boolean
  /** What the page data is marked as: device colour, or sRGB for the printer to manage. */
  tag: 'device3' | 'srgb'
  /** Leaves the numbers of the picture alone. */
  untouched: boolean
  plan: PagePlan
  mediaType: string
  maxPixels: number
  output: string
}

/** Rows converted at a time; bounds the memory of the colour engine. */
const BAND_ROWS = 64

let engine: Promise<Engine> | null = null
const loadEngine = () => {
  engine ??= instantiate().then((cms) => createEngine(cms))
  return engine
}

async function transformFor(task: RenderPageTask): Promise<Transform | null> {
  const cms = await loadEngine()
  const source: Source = task.sourceProfile && task.channels !== 'cmyk' ? new Uint8Array(await readFile(task.sourceProfile)) : 'srgb'
  const target: Source = task.printerProfile ? new Uint8Array(await readFile(task.printerProfile)) : 'srgb'
  if (task.untouched || (source === 'srgb' && target === 'srgb')) return null
  const format = task.channels === 'grey' && source !== 'srgb' ? 'grey8' : 'rgb8'
  return cms.transform(source, format, target, 'rgb8', target === 'srgb' ? 'relative' : task.intent, { blackPoint: task.blackPoint })
}

/** Scales, turns and converts the picture and writes the page as PWG Raster. Memory stays at a few bands of rows. */
export async function renderPage(task: RenderPageTask): Promise<void> {
  const { plan } = task
  const straight = `${task.output}.straight.tif`
  const scratch = `${task.output}.turned.tif`
  const oneChannel = task.channels === 'grey' && task.sourceProfile !== null && !task.untouched
  const sideways = plan.turn === 90 || plan.turn === 270
  const upright = sideways ? { width: plan.place.height, height: plan.place.width } : plan.place
  try {
    const options = { limitInputPixels: task.maxPixels, ignoreIcc: task.channels !== 'cmyk' }
    const scaled = sharp(task.picture, options)
      .autoOrient()
      .flatten({ background: '#fff' })
      .extract(plan.crop)
      .resize(upright.width, upright.height, { fit: 'fill', kernel: 'lanczos3' })
    const channels = oneChannel ? 1 : 3
    const space = oneChannel ? 'b-w' : 'srgb'
    await scaled.toColourspace(space).tiff({ compression: 'none' }).toFile(straight)
    // Turned in a second pass, so that the order of cropping, scaling and turning is ours.
    if (plan.turn === 0) await rename(straight, scratch)
    else
      await sharp(straight, { limitInputPixels: false })
        .rotate(plan.turn)
        .toColourspace(space)
        .tiff({ compression: 'none' })
        .toFile(scratch)
    await writePage(task, scratch, channels, await transformFor(task))
  } finally {
    await rm(scratch, { force: true })
    await rm(straight, { force: true })
  }
}

async function writePage(task: RenderPageTask, scratch: string, channels: number, transform: Transform | null): Promise<void> {
  const { plan } = task
  const { place, keep } = plan
  const partial = `${task.output}.part`
  const out = createWriteStream(partial)
  const failed = new Promise<never>((_, reject) => out.once('error', reject))
  const write = async (bytes: Uint8Array) => {
    if (!out.write(bytes)) await Promise.race([new Promise<void>((resolve) => out.once('drain', () => resolve())), failed])
  }
  await write(new TextEncoder().encode(SYNC))
  await write(
    writeHeader({
      ppi: plan.ppi,
      width: plan.width,
      height: plan.height,
      pageWidth: plan.pageWidth,
      pageHeight: plan.pageHeight,
      colour: task.tag,
      copies: 1,
      mediaType: task.mediaType,
    }),
  )
  const lines = lineWriter(plan.width)
  const row = new Uint8Array(plan.width * 3)
  const from = Math.max(0, place.left, keep.left)
  const to = Math.min(plan.width, place.left + place.width, keep.left + keep.width)
  const top = Math.max(0, place.top, keep.top)
  const bottom = Math.min(plan.height, place.top + place.height, keep.top + keep.height)
  const input = await open(scratch, 'r')
  const pixels = await openPlainTiff(input, place.width * channels)
  const band = new Uint8Array(place.width * channels * BAND_ROWS)
  let converted: Uint8Array = band
  let bandStart = Number.NEGATIVE_INFINITY
  try {
    for (let y = 0; y < plan.height; y++) {
      row.fill(255)
      if (y >= top && y < bottom && to > from) {
        const at = y - place.top
        if (at < bandStart || at >= bandStart + BAND_ROWS) {
          bandStart = at
          const rows = Math.min(BAND_ROWS, place.height - at)
          await pixels.rows(band, at, rows)
          const count = rows * place.width
          converted = transform ? (transform.run(band.subarray(0, count * channels), count) as Uint8Array) : band
        }
        const start = (at - bandStart) * place.width * 3
        row.set(converted.subarray(start + (from - place.left) * 3, start + (to - place.left) * 3), from * 3)
      }
      const done = lines.add(row)
      if (done) await write(done)
    }
    const last = lines.end()
    if (last) await write(last)
    await Promise.race([new Promise<void>((resolve) => out.end(resolve)), failed])
    await rename(partial, task.output)
  } finally {
    await input.close()
    transform?.free()
  }
}

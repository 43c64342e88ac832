import { createWriteStream } from 'node:fs'
import { open, readFile, rename, rm } from 'node:fs/promises'
import sharp from 'sharp'
import type { Source, Transform } from '../../core/color/engine/engine.ts'
import type { Intent } from '../../core/color/intent.ts'
import { SYNC, writeHeader } from '../../core/pwg-raster/header.ts'
import { lineWriter } from '../../core/pwg-raster/lines.ts'
import type { PagePlan, PixelRect } from '../../core/render/page-plan.ts'
import { loadEngine } from './engine.ts'
import { openPlainTiff } from './plain-tiff.ts'
import { textMask } from './text-mask.ts'
import { wrapSides } from './wrap-sides.ts'

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

async function transformFor(task: RenderPageTask): Promise<Transform | null> {
  const cms = await loadEngine()
  const source: Source = task.sourceProfile && task.channels !== 'cmyk' ? new Uint8Array(await readFile(task.sourceProfile)) : 'srgb'
  const target: Source = task.printerProfile ? new Uint8Array(await readFile(task.printerProfile)) : 'srgb'
  if (task.untouched || (source === 'srgb' && target === 'srgb')) return null
  const format = task.channels === 'grey' && source !== 'srgb' ? 'grey8' : 'rgb8'
  return cms.transform(source, format, target, 'rgb8', target === 'srgb' ? 'relative' : task.intent, { blackPoint: task.blackPoint })
}

/** The turned picture at its size on the page, as plain TIFF. */
async function scalePicture(task: RenderPageTask, place: PixelRect, scratch: string, space: 'b-w' | 'srgb'): Promise<void> {
  const { plan } = task
  const steps = [`${task.output}.straight.tif`, `${task.output}.wrapped.tif`] as const
  const sideways = plan.turn === 90 || plan.turn === 270
  const upright = sideways ? { width: place.height, height: place.width } : place
  const sides = plan.wrap ?? { x: 0, y: 0 }
  try {
    const options = { limitInputPixels: task.maxPixels, ignoreIcc: task.channels !== 'cmyk' }
    const scaled = sharp(task.picture, options)
      .autoOrient()
      .flatten({ background: '#fff' })
      .extract(plan.crop)
      .resize(Math.max(1, upright.width - 2 * sides.x), Math.max(1, upright.height - 2 * sides.y), { fit: 'fill', kernel: 'lanczos3' })
    await scaled.toColourspace(space).tiff({ compression: 'none' }).toFile(steps[0])
    if (plan.wrap) await wrapSides(steps[0], steps[1], plan.wrap)
    const whole = plan.wrap ? steps[1] : steps[0]
    // Turned in a pass of its own, so that the order of cropping, scaling and turning is ours.
    if (plan.turn === 0) await rename(whole, scratch)
    else
      await sharp(whole, { limitInputPixels: false }).rotate(plan.turn).toColourspace(space).tiff({ compression: 'none' }).toFile(scratch)
  } finally {
    for (const step of steps) await rm(step, { force: true })
  }
}

/** Scales, turns and converts the picture, sets the words, and writes the page as PWG Raster. Memory stays at a few bands of rows. */
export async function renderPage(task: RenderPageTask): Promise<void> {
  const { place } = task.plan
  const scratch = `${task.output}.turned.tif`
  const oneChannel = task.channels === 'grey' && task.sourceProfile !== null && !task.untouched
  try {
    if (place) await scalePicture(task, place, scratch, oneChannel ? 'b-w' : 'srgb')
    const rows = place ? await pictureRows(task, place, scratch, oneChannel ? 1 : 3) : null
    try {
      await writePage(task, rows, task.plan.text ? await textMask(task.plan.text, task.plan.ppi) : null)
    } finally {
      await rows?.close()
    }
  } finally {
    await rm(scratch, { force: true })
  }
}

/** The part of a row of the page that the picture covers. */
interface PictureRows {
  from: number
  to: number
  /** Device colour of row `y` of the page from `from` to `to`, or null outside. */
  row(y: number): Promise<Uint8Array | null>
  close(): Promise<void>
}

async function pictureRows(task: RenderPageTask, place: PixelRect, scratch: string, channels: number): Promise<PictureRows> {
  const { plan } = task
  const { keep } = plan
  const from = Math.max(0, place.left, keep.left)
  const to = Math.min(plan.width, place.left + place.width, keep.left + keep.width)
  const top = Math.max(0, place.top, keep.top)
  const bottom = Math.min(plan.height, place.top + place.height, keep.top + keep.height)
  const transform = await transformFor(task)
  const input = await open(scratch, 'r')
  const pixels = await openPlainTiff(input, place.width * channels)
  const band = new Uint8Array(place.width * channels * BAND_ROWS)
  let converted: Uint8Array = band
  let bandStart = Number.NEGATIVE_INFINITY
  return {
    from,
    to,
    async row(y) {
      if (y < top || y >= bottom || to <= from) return null
      const at = y - place.top
      if (at < bandStart || at >= bandStart + BAND_ROWS) {
        bandStart = at
        const rows = Math.min(BAND_ROWS, place.height - at)
        await pixels.rows(band, at, rows)
        const count = rows * place.width
        converted = transform ? (transform.run(band.subarray(0, count * channels), count) as Uint8Array) : band
      }
      const start = (at - bandStart) * place.width * 3
      return converted.subarray(start + (from - place.left) * 3, start + (to - place.left) * 3)
    },
    async close() {
      await input.close()
      transform?.free()
    },
  }
}

/** Lays one row of words over a row of the page, in the darkest the device has. */
function overlay(row: Uint8Array, y: number, plan: PagePlan, mask: Buffer): void {
  const { place } = plan.text ?? { place: { left: 0, top: 0, width: 0, height: 0 } }
  const { keep } = plan
  if (y < place.top || y >= place.top + place.height || y < keep.top || y >= keep.top + keep.height) return
  const from = Math.max(0, place.left, keep.left)
  const to = Math.min(plan.width, place.left + place.width, keep.left + keep.width)
  for (let x = from; x < to; x++) {
    const cover = (mask[(y - place.top) * place.width + x - place.left] as number) / 255
    if (cover > 0) for (let c = 0; c < 3; c++) row[x * 3 + c] = Math.round((row[x * 3 + c] as number) * (1 - cover))
  }
}

/** Fold marks on one row, as dark as the device prints. */
function strike(row: Uint8Array, y: number, { marks, keep, width }: PagePlan): void {
  for (const m of marks)
    if (y >= m.top && y < m.top + m.height && y >= keep.top && y < keep.top + keep.height)
      row.fill(0, Math.max(0, m.left, keep.left) * 3, Math.max(0, Math.min(width, m.left + m.width, keep.left + keep.width)) * 3)
}

async function writePage(task: RenderPageTask, picture: PictureRows | null, mask: Buffer | null): Promise<void> {
  const { plan } = task
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
  for (let y = 0; y < plan.height; y++) {
    row.fill(255)
    const colours = await picture?.row(y)
    if (colours) row.set(colours, (picture as PictureRows).from * 3)
    strike(row, y, plan)
    if (mask) overlay(row, y, plan, mask)
    const done = lines.add(row)
    if (done) await write(done)
  }
  const last = lines.end()
  if (last) await write(last)
  await Promise.race([new Promise<void>((resolve) => out.end(resolve)), failed])
  await rename(partial, task.output)
}

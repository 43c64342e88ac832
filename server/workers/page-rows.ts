import { open, readFile, rename, rm } from 'node:fs/promises'
import sharp, { type SharpOptions } from 'sharp'
import type { Source } from '../../core/color/engine/engine.ts'
import { fineGrid } from '../../core/color/fine-grid.ts'
import type { PagePlan, PixelRect } from '../../core/output/page/page-plan.ts'
import type { Intent } from '../../core/things/media/intent.ts'
import { loadEngine } from './engine.ts'
import { openPlainTiff } from './plain-tiff.ts'
import { shareConversion } from './shared-conversion.ts'
import { textMask } from './text-mask.ts'
import { wrapSides } from './wrap-sides.ts'

sharp.cache(false)
sharp.concurrency(2)

/** A page to be made from a picture and a plan. */
export interface PageTask {
  /** Null for words alone. */
  picture: string | null
  channels: 'rgb' | 'grey' | 'cmyk'
  /** File of the picture's own profile, or null for sRGB. */
  sourceProfile: string | null
  /** File of the printer's profile, or null when nothing is to be applied. */
  printerProfile: string | null
  intent: Intent
  blackPoint: boolean
  /** Leaves the numbers of the picture alone. */
  untouched: boolean
  plan: PagePlan
  /** Output sharpening, per cent; 0 for none. */
  sharpen: number
  /** Bits of each channel: 16 keeps the steps of a 16-bit picture. */
  bits: 8 | 16
  maxPixels: number
  output: string
}

/** Rows converted at a time; bounds the memory of the colour engine. */
const BAND_ROWS = 64

/** How a page's colours are converted, band by band. */
interface Conversion {
  /** Converts the first `count` pixels of the band. */
  run(count: number): Promise<PageRow>
  close(): Promise<void>
}

/** The conversion of the bands that lie in this memory; one that leaves them as they are when there is nothing to convert. */
async function conversionOf(task: PageTask, band: PageRow, channels: number): Promise<Conversion> {
  const cms = await loadEngine()
  const source: Source =
    task.sourceProfile && (task.channels !== 'cmyk' || channels === INKS) ? new Uint8Array(await readFile(task.sourceProfile)) : 'srgb'
  const target: Source = task.printerProfile ? new Uint8Array(await readFile(task.printerProfile)) : 'srgb'
  // A picture in the printer's own numbers is handed through: converting it again would only round it.
  const same = task.sourceProfile !== null && task.sourceProfile === task.printerProfile
  if (task.untouched || same || (source === 'srgb' && target === 'srgb')) return { run: async () => band, close: async () => undefined }
  const grey = task.channels === 'grey' && source !== 'srgb'
  const intent = target === 'srgb' ? 'relative' : task.intent
  // From the four inks straight to the printer's numbers: by way of sRGB what lies between the two would be lost.
  if (channels === INKS) {
    const out = task.bits === 16 ? 'rgb16' : 'rgb8'
    const transform = cms.transform(source, 'cmyk8', target, out, intent, { blackPoint: target === 'srgb' ? true : task.blackPoint })
    return {
      run: async (count) => transform.run(band.subarray(0, count * channels), count) as PageRow,
      close: async () => transform.free(),
    }
  }
  if (task.bits === 8 && !grey) {
    const shared = shareConversion(fineGrid(cms, source, target, intent, task.blackPoint), band as Uint8Array)
    return {
      async run(count) {
        await shared.run(count)
        return band
      },
      close: shared.close,
    }
  }
  const [from, to] = task.bits === 16 ? ([grey ? 'grey16' : 'rgb16', 'rgb16'] as const) : ([grey ? 'grey8' : 'rgb8', 'rgb8'] as const)
  const transform = cms.transform(source, from, target, to, intent, { blackPoint: task.blackPoint })
  return {
    run: async (count) => transform.run(band.subarray(0, count * channels), count) as PageRow,
    close: async () => transform.free(),
  }
}

/**
 * Strength of output sharpening for libvips: its unsharp mask at a radius of 0.8 pixels of the page, only on edges, and
 * at 100 % twice the difference added back. Common practice: what a print loses to the spread of ink.
 */
const sharpening = (percent: number) => ({ sigma: 0.8, m1: 0, m2: (2 * percent) / 100, x1: 1, y2: 10, y3: 10 })

/** Turns a picture file. libvips holds the whole of it in memory to do so, which is why the smaller file is turned. */
async function turned(from: string, to: string, turn: number, space: Space): Promise<void> {
  const picture = sharp(from, { limitInputPixels: false })
  await (space === 'cmyk' ? picture.pipelineColourspace('cmyk') : picture)
    .rotate(turn)
    .toColourspace(space)
    .tiff({ compression: 'none' })
    .toFile(to)
}

/**
 * The turned picture at its size on the page, as plain TIFF. Turning comes before scaling when the page is larger than
 * the picture, else after it; scaling and wrapping do the same either way.
 */
async function scalePicture(task: PageTask, place: PixelRect, scratch: string, space: Space): Promise<void> {
  const { plan } = task
  const steps = [1, 2, 3].map((n) => `${task.output}.step-${n}.tif`) as [string, string, string]
  const sideways = plan.turn === 90 || plan.turn === 270
  const first = plan.turn !== 0 && plan.crop.width * plan.crop.height < place.width * place.height
  // Before it is turned the picture stands upright, and so do its place and the sides of a wrap.
  const swap = sideways && !first
  const size = swap ? { width: place.height, height: place.width } : { width: place.width, height: place.height }
  const upright = plan.wrap ?? { x: 0, y: 0 }
  const sides = sideways && first ? { x: upright.y, y: upright.x } : { x: upright.x, y: upright.y }
  // Told to, it leaves four inks four inks.
  const open = (file: string | undefined, options: SharpOptions) =>
    space === 'cmyk' ? sharp(file, options).pipelineColourspace('cmyk') : sharp(file, options)
  const cropped = () =>
    open(task.picture ?? undefined, { limitInputPixels: task.maxPixels, ignoreIcc: task.channels !== 'cmyk' || space === 'cmyk' })
      .autoOrient()
      .flatten({ background: '#fff' })
      .extract(plan.crop)
  try {
    if (first) {
      await cropped().toColourspace(space).tiff({ compression: 'none' }).toFile(steps[0])
      await turned(steps[0], steps[1], plan.turn, space)
    }
    const scaled = (first ? open(steps[1], { limitInputPixels: false }) : cropped()).resize(
      Math.max(1, size.width - 2 * sides.x),
      Math.max(1, size.height - 2 * sides.y),
      { fit: 'fill', kernel: 'lanczos3' },
    )
    // The picture is mirrored about its own upright axis, however it lies.
    if (plan.mirror) first && sideways ? scaled.flip() : scaled.flop()
    if (task.sharpen > 0) scaled.sharpen(sharpening(task.sharpen))
    await scaled.toColourspace(space).tiff({ compression: 'none' }).toFile(steps[2])
    if (plan.wrap) {
      await wrapSides(steps[2], steps[0], { ...plan.wrap, ...sides })
      await rename(steps[0], steps[2])
    }
    if (plan.turn === 0 || first) await rename(steps[2], scratch)
    else await turned(steps[2], scratch, plan.turn, space)
  } finally {
    for (const step of steps) await rm(step, { force: true })
  }
}

type Space = 'b-w' | 'srgb' | 'grey16' | 'rgb16' | 'cmyk'
/** Channels of a picture in four inks. */
const INKS = 4
export type PageRow = Uint8Array | Uint16Array

/** The part of a row of the page that the picture covers. */
interface PictureRows {
  from: number
  to: number
  /** Device colour of row `y` of the page from `from` to `to`, or null outside. */
  row(y: number): Promise<PageRow | null>
  close(): Promise<void>
}

async function pictureRows(task: PageTask, place: PixelRect, scratch: string, channels: number): Promise<PictureRows> {
  const { plan } = task
  const { keep } = plan
  const from = Math.max(0, place.left, keep.left)
  const to = Math.min(plan.width, place.left + place.width, keep.left + keep.width)
  const top = Math.max(0, place.top, keep.top)
  const bottom = Math.min(plan.height, place.top + place.height, keep.top + keep.height)
  const input = await open(scratch, 'r')
  const wide = task.bits === 16 && channels !== INKS
  const pixels = await openPlainTiff(input, place.width * channels * (wide ? 2 : 1))
  // Seen by both threads that convert it.
  const bytes = new Uint8Array(new SharedArrayBuffer(place.width * channels * BAND_ROWS * (wide ? 2 : 1)))
  const band = wide ? new Uint16Array(bytes.buffer) : bytes
  const conversion = await conversionOf(task, band, channels)
  let converted: PageRow = band
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
        await pixels.rows(bytes, at, rows)
        converted = await conversion.run(rows * place.width)
      }
      const start = (at - bandStart) * place.width * 3
      return converted.subarray(start + (from - place.left) * 3, start + (to - place.left) * 3)
    },
    async close() {
      await input.close()
      await conversion.close()
    },
  }
}

/** Lays one row of words over a row of the page, in the darkest the device has. */
function overlay(row: PageRow, y: number, plan: PagePlan, { place, mask }: { place: PixelRect; mask: Buffer }): void {
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
function strike(row: PageRow, y: number, { marks, keep, width }: PagePlan): void {
  for (const m of marks)
    if (y >= m.top && y < m.top + m.height && y >= keep.top && y < keep.top + keep.height)
      row.fill(0, Math.max(0, m.left, keep.left) * 3, Math.max(0, Math.min(width, m.left + m.width, keep.left + keep.width)) * 3)
}

/**
 * Makes a page row by row in order, RGB: the picture scaled, turned and converted, words and marks laid over it. Memory
 * stays at a few bands of rows; the scaled picture waits on disk and is removed.
 */
export async function pageRows(task: PageTask, use: (row: PageRow) => Promise<void>): Promise<void> {
  const { plan } = task
  const { place } = plan
  const scratch = `${task.output}.turned.tif`
  const oneChannel = task.channels === 'grey' && task.sourceProfile !== null && !task.untouched
  const wide = task.bits === 16
  const inks = task.channels === 'cmyk' && task.sourceProfile !== null && !task.untouched
  const space = inks ? 'cmyk' : oneChannel ? (wide ? 'grey16' : 'b-w') : wide ? 'rgb16' : 'srgb'
  try {
    if (place) await scalePicture(task, place, scratch, space)
    const picture = place ? await pictureRows(task, place, scratch, inks ? INKS : oneChannel ? 1 : 3) : null
    const words = await Promise.all(plan.words.map(async (of) => ({ place: of.place, mask: await textMask(of, plan.ppi) })))
    const row = wide ? new Uint16Array(plan.width * 3) : new Uint8Array(plan.width * 3)
    try {
      for (let y = 0; y < plan.height; y++) {
        row.fill(wide ? 65_535 : 255)
        const colours = await picture?.row(y)
        if (colours) row.set(colours, (picture as PictureRows).from * 3)
        strike(row, y, plan)
        for (const of of words) overlay(row, y, plan, of)
        await use(row)
      }
    } finally {
      await picture?.close()
    }
  } finally {
    await rm(scratch, { force: true })
  }
}

import { readFile, rm } from 'node:fs/promises'
import type { Source } from '../../core/color/engine/engine.ts'
import { fineGrid } from '../../core/color/fine-grid.ts'
import type { PagePlan, PicturePlan, PixelRect } from '../../core/output/page/page-plan.ts'
import { loadEngine } from './engine.ts'
import { INKS, type PictureSource, type Raw, type Reading, rawOf } from './picture-source.ts'
import { openScaled, type ScaledPicture, type ScaledRows, scalePicture } from './scale-picture.ts'
import { shareConversion } from './shared-conversion.ts'
import { textMask } from './text-mask.ts'

/** A page to be made from pictures and a plan. */
export interface PageTask extends Reading {
  plan: PagePlan
  /** One for each picture of the plan. */
  pictures: readonly PictureSource[]
  /** File of the printer's profile, or null when nothing is to be applied. */
  printerProfile: string | null
  blackPoint: boolean
  output: string
}

/** A page as whoever asks for it says it: how many bits and where it goes is the file's. */
export type PageOf = Omit<PageTask, 'bits' | 'output'>

/** Rows converted at a time; bounds the memory of the colour engine. */
const BAND_ROWS = 64

export type PageRow = Uint8Array | Uint16Array

/** How colours are converted, band by band. */
interface Conversion {
  /** The memory a band of pixels is read into, as bytes. */
  bytes: Uint8Array
  /** Converts its first `count` pixels. What it answers is good until the next call. */
  run(count: number): Promise<PageRow>
  close(): Promise<void>
}

/** A conversion of bands of up to `pixels` pixels; one that leaves them as they are where there is nothing to convert. */
async function conversionOf(task: PageTask, of: PictureSource, raw: Raw, pixels: number): Promise<Conversion> {
  const { channels, wide } = raw
  // Seen by both threads that convert it.
  const bytes = new Uint8Array(new SharedArrayBuffer(pixels * channels * (wide ? 2 : 1)))
  const band: PageRow = wide ? new Uint16Array(bytes.buffer) : bytes
  const cms = await loadEngine()
  const source: Source =
    of.sourceProfile && (of.channels !== 'cmyk' || channels === INKS) ? new Uint8Array(await readFile(of.sourceProfile)) : 'srgb'
  const target: Source = task.printerProfile ? new Uint8Array(await readFile(task.printerProfile)) : 'srgb'
  // A picture in the printer's own numbers is handed through: converting it again would only round it.
  const same = of.sourceProfile !== null && of.sourceProfile === task.printerProfile
  if (task.untouched || same || (source === 'srgb' && target === 'srgb'))
    return { bytes, run: async () => band, close: async () => undefined }
  const grey = of.channels === 'grey' && source !== 'srgb'
  const intent = target === 'srgb' ? 'relative' : of.intent
  // From the four inks straight to the printer's numbers: by way of sRGB what lies between the two would be lost.
  if (channels === INKS) {
    const out = task.bits === 16 ? 'rgb16' : 'rgb8'
    const transform = cms.transform(source, 'cmyk8', target, out, intent, { blackPoint: target === 'srgb' ? true : task.blackPoint })
    return {
      bytes,
      run: async (count) => transform.run(band.subarray(0, count * channels), count) as PageRow,
      close: async () => transform.free(),
    }
  }
  if (task.bits === 8 && !grey) {
    const shared = shareConversion(fineGrid(cms, source, target, intent, task.blackPoint), band as Uint8Array)
    return {
      bytes,
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
    bytes,
    run: async (count) => transform.run(band.subarray(0, count * channels), count) as PageRow,
    close: async () => transform.free(),
  }
}

/** One conversion for all pictures that are converted alike: making one costs more than many bands. */
function conversionsOf(task: PageTask) {
  const keyOf = ({ channels, sourceProfile, intent }: PictureSource) => `${channels} ${sourceProfile} ${intent}`
  const widest = new Map<string, number>()
  for (const [i, of] of task.pictures.entries()) {
    const width = task.plan.pictures[i]?.place.width ?? 0
    widest.set(keyOf(of), Math.max(widest.get(keyOf(of)) ?? 0, width))
  }
  const made = new Map<string, Promise<Conversion>>()
  return {
    for(of: PictureSource): Promise<Conversion> {
      const key = keyOf(of)
      const known = made.get(key) ?? conversionOf(task, of, rawOf(task, of), (widest.get(key) ?? 1) * BAND_ROWS)
      made.set(key, known)
      return known
    },
    async close() {
      for (const conversion of made.values()) await conversion.then((c) => c.close())
    },
  }
}

/** The part of the rows of a page that a picture covers. */
interface PictureRows {
  from: number
  /** First row of the page that it covers, and the first it does not. */
  top: number
  bottom: number
  /** Device colour of row `y` of the page, from `from` on. */
  row(y: number): Promise<PageRow>
  close(): Promise<void>
}

/** Reads a scaled picture band by band as the page comes to it: opened at its first row, let go after its last. */
function pictureRows(
  task: PageTask,
  of: PictureSource,
  { place }: PicturePlan,
  scaled: ScaledPicture,
  conversions: ReturnType<typeof conversionsOf>,
): PictureRows {
  const { plan } = task
  const { keep } = plan
  const raw = rawOf(task, of)
  const from = Math.max(0, place.left, keep.left)
  const to = Math.min(plan.width, place.left + place.width, keep.left + keep.width)
  const top = Math.max(0, place.top, keep.top)
  const bottom = to <= from ? top : Math.min(plan.height, place.top + place.height, keep.top + keep.height)
  let pixels: ScaledRows | null = null
  let own: PageRow | null = null
  let bandStart = Number.NEGATIVE_INFINITY
  return {
    from,
    top,
    bottom,
    async row(y) {
      pixels ??= await openScaled(scaled, place, raw)
      own ??= task.bits === 16 ? new Uint16Array(place.width * 3 * BAND_ROWS) : new Uint8Array(place.width * 3 * BAND_ROWS)
      const at = y - place.top
      if (at < bandStart || at >= bandStart + BAND_ROWS) {
        bandStart = at
        const rows = Math.min(BAND_ROWS, place.height - at)
        const conversion = await conversions.for(of)
        await pixels.rows(conversion.bytes, at, rows)
        const converted = await conversion.run(rows * place.width)
        own.set(converted.subarray(0, rows * place.width * 3))
      }
      const start = (at - bandStart) * place.width * 3
      return own.subarray(start + (from - place.left) * 3, start + (to - place.left) * 3)
    },
    async close() {
      await pixels?.close()
      pixels = null
      own = null
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

/** Pictures of a page that come to the same pixels: they are scaled once. */
const sameScaled = (of: PictureSource, { crop, turn, mirror, place, wrap }: PicturePlan): string =>
  JSON.stringify([of.file, of.channels, of.sourceProfile, of.sharpen, crop, turn, mirror, place.width, place.height, wrap])

/**
 * Makes a page row by row in order, RGB: the pictures scaled, turned and converted, words and marks laid over them. Memory
 * stays at a few bands of rows; scaled pictures wait on disk and are removed.
 */
export async function pageRows(task: PageTask, use: (row: PageRow) => Promise<void>): Promise<void> {
  const { plan } = task
  const wide = task.bits === 16
  const scaled = new Map<string, ScaledPicture>()
  const conversions = conversionsOf(task)
  const pictures: PictureRows[] = []
  try {
    for (const [i, of] of task.pictures.entries()) {
      const at = plan.pictures[i]
      if (!at) continue
      const key = sameScaled(of, at)
      const picture = scaled.get(key) ?? (await scalePicture(task, of, at, `${task.output}.${i}.turned.tif`))
      scaled.set(key, picture)
      pictures.push(pictureRows(task, of, at, picture, conversions))
    }
    const words = await Promise.all(plan.words.map(async (of) => ({ place: of.place, mask: await textMask(of, plan.ppi) })))
    const row = wide ? new Uint16Array(plan.width * 3) : new Uint8Array(plan.width * 3)
    for (let y = 0; y < plan.height; y++) {
      row.fill(wide ? 65_535 : 255)
      for (const picture of pictures) {
        if (y < picture.top || y >= picture.bottom) continue
        row.set(await picture.row(y), picture.from * 3)
        if (y === picture.bottom - 1) await picture.close()
      }
      strike(row, y, plan)
      for (const of of words) overlay(row, y, plan, of)
      await use(row)
    }
  } finally {
    for (const picture of pictures) await picture.close()
    await conversions.close()
    for (const { file } of scaled.values()) await rm(file, { force: true })
  }
}

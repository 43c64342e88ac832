import { open, rename, rm } from 'node:fs/promises'
import sharp, { type SharpOptions } from 'sharp'
import { enlargement } from '../../core/output/enlarge/enlarge.ts'
import type { PicturePlan } from '../../core/output/page/page-plan.ts'
import { type PictureSource, type Raw, type Reading, rawOf, type Space } from './picture-source.ts'
import { openPlainTiff } from './plain-tiff.ts'
import { wrapSides } from './wrap-sides.ts'

sharp.cache(false)
sharp.concurrency(2)

interface Size {
  width: number
  height: number
}

/** A picture as it lies on the page, in a plain TIFF; at its size there, or at its own where it is enlarged as it is read. */
export interface ScaledPicture {
  file: string
  size: Size
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
 * Whether a picture is enlarged as it is read, row by row: of 8-bit RGB, where nothing is done to it after it is scaled.
 * libvips takes three times as long to enlarge as to do all the rest.
 */
function enlargedAsRead(space: Space, { sharpen }: PictureSource, { crop, turn, place, wrap }: PicturePlan): boolean {
  const [across, down] = turn === 90 || turn === 270 ? [crop.height, crop.width] : [crop.width, crop.height]
  const larger = across * down < place.width * place.height
  return space === 'srgb' && sharpen === 0 && wrap === null && larger && across <= place.width && down <= place.height
}

/**
 * The turned picture as it lies on the page, as plain TIFF. Turning comes before scaling when the page is larger than
 * the picture, else after it; scaling and wrapping do the same either way.
 */
export async function scalePicture(reading: Reading, of: PictureSource, plan: PicturePlan, scratch: string): Promise<ScaledPicture> {
  const { crop, turn, place } = plan
  const { space } = rawOf(reading, of)
  const steps = [1, 2, 3].map((n) => `${scratch}.step-${n}.tif`) as [string, string, string]
  const sideways = turn === 90 || turn === 270
  const first = turn !== 0 && crop.width * crop.height < place.width * place.height
  // Before it is turned the picture stands upright, and so do its place and the sides of a wrap.
  const swap = sideways && !first
  const size = swap ? { width: place.height, height: place.width } : { width: place.width, height: place.height }
  const upright = plan.wrap ?? { x: 0, y: 0 }
  const sides = sideways && first ? { x: upright.y, y: upright.x } : { x: upright.x, y: upright.y }
  // Told to, it leaves four inks four inks.
  const opened = (file: string, options: SharpOptions) =>
    space === 'cmyk' ? sharp(file, options).pipelineColourspace('cmyk') : sharp(file, options)
  // The picture is mirrored about its own upright axis, however it will lie.
  const cropped = () =>
    opened(of.file, { limitInputPixels: reading.maxPixels, ignoreIcc: of.channels !== 'cmyk' || space === 'cmyk' })
      .autoOrient()
      .flatten({ background: '#fff' })
      .extract(crop)
      .flop(plan.mirror)
  try {
    if (first) {
      await cropped().toColourspace(space).tiff({ compression: 'none' }).toFile(steps[0])
      await turned(steps[0], steps[1], turn, space)
    }
    if (enlargedAsRead(space, of, plan)) {
      if (!first) await cropped().toColourspace(space).tiff({ compression: 'none' }).toFile(steps[1])
      await rename(steps[1], scratch)
      return { file: scratch, size: sideways ? { width: crop.height, height: crop.width } : { width: crop.width, height: crop.height } }
    }
    const scaled = (first ? opened(steps[1], { limitInputPixels: false }) : cropped()).resize(
      Math.max(1, size.width - 2 * sides.x),
      Math.max(1, size.height - 2 * sides.y),
      { fit: 'fill', kernel: 'lanczos3' },
    )
    if (of.sharpen > 0) scaled.sharpen(sharpening(of.sharpen))
    await scaled.toColourspace(space).tiff({ compression: 'none' }).toFile(steps[2])
    if (plan.wrap) {
      await wrapSides(steps[2], steps[0], { ...plan.wrap, ...sides })
      await rename(steps[0], steps[2])
    }
    if (turn === 0 || first) await rename(steps[2], scratch)
    else await turned(steps[2], scratch, turn, space)
    return { file: scratch, size: { width: place.width, height: place.height } }
  } finally {
    for (const step of steps) await rm(step, { force: true })
  }
}

/** Rows of a picture at its size on the page, in order, a few at a time. */
export interface ScaledRows {
  /** Fills `into` with `count` rows from row `first`. */
  rows(into: Uint8Array, first: number, count: number): Promise<void>
  close(): Promise<void>
}

export async function openScaled({ file, size }: ScaledPicture, place: Size, { channels, wide }: Raw): Promise<ScaledRows> {
  const input = await open(file, 'r')
  const rowBytes = size.width * channels * (wide ? 2 : 1)
  const close = () => input.close()
  const pixels = await openPlainTiff(input, rowBytes).catch(async (error) => {
    await close()
    throw error
  })
  if (size.width === place.width && size.height === place.height) return { rows: pixels.rows, close }
  const larger = enlargement(size, place)
  let read = new Uint8Array(0)
  return {
    async rows(into, first, count) {
      const need = larger.from(first, count)
      if (read.length < need.count * rowBytes) read = new Uint8Array(need.count * rowBytes)
      await pixels.rows(read, need.first, need.count)
      larger.rows(read, first, count, into)
    },
    close,
  }
}

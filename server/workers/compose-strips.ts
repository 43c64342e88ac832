import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import type { Source } from '../../core/color/engine/engine.ts'
import { fineGrid } from '../../core/color/fine-grid.ts'
import { applyGrid } from '../../core/color/grid.ts'
import { deviceRenderingGrid } from '../../core/color/proof.ts'
import { applyTable } from '../../core/color/tetrahedra/table.ts'
import type { PixelRect } from '../../core/output/page/page-plan.ts'
import type { Intent } from '../../core/things/media/intent.ts'
import { criticalRegion } from '../../core/work/strips/critical-region.ts'
import { textOutlines } from '../documents/text-outlines.ts'
import { loadEngine } from './engine.ts'
import { openTiff } from './tiff-writer.ts'

interface Rendering {
  /** File of the printer's profile. */
  profile: string
  intent: Intent
  blackPoint: boolean
}

export interface CriticalDetailTask {
  preview: string
  /** File of the picture's own profile, or null for sRGB. */
  source: string | null
  renderings: Rendering[]
  /** Size of the window as shares of the picture's sides. */
  window: { w: number; h: number }
}

const sourceOf = async (file: string | null): Promise<Source> => (file === null ? 'srgb' : new Uint8Array(await readFile(file)))
/** Longest side on which the critical detail is looked for, pixels. */
const SEEK = 400

/** Where a picture's renderings differ most: the detail by which they are told apart. */
export async function findCriticalDetail({ preview, source, renderings, window }: CriticalDetailTask) {
  const { data, info } = await sharp(preview, { ignoreIcc: true })
    .toColourspace('srgb')
    .resize(SEEK, SEEK, { fit: 'inside' })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const engine = await loadEngine()
  const own = await sourceOf(source)
  const printed: Uint8ClampedArray[] = []
  for (const { profile, intent, blackPoint } of renderings) {
    const printer = new Uint8Array(await readFile(profile))
    const out = new Uint8ClampedArray(data.length)
    applyGrid(deviceRenderingGrid(engine, { source: own, printer, intent, blackPoint }), Uint8ClampedArray.from(data), out)
    printed.push(out)
  }
  const map = new Uint8Array(info.width * info.height)
  for (let i = 0; i < map.length; i++) {
    let most = 0
    for (let c = 0; c < 3; c++) {
      const values = printed.map((p) => p[i * 4 + c] as number)
      most = Math.max(most, Math.max(...values) - Math.min(...values))
    }
    map[i] = most
  }
  return criticalRegion(map, info.width, info.height, { w: window.w * info.width, h: window.h * info.height })
}

export interface ComposeStripsTask {
  picture: string
  channels: 'rgb' | 'grey' | 'cmyk'
  source: string | null
  /** Size of the sheet's area, pixels. */
  width: number
  height: number
  ppi: number
  /** Part of the upright picture that every strip shows, in its pixels. */
  detail: PixelRect
  strips: (Rendering & { place: PixelRect; label: PixelRect; words: string })[]
  /** File of the profile the sheet is marked with. */
  profile: string
  maxPixels: number
  output: string
}

/** Share of a label's height that its letters take. */
const LETTERS = 0.56

/** A sheet of strips in the printer's own numbers: the same detail, each time rendered in another way, with its label. */
export async function composeStrips(task: ComposeStripsTask): Promise<void> {
  const { width, height, detail } = task
  const engine = await loadEngine()
  const own = task.channels === 'rgb' ? await sourceOf(task.source) : 'srgb'
  const sheet = new Uint8Array(width * height * 3).fill(255)
  for (const { place, label, words, profile, intent, blackPoint } of task.strips) {
    const { data } = await sharp(task.picture, { limitInputPixels: task.maxPixels, ignoreIcc: task.channels !== 'cmyk' })
      .autoOrient()
      .flatten({ background: '#fff' })
      .extract(detail)
      .resize(place.width, place.height, { fit: 'fill', kernel: 'lanczos3' })
      .toColourspace('srgb')
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    // As a page is converted that is printed.
    applyTable(fineGrid(engine, own, new Uint8Array(await readFile(profile)), intent, blackPoint), data, data)
    for (let y = 0; y < place.height; y++)
      sheet.set(data.subarray(y * place.width * 3, (y + 1) * place.width * 3), ((place.top + y) * width + place.left) * 3)
    const size = label.height * LETTERS
    const { svg } = textOutlines(words, size)
    const drawn = `<svg xmlns="http://www.w3.org/2000/svg" width="${label.width}" height="${label.height}"><rect width="100%" height="100%" fill="#fff"/><g transform="translate(0 ${label.height * 0.72})">${svg}</g></svg>`
    const mask = await sharp(Buffer.from(drawn)).greyscale().raw().toBuffer()
    for (let y = 0; y < label.height; y++)
      for (let x = 0; x < label.width; x++)
        sheet.fill(
          mask[y * label.width + x] as number,
          ((label.top + y) * width + label.left + x) * 3,
          ((label.top + y) * width + label.left + x) * 3 + 3,
        )
  }
  const tiff = await openTiff(task.output, { width, height, bits: 8, ppi: task.ppi, profile: new Uint8Array(await readFile(task.profile)) })
  try {
    for (let y = 0; y < height; y++) await tiff.row(sheet.subarray(y * width * 3, (y + 1) * width * 3))
    await tiff.end()
  } catch (error) {
    await tiff.close()
    throw error
  }
}

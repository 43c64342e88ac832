import { open } from 'node:fs/promises'
import sharp, { type Metadata } from 'sharp'
import { readProfile } from '../../core/color/icc/read.ts'
import { EDGE_STRIPS } from '../../core/sheet/content.ts'
import type { Picture } from '../../core/things/brief/picture.ts'
import { isDiskFull } from '../reasons.ts'
import { decodeMemory, MOST_DECODE_BYTES } from './decode-memory.ts'

sharp.cache(false)
sharp.concurrency(2)

export interface InspectPictureTask {
  file: string
  previewFile: string
  maxPixels: number
}

export type InspectedPicture =
  | { ok: false; code: string; message: string }
  | {
      ok: true
      width: number
      height: number
      ppi: number | null
      bits: number
      channels: 'rgb' | 'grey' | 'cmyk'
      profile: { description: string; bytes: Uint8Array } | null
      /** Said when the embedded profile could not be used. */
      warning: string | null
      /** Share of each strip along each edge that is not blank paper. */
      content: NonNullable<Picture['content']>
    }

/** Longest edges of a preview: 1.5 megapixels. */
const PREVIEW = { width: 1500, height: 1500, pixels: 1_500_000 }
const FORMATS = new Set(['jpeg', 'png', 'tiff'])
const DEPTH_BITS: Record<string, number> = { uchar: 8, char: 8, ushort: 16, short: 16, float: 32, double: 64, uint: 32, int: 32 }

/** Lightest a pixel may be short of white and still count as blank paper, of 255: what nobody tells from the sheet. */
const BLANK = 6

/** For each edge, strip by strip inwards, the share that is picture and not blank paper. */
async function edgeContent(file: string): Promise<NonNullable<Picture['content']>> {
  const { data, info } = await sharp(file)
    .toColourspace('srgb')
    .resize(200, 200, { fit: 'fill', kernel: 'nearest' })
    .raw()
    .toBuffer({ resolveWithObject: true })
  const { width, height, channels } = info
  const rows = new Float64Array(height)
  const columns = new Float64Array(width)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = (y * width + x) * channels
      const least = Math.min(data[at] as number, data[at + 1] as number, data[at + 2] as number)
      if (least < 255 - BLANK) {
        rows[y] = (rows[y] as number) + 1 / width
        columns[x] = (columns[x] as number) + 1 / height
      }
    }
  const strips = (values: Float64Array) =>
    Array.from({ length: EDGE_STRIPS }, (_, i) => {
      const part = values.subarray(Math.floor((i * values.length) / 100), Math.floor(((i + 1) * values.length) / 100))
      return Number((part.reduce((a, b) => a + b, 0) / part.length).toFixed(3))
    })
  return { head: strips(rows), foot: strips(rows.toReversed()), left: strips(columns), right: strips(columns.toReversed()) }
}

/** What a decoder complained of, in a few plain words: its own are for programmers. */
function reasonIn(text: string): string {
  if (/premature|truncated|end of (file|image|input)|not enough data/i.test(text)) return 'it ends too early'
  if (/LZW|decod|huffman|bad|corrupt|invalid|extraneous/i.test(text)) return 'its data contradict themselves'
  return 'its data cannot be decoded'
}

/** First bytes of what is taken: JPEG, PNG, and TIFF in either byte order, classic or big (TIFF 6.0; BigTIFF). */
const BEGINNINGS = ['ffd8ff', '89504e470d0a1a0a', '49492a00', '4d4d002a', '49492b00', '4d4d002b']

/** Whether a file that no decoder opens begins as a picture does: then it is one that is damaged. */
async function beginsLikePicture(path: string): Promise<boolean> {
  const file = await open(path, 'r')
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(8), 0, 8, 0)
    const head = buffer.subarray(0, bytesRead).toString('hex')
    return BEGINNINGS.some((beginning) => head.startsWith(beginning))
  } finally {
    await file.close()
  }
}

/** How much of a file is looked through for its density. */
const HEADER_BYTES = 256 * 1024

/**
 * Whether the file itself says how large its pixels are; libvips answers with 72 per inch where it does not.
 * JPEG: JFIF density units 1 or 2 (JFIF 1.02), or resolution in its Exif; PNG: a pHYs chunk in metres (PNG, 11.3.4.3).
 */
async function saysDensity(path: string, meta: Metadata): Promise<boolean> {
  if (meta.format === 'tiff') return true
  const file = await open(path, 'r')
  try {
    const head = Buffer.alloc(HEADER_BYTES)
    const { bytesRead } = await file.read(head, 0, HEADER_BYTES, 0)
    const bytes = head.subarray(0, bytesRead)
    if (meta.format === 'png') {
      const at = bytes.indexOf('pHYs', 8, 'latin1')
      const data = bytes.indexOf('IDAT', 8, 'latin1')
      return at > 0 && (data < 0 || at < data) && bytes[at + 12] === 1
    }
    const jfif = bytes.indexOf('JFIF\0', 0, 'latin1')
    const units = jfif > 0 ? bytes[jfif + 7] : 0
    return units === 1 || units === 2 || exifResolution(meta.exif)
  } finally {
    await file.close()
  }
}

/** Whether Exif data name a resolution (tag 282, XResolution). */
function exifResolution(exif: Buffer | undefined): boolean {
  if (!exif || exif.length < 22) return false
  const start = exif.toString('latin1', 0, 4) === 'Exif' ? 6 : 0
  const little = exif.toString('latin1', start, start + 2) === 'II'
  const short = (at: number) => (at + 2 <= exif.length ? (little ? exif.readUInt16LE(at) : exif.readUInt16BE(at)) : 0)
  const directory = start + (little ? exif.readUInt32LE(start + 4) : exif.readUInt32BE(start + 4))
  return Array.from({ length: Math.min(short(directory), 200) }, (_, i) => short(directory + 2 + i * 12)).includes(282)
}

/** Reads a picture's facts and makes its preview, in the picture's own colours. The whole file is decoded once. */
export async function inspectPicture({ file, previewFile, maxPixels }: InspectPictureTask): Promise<InspectedPicture> {
  const options = { limitInputPixels: maxPixels, failOn: 'warning', sequentialRead: true, ignoreIcc: true } as const
  try {
    const meta = await sharp(file, { ...options, limitInputPixels: false }).metadata()
    if (!FORMATS.has(meta.format ?? ''))
      return {
        ok: false,
        code: 'picture-format',
        message: `This is a ${String(meta.format).toUpperCase()} file. JPEG, PNG and TIFF are taken.`,
      }
    const sideways = (meta.orientation ?? 1) >= 5
    const [width, height] = sideways ? [meta.height, meta.width] : [meta.width, meta.height]
    if (!width || !height) return { ok: false, code: 'picture-unreadable', message: 'This picture has no size.' }
    if (width * height > maxPixels)
      return {
        ok: false,
        code: 'picture-too-many-pixels',
        message: `The picture claims ${width} × ${height} pixels; up to ${maxPixels / 1e6} megapixels are taken.`,
      }
    const memory = decodeMemory(meta)
    if (memory > MOST_DECODE_BYTES)
      return {
        ok: false,
        code: 'picture-too-much-memory',
        message: `Stored like this the picture takes ${(memory / 1e9).toFixed(1)} GB of memory to open. Save it without “${meta.format === 'png' ? 'interlaced' : 'progressive'}”, or as TIFF.`,
      }
    const channels = meta.space === 'cmyk' ? 'cmyk' : meta.space === 'b-w' || meta.space === 'grey16' ? 'grey' : 'rgb'
    let profile: { description: string; bytes: Uint8Array } | null = null
    let warning: string | null = null
    if (meta.icc) {
      const read = readProfile(meta.icc, 'picture')
      const space = { rgb: 'RGB ', grey: 'GRAY', cmyk: 'CMYK' }[channels]
      if (!read.ok) warning = `Its embedded profile is damaged and is left aside: ${read.problem.message}`
      else if (read.value.space !== space)
        warning = `Its embedded profile is for ${read.value.space.trim()} data and does not match the pixels; it is left aside.`
      else profile = { description: read.value.description, bytes: new Uint8Array(meta.icc) }
    }
    const scale = Math.min(1, Math.sqrt(PREVIEW.pixels / (width * height)), PREVIEW.width / width, PREVIEW.height / height)
    // CMYK cannot be shown as it is: its preview is converted; everything else keeps its own numbers.
    const kept = { ...options, ignoreIcc: false }
    const decoder = channels === 'cmyk' ? sharp(file, kept) : sharp(file, kept).keepIccProfile()
    await decoder
      .autoOrient()
      .flatten({ background: '#fff' })
      .resize(Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale)), { fit: 'fill' })
      .jpeg({ quality: 93, chromaSubsampling: '4:4:4' })
      .toFile(previewFile)
    return {
      ok: true,
      content: await edgeContent(previewFile),
      width,
      height,
      ppi: meta.density && meta.density > 1 && (await saysDensity(file, meta)) ? meta.density : null,
      bits: DEPTH_BITS[meta.depth ?? 'uchar'] ?? 8,
      channels,
      profile,
      warning,
    }
  } catch (error) {
    // That is nothing the picture can be blamed for.
    if (isDiskFull(error)) throw error
    const text = (error as Error).message
    if (/pixel limit/i.test(text))
      return { ok: false, code: 'picture-too-many-pixels', message: `The picture has more than ${maxPixels / 1e6} megapixels.` }
    if (/unsupported image format|Input file (is missing|contains)/i.test(text) && !(await beginsLikePicture(file)))
      return { ok: false, code: 'picture-format', message: 'This is not a picture that can be read. JPEG, PNG and TIFF are taken.' }
    return {
      ok: false,
      code: 'picture-damaged',
      message: `The picture is damaged or cut short: part of it cannot be read (${reasonIn(text)}). Export it again.`,
    }
  }
}

import sharp from 'sharp'
import { RasterError } from '../../core/output/pwg-raster/lines.ts'
import { type DevicePage, darknessOf } from './raster-in.ts'

/** Most pixels of a picture this printer opens. */
const MAX_PIXELS = 120_000_000
const KEPT_PPI = 150

/**
 * Makes a page of a JPEG or TIFF picture as a printer does that is told nothing else: at the picture's own size when it
 * names one and it fits, otherwise fitted, in the middle, on white. Its colours are sRGB for the printer to convert.
 * Throws RasterError when it cannot be read.
 */
export async function readPicture(data: Uint8Array, told: { width: number; length: number }): Promise<DevicePage> {
  try {
    const source = sharp(data, { limitInputPixels: MAX_PIXELS, failOn: 'error', pages: 1 })
    const { width = 0, height = 0, density } = await source.metadata()
    const [pageWidth, pageLength] = [told.width, told.length].map((um) => Math.round((um / 25_400) * KEPT_PPI)) as [number, number]
    const own = density !== undefined && density > 1 ? KEPT_PPI / density : Number.POSITIVE_INFINITY
    const scale = Math.min(own, pageWidth / width, pageLength / height)
    const [w, h] = [width, height].map((n) => Math.max(1, Math.round(n * scale))) as [number, number]
    const left = Math.floor((pageWidth - w) / 2)
    const top = Math.floor((pageLength - h) / 2)
    const { data: rgba } = await source
      .resize(w, h, { fit: 'fill' })
      .toColourspace('srgb')
      .flatten({ background: '#fff' })
      .ensureAlpha()
      .extend({ left, top, right: pageWidth - w - left, bottom: pageLength - h - top, background: '#fff' })
      .raw()
      .toBuffer({ resolveWithObject: true })
    const dark: [number, number, number] = [0, 0, 0]
    for (let i = 0; i < rgba.length; i += 4) for (let k = 0; k < 3; k++) dark[k as 0] += 255 - (rgba[i + k] as number)
    const um = 25_400 / KEPT_PPI
    return {
      width: pageWidth,
      height: pageLength,
      ppi: KEPT_PPI,
      rgba: new Uint8Array(rgba),
      header: {
        ppi: KEPT_PPI,
        width: pageWidth,
        height: pageLength,
        pageWidth: Math.round((told.width / 25_400) * 72),
        pageHeight: Math.round((told.length / 25_400) * 72),
        colour: 'srgb',
        copies: 1,
        mediaType: '',
      },
      ink: { left: left * um, top: top * um, right: (left + w) * um, bottom: (top + h) * um },
      darkness: darknessOf(dark, pageWidth * pageLength),
    }
  } catch (error) {
    throw new RasterError(`the picture cannot be opened (${(error as Error).message.split('\n')[0]})`)
  }
}

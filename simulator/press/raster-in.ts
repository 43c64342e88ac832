import { HEADER_BYTES, type PageHeader, readHeader, SYNC } from '../../core/output/pwg-raster/header.ts'
import { RasterError, readLines } from '../../core/output/pwg-raster/lines.ts'
import type { Darkness } from '../machine/ink-use.ts'

/** A page as the machine holds it: device RGBA pixels, thinned by a whole factor. */
export interface DevicePage {
  width: number
  height: number
  ppi: number
  rgba: Uint8Array
  header: PageHeader
  /** Box around everything that is not bare paper, in µm from the raster's corner; null for an empty page. */
  ink: { left: number; top: number; right: number; bottom: number } | null
  /** Mean darkness of the three device channels over the raster, 0…1. */
  darkness: Darkness
}

/** Most pixels kept: enough for 150 per inch on A2. */
const MAX_KEPT = 14_000_000
const WANTED_PPI = 150

/** So many pixels a side become one of a page as fine as this. */
export const thinning = (ppi: number): number => Math.max(1, Math.floor(ppi / WANTED_PPI))

/** Sums of 255 − value over this many pixels, as mean darkness: red holds back cyan, and so on. */
export const darknessOf = ([r, g, b]: readonly [number, number, number], pixels: number): Darkness => ({
  cyan: r / (255 * pixels),
  magenta: g / (255 * pixels),
  yellow: b / (255 * pixels),
})

/** The pages of a document as the machine holds it: thinned one by one, as they are printed. */
export interface DevicePages {
  readonly count: number
  at(page: number): DevicePage
}

/** A document of one page. */
export const singlePage = (page: DevicePage): DevicePages => ({ count: 1, at: () => page })

/** Most pages a document may have. */
const MAX_PAGES = 10_000

/** Reads a PWG Raster document of one page or several. Throws RasterError when it is not one, or ends in the middle of a page. */
export function readRasterPages(data: Uint8Array): DevicePages {
  const first = readPage(data, SYNC.length)
  const starts = [SYNC.length]
  // That the others are whole is known before the first is printed.
  for (let at = first.end; at < data.length; ) {
    if (starts.length >= MAX_PAGES) throw new RasterError(`the document has more than ${MAX_PAGES} pages`)
    starts.push(at)
    const header = readHeader(data.subarray(at))
    if (!header) throw new RasterError('a page header is not one this printer understands')
    at = readLines(data, at + HEADER_BYTES, header.width, header.height, () => undefined)
  }
  if (starts.length === 1) return singlePage(first.page)
  let held = { page: 0, of: first.page }
  return {
    count: starts.length,
    at(page) {
      if (held.page !== page) held = { page, of: readRaster(data, starts[page]) }
      return held.of
    },
  }
}

/** Reads one page of a PWG Raster file, the first unless it is told where another begins. Throws RasterError when it is not one. */
export const readRaster = (data: Uint8Array, from = SYNC.length): DevicePage => readPage(data, from).page

/** The page that begins at `from`, and where it ends in the file. */
function readPage(data: Uint8Array, from: number): { page: DevicePage; end: number } {
  if (new TextDecoder().decode(data.subarray(0, 4)) !== SYNC) throw new RasterError('the document is not PWG Raster')
  const header = readHeader(data.subarray(from))
  if (!header) throw new RasterError('the page header is not one this printer understands')
  const byPpi = thinning(header.ppi)
  const bySize = Math.ceil(Math.sqrt((header.width * header.height) / MAX_KEPT))
  const factor = Math.max(byPpi, bySize)
  const width = Math.floor(header.width / factor) || 1
  const height = Math.floor(header.height / factor) || 1
  const rgba = new Uint8Array(width * height * 4).fill(255)
  // What is missing to white, by cells of the page and over all of it: most of many pages is bare.
  const sums = new Uint32Array(width * 3)
  const area = factor * factor
  const box = { left: Number.POSITIVE_INFINITY, top: -1, right: -1, bottom: -1 }
  let [red, green, blue] = [0, 0, 0]
  const bytes = header.width * 3
  // The first and the last number of a line that are not bare paper.
  let [first, last] = [bytes, 0]
  const end = readLines(data, from + HEADER_BYTES, header.width, header.height, (row, y, again) => {
    if (!again) {
      first = 0
      while (first < bytes && row[first] === 255) first++
      last = bytes - 1
      while (last > first && row[last] === 255) last--
    }
    if (first < bytes) {
      if (box.top < 0) box.top = y
      box.bottom = y
      box.left = Math.min(box.left, Math.floor(first / 3))
      box.right = Math.max(box.right, Math.floor(last / 3))
      // Each number is read once: it counts for its cell and for the whole page.
      let lineRed = 0
      let lineGreen = 0
      let lineBlue = 0
      let i = first - (first % (factor * 3))
      const stop = last + 1
      for (let at = i / factor; at < sums.length && i < stop; at += 3) {
        let r = 0
        let g = 0
        let b = 0
        for (const to = Math.min(i + factor * 3, bytes); i < to; i += 3) {
          r += 255 - (row[i] as number)
          g += 255 - (row[i + 1] as number)
          b += 255 - (row[i + 2] as number)
        }
        sums[at] = (sums[at] as number) + r
        sums[at + 1] = (sums[at + 1] as number) + g
        sums[at + 2] = (sums[at + 2] as number) + b
        lineRed += r
        lineGreen += g
        lineBlue += b
      }
      // What is left of a line beside the last whole cell.
      for (; i < stop; i += 3) {
        lineRed += 255 - (row[i] as number)
        lineGreen += 255 - (row[i + 1] as number)
        lineBlue += 255 - (row[i + 2] as number)
      }
      red += lineRed
      green += lineGreen
      blue += lineBlue
    }
    const cell = Math.floor(y / factor)
    if (cell >= height) return
    if (y % factor === factor - 1) {
      for (let x = 0, at = 0, out = cell * width * 4; x < width; x++, at += 3, out += 4) {
        rgba[out] = 255 - (sums[at] as number) / area + 0.5
        rgba[out + 1] = 255 - (sums[at + 1] as number) / area + 0.5
        rgba[out + 2] = 255 - (sums[at + 2] as number) / area + 0.5
      }
      sums.fill(0)
    }
  })
  const um = 25_400 / header.ppi
  const ink = box.top < 0 ? null : { left: box.left * um, top: box.top * um, right: (box.right + 1) * um, bottom: (box.bottom + 1) * um }
  const darkness = darknessOf([red, green, blue], header.width * header.height)
  return { page: { width, height, ppi: header.ppi / factor, rgba, header, ink, darkness }, end }
}

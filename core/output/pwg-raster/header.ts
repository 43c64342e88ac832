/**
 * The page header of a PWG Raster file, 1796 bytes. Source: PWG 5102.4-2012, section 4.3 (field names and offsets).
 * Only what is used here is named; the rest is zero, as the standard says.
 */
export interface PageHeader {
  /** Pixels per inch, both ways. */
  ppi: number
  /** Pixels. */
  width: number
  height: number
  /** Points (1/72 in) of the page. */
  pageWidth: number
  pageHeight: number
  /** 3-channel device colour that nobody must convert again, or sRGB that the printer manages. */
  colour: 'device3' | 'srgb'
  copies: number
  mediaType: string
}

export const SYNC = 'RaS2'
export const HEADER_BYTES = 1796

/** Colour space numbers of PWG 5102.4 table 7. */
const SPACE = { srgb: 19, device3: 50 } as const

/** Largest page accepted: 44 in × 18 m at 360 per inch, with room. */
const MAX_PIXELS = { width: 20_000, height: 300_000 } as const

export function writeHeader(page: PageHeader): Uint8Array {
  const bytes = new Uint8Array(HEADER_BYTES)
  const view = new DataView(bytes.buffer)
  const put = (offset: number, value: number) => view.setUint32(offset, value)
  const write = (offset: number, value: string) => bytes.set(new TextEncoder().encode(value).subarray(0, 63), offset)
  write(0, 'PwgRaster')
  write(128, page.mediaType)
  put(276, page.ppi)
  put(280, page.ppi)
  put(340, page.copies)
  put(352, page.pageWidth)
  put(356, page.pageHeight)
  put(372, page.width)
  put(376, page.height)
  put(384, 8)
  put(388, 24)
  put(392, page.width * 3)
  put(400, SPACE[page.colour])
  put(420, 3)
  return bytes
}

/** Reads and checks a page header; null when it is not one this program can take. */
export function readHeader(bytes: Uint8Array): PageHeader | null {
  if (bytes.length < HEADER_BYTES) return null
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const get = (offset: number) => view.getUint32(offset)
  const text = (offset: number) => new TextDecoder().decode(bytes.subarray(offset, offset + 64)).split('\0')[0] ?? ''
  if (text(0) !== 'PwgRaster') return null
  const [width, height, space] = [get(372), get(376), get(400)]
  const colour = space === SPACE.srgb ? 'srgb' : space === SPACE.device3 ? 'device3' : null
  const fine = colour !== null && get(384) === 8 && get(388) === 24 && get(392) === width * 3 && get(276) > 0 && get(276) === get(280)
  if (!fine || !colour || width < 1 || height < 1 || width > MAX_PIXELS.width || height > MAX_PIXELS.height) return null
  return { ppi: get(276), width, height, pageWidth: get(352), pageHeight: get(356), colour, copies: get(340), mediaType: text(128) }
}

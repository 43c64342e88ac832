import sharp from 'sharp'
import { labToSrgb, type Triple } from '../../core/color/cie.ts'
import { applyGrid, type Grid } from '../../core/color/grid.ts'
import { BENCH_AROUND } from '../../core/wire/api/machine.ts'
import { printedLab } from '../color/inks.ts'
import { type InkOnPaper, inkModelFor } from '../color/paper-inks.ts'
import type { Limits, Travel } from '../machine/mechanics.ts'
import { managedGrid } from './manage.ts'
import type { DevicePage } from './raster-in.ts'

const GRID = 17
/** Bench surface shown around the sheet, µm, and its colour (neutral). */
const SURROUND = BENCH_AROUND
const BENCH = [112, 112, 112] as const

/** What is really true of a delivered sheet, kept apart from the picture for tests. Micrometres. */
export interface Truth {
  width: number
  length: number
  skewDegrees: number
  /** White left at each edge, at its middle; 0 where ink runs off. */
  margins: { leading: number; trailing: number; left: number; right: number }
  enforced: boolean
  /** Places where the head touched the sheet. */
  strikes: number
  /** The rollers smeared wet ink of its other side. */
  smeared: boolean
  /** A print that stood still half-way and went on: at this share of its length. Null when it did not. */
  seam: number | null
  /** The paper ended before the page did. */
  short: boolean
  /** What it was really printed on, and as. */
  lotId: string
  mediaTypeId: string | null
  black: 'photo' | 'matte'
  wrongSide: boolean
  /** Bare paper and ink shine differently: pigment on gloss without a clear coat. */
  glossDifferential: boolean
}

/** Device RGB to the colour of the dry print under D50, as sRGB bytes. */
function printGrid(inks: InkOnPaper): Grid {
  const lab = printedLab(inkModelFor(inks))
  const values = new Uint8Array(GRID ** 3 * 3)
  let at = 0
  for (let r = 0; r < GRID; r++)
    for (let g = 0; g < GRID; g++)
      for (let b = 0; b < GRID; b++) {
        const rgb = [r, g, b].map((i) => i / (GRID - 1)) as unknown as Triple
        for (const channel of labToSrgb(lab(rgb))) values[at++] = Math.round(channel * 255)
      }
  return { size: GRID, values }
}

export interface Pass {
  page: DevicePage
  /** Size of the page the machine was told, µm. */
  told: { width: number; length: number }
  limits: Limits
  travel: Travel
  inks: InkOnPaper
  marks: Marks
}

/** What a pass did to the sheet besides printing it. */
export interface Marks {
  strikes: number
  smeared: boolean
  seam: number | null
  /** Length of the sheet at which the paper ended, µm; null when there was enough. */
  endsAt: number | null
  lotId: string
  mediaTypeId: string | null
  wrongSide: boolean
  coat: boolean
}

export const UNMARKED: Marks = {
  strikes: 0,
  smeared: false,
  seam: null,
  endsAt: null,
  lotId: '',
  mediaTypeId: null,
  wrongSide: false,
  coat: false,
}

/** The true margins of a sheet after this pass. */
export function truthOf({ page, told, limits, travel, inks, marks }: Pass): Truth {
  const rasterWidth = (page.header.width * 25_400) / page.header.ppi
  const rasterLength = (page.header.height * 25_400) / page.header.ppi
  const [dx, dy] = [(told.width - rasterWidth) / 2, (told.length - rasterLength) / 2]
  const ink = page.ink && {
    left: Math.max(limits.left, page.ink.left + dx) + travel.x,
    right: Math.min(limits.right, page.ink.right + dx) + travel.x,
    top: Math.max(limits.top, page.ink.top + dy) + travel.y,
    bottom: Math.min(limits.bottom, page.ink.bottom + dy) + travel.y,
  }
  const white = (value: number) => Math.max(0, Math.round(value))
  // The print is turned about the middle of the leading edge: half-way down, its side edges have drifted to the left of a
  // clockwise turn by half of what the far end has.
  const angle = (travel.skew * Math.PI) / 180
  const middle = travel.width / 2
  const beside = (x: number) => middle + (x - middle) / Math.cos(angle) - Math.tan(angle) * (travel.length / 2)
  const down = (y: number) => y / Math.cos(angle)
  return {
    width: travel.width,
    length: travel.length,
    skewDegrees: travel.skew,
    enforced: limits.enforced,
    strikes: marks.strikes,
    smeared: marks.smeared,
    seam: marks.seam,
    short: marks.endsAt !== null,
    lotId: marks.lotId,
    mediaTypeId: marks.mediaTypeId,
    black: inks.black,
    wrongSide: marks.wrongSide,
    glossDifferential: inks.inkSet.startsWith('pigment') && inks.coating === 'gloss' && !marks.coat,
    margins: ink
      ? {
          leading: white(down(ink.top)),
          trailing: white(travel.length - down(ink.bottom)),
          left: white(beside(ink.left)),
          right: white(travel.width - beside(ink.right)),
        }
      : { leading: travel.length, trailing: travel.length, left: travel.width, right: travel.width },
  }
}

/** Where rollers run: two tracks along the feed, in which wet ink was spread. µm. */
const TRACKS = [0.22, 0.78]

/** Where the head dragged: flat streaks near the side edges, where a sheet lifts first. µm. */
function smearsOf({ marks, travel }: Pass): { x: number; y: number; reach: number; height: number }[] {
  return Array.from({ length: marks.strikes }, (_, i) => ({
    x: i % 2 === 0 ? travel.width * 0.06 : travel.width * 0.93,
    y: travel.length * ((0.13 + 0.31 * i) % 0.95),
    reach: 9_000,
    height: 1_400,
  }))
}

/** Changes the pixels of an area around a point (µm on the sheet): each becomes itself times `times` plus `plus`, where `inside` says so. */
function stain(
  { data, width, height, pixel }: { data: Buffer; width: number; height: number; pixel: number },
  { x, y, reach, height: tall }: { x: number; y: number; reach: number; height: number },
  times: number,
  plus: number,
  inside: (dx: number, dy: number) => boolean,
): void {
  const px = (um: number, most: number) => Math.max(0, Math.min(most, Math.round((um + SURROUND) / pixel)))
  for (let row = px(y - tall, height); row < px(y + tall, height); row++)
    for (let column = px(x - reach, width); column < px(x + reach, width); column++) {
      const [dx, dy] = [Math.abs((column + 0.5) * pixel - SURROUND - x), Math.abs((row + 0.5) * pixel - SURROUND - y)]
      if (!inside(dx, dy)) continue
      const at = (row * width + column) * 3
      for (let k = 0; k < 3; k++) data[at + k] = Math.min(255, (data[at + k] as number) * times + plus)
    }
}

/** A picture of the sheet as it came out, leading edge up, with some of the bench around it. PNG. */
export async function deliver(pass: Pass): Promise<Buffer> {
  const { page, told, limits, inks, marks } = pass
  const travel = marks.endsAt === null ? pass.travel : { ...pass.travel, length: marks.endsAt }
  const print = new Uint8Array(page.rgba.length)
  // What is marked as sRGB is the printer's to convert, whatever it really is; device numbers go on paper as they are.
  if (page.header.colour === 'srgb') applyGrid(managedGrid(inks), page.rgba, print)
  else print.set(page.rgba)
  applyGrid(printGrid(inks), print, print)
  const pixel = 25_400 / page.ppi
  const width = Math.round((travel.width + 2 * SURROUND) / pixel)
  const height = Math.round((travel.length + 2 * SURROUND) / pixel)
  const rasterWidth = (page.header.width * 25_400) / page.header.ppi
  const rasterLength = (page.header.height * 25_400) / page.header.ppi
  const paper = labToSrgb(inks.white).map((v) => Math.round(v * 255))
  const out = Buffer.alloc(width * height * 3)
  const angle = (-travel.skew * Math.PI) / 180
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const [middle, right, bottom] = [travel.width / 2, travel.width, travel.length]
  const [shiftX, shiftY] = [(rasterWidth - told.width) / 2, (rasterLength - told.length) / 2]
  const { width: pageWidth, height: pageHeight } = page
  for (let py = 0, at = 0; py < height; py++) {
    const y = (py + 0.5) * pixel - SURROUND
    for (let px = 0; px < width; px++, at += 3) {
      const x = (px + 0.5) * pixel - SURROUND
      if (x < 0 || y < 0 || x > right || y > bottom) {
        out[at] = BENCH[0]
        out[at + 1] = BENCH[1]
        out[at + 2] = BENCH[2]
        continue
      }
      // Back through skew (about the leading edge's middle) and offset to the page the machine was told.
      const tx = (x - middle) * cos - y * sin + middle - travel.x
      const ty = (x - middle) * sin + y * cos - travel.y
      const inked = tx >= limits.left && tx <= limits.right && ty >= limits.top && ty <= limits.bottom
      const sx = (tx + shiftX) / pixel
      const sy = (ty + shiftY) / pixel
      if (inked && sx >= 0 && sy >= 0 && sx < pageWidth && sy < pageHeight) {
        const from = ((sy | 0) * pageWidth + (sx | 0)) * 4
        out[at] = print[from] as number
        out[at + 1] = print[from + 1] as number
        out[at + 2] = print[from + 2] as number
      } else {
        out[at] = paper[0] as number
        out[at + 1] = paper[1] as number
        out[at + 2] = paper[2] as number
      }
    }
  }
  const area = { data: out, width, height, pixel }
  for (const s of smearsOf(pass)) stain(area, s, 0.45, 0, (dx, dy) => dy < s.height * (1 - dx / s.reach))
  if (marks.smeared)
    for (const share of TRACKS)
      stain(area, { x: travel.width * share, y: travel.length / 2, reach: 2500, height: travel.length / 2 }, 0.8, 0, () => true)
  if (marks.seam !== null) {
    const y = travel.y + marks.seam * told.length
    stain(area, { x: middle, y, reach: middle - 3000, height: 500 }, 0.86, 6, () => true)
  }
  return sharp(out, { raw: { width, height, channels: 3 } })
    .withMetadata({ density: page.ppi })
    .png({ compressionLevel: 6 })
    .toBuffer()
}

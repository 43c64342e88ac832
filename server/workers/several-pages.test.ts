import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { type FlatPage, pageOf } from '../testing/one-picture.ts'
import { renderPage } from './render-page.ts'

let dir: string
beforeAll(() => {
  dir = mkdtempSync(join(tmpdir(), 'pages-'))
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))

interface Read {
  width: number
  height: number
  rows: number
  points: number[]
  ppi: number[]
  bits: number
  copies: number
  mediaType: string
  colours: number[][]
}
/** What the raster reader of CUPS (Debian's libcups2) finds in a file. */
const byCups = (file: string): Read[] =>
  JSON.parse(execFileSync('python3', ['server/testing/read-with-cups.py', file], { encoding: 'utf8' }))

/** A page with a flat picture right over its middle third. */
async function page(name: string, rgb: [number, number, number], width: number, height: number) {
  const picture = join(dir, `${name}.png`)
  const [r, g, b] = rgb
  await sharp({ create: { width: 60, height: 60, channels: 3, background: { r, g, b } } })
    .png()
    .toFile(picture)
  const flat: FlatPage = {
    picture,
    channels: 'rgb',
    sourceProfile: null,
    printerProfile: null,
    intent: 'relative',
    blackPoint: true,
    untouched: true,
    sharpen: 0,
    maxPixels: 1e6,
    plan: {
      ppi: 100,
      width,
      height,
      page: { width: width * 254, length: height * 254 },
      bleed: 0,
      pageWidth: Math.round(width * 0.72),
      pageHeight: Math.round(height * 0.72),
      crop: { left: 0, top: 0, width: 60, height: 60 },
      turn: 0,
      mirror: false,
      place: { left: Math.floor(width / 3), top: Math.floor(height / 3), width: Math.ceil(width / 3), height: Math.ceil(height / 3) },
      keep: { left: 0, top: 0, width, height },
      wrap: null,
      marks: [],
      words: [],
    },
  }
  return pageOf(flat)
}

test('a document of several pages is read by CUPS: each in its order, as often as it is wanted, of its own size', async () => {
  const [red, blue] = [await page('red', [200, 30, 30], 201, 300), await page('blue', [40, 50, 190], 330, 150)]
  const output = join(dir, 'several.pwg')
  await renderPage({
    pages: [
      { ...red, count: 2 },
      { ...blue, count: 1 },
    ],
    tag: 'device3',
    mediaType: 'photographic-satin',
    output,
  })
  const found = byCups(output)
  const paper = [255, 255, 255]
  const like = (rgb: number[]) => [paper, paper, paper, paper, rgb, paper, paper, paper, paper]
  const of = (width: number, height: number, rgb: number[]): Read => ({
    width,
    height,
    rows: height,
    points: [Math.round(width * 0.72), Math.round(height * 0.72)],
    ppi: [100, 100],
    bits: 8,
    copies: 1,
    mediaType: 'photographic-satin',
    colours: like(rgb),
  })
  expect(found).toEqual([of(201, 300, [200, 30, 30]), of(201, 300, [200, 30, 30]), of(330, 150, [40, 50, 190])])
})

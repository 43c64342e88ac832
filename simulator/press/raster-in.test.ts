import { SYNC, writeHeader } from '../../core/output/pwg-raster/header.ts'
import { lineWriter } from '../../core/output/pwg-raster/lines.ts'
import { readRaster, readRasterPages } from './raster-in.ts'

type Rgb = readonly [number, number, number]
/** A page whose every pixel is told by its place. */
function raster(width: number, height: number, ppi: number, at: (x: number, y: number) => Rgb): Uint8Array {
  const lines = lineWriter(width)
  const parts: Uint8Array[] = [
    new TextEncoder().encode(SYNC),
    writeHeader({ ppi, width, height, pageWidth: width, pageHeight: height, colour: 'device3', copies: 1, mediaType: '' }),
  ]
  for (let y = 0; y < height; y++) {
    const done = lines.add(Uint8Array.from({ length: width * 3 }, (_, i) => at(Math.floor(i / 3), y)[i % 3] as number))
    if (done) parts.push(done)
  }
  const last = lines.end()
  return Buffer.concat(last ? [...parts, last] : parts)
}
const WHITE: Rgb = [255, 255, 255]
const pixel = (page: ReturnType<typeof readRaster>, x: number, y: number) => [
  ...page.rgba.subarray((y * page.width + x) * 4, (y * page.width + x) * 4 + 4),
]

test('a fine page is thinned to half by the mean of four pixels, to the nearest whole; a row and a column too many are left out', () => {
  // 300 per inch; in each square of two by two: 10, 20, 31 and 41 of red, all 200 of green, and 7, 7, 8 and 8 of blue.
  const page = readRaster(raster(7, 5, 300, (x, y) => [[10, 20, 31, 41][(x % 2) + 2 * (y % 2)] as number, 200 + x, 7 + (y % 2)]))
  expect([page.width, page.height, page.ppi]).toEqual([3, 2, 150])
  // 25.5 and 7.5 are rounded up; green is 200.5, 202.5, 204.5.
  expect([pixel(page, 0, 0), pixel(page, 1, 1), pixel(page, 2, 1)]).toEqual([
    [26, 201, 8, 255],
    [26, 203, 8, 255],
    [26, 205, 8, 255],
  ])
})

test('at 450 per inch it is nine pixels: four ninths are rounded down, five up', () => {
  // Of nine pixels four are one more, and five.
  const page = readRaster(
    raster(6, 3, 450, (x, y) => {
      const n = (x % 3) + 3 * y
      return x < 3 ? [100 + (n < 4 ? 1 : 0), 50 + (n < 5 ? 1 : 0), 9] : [7, 100 + (n < 4 ? 1 : 0), 200 + (n < 4 ? 1 : 0)]
    }),
  )
  expect([pixel(page, 0, 0), pixel(page, 1, 0)]).toEqual([
    [100, 51, 9, 255],
    [7, 100, 200, 255],
  ])
})

test('where the ink is and how much of each there is are told of every pixel, also of those that are left out', () => {
  // At 50 per inch nothing is thinned: pixels of 508 µm. One spot, and one at the last column of a later row.
  const spots: Record<string, Rgb> = { '3 2': [255, 254, 255], '9 6': [0, 100, 204] }
  const page = readRaster(raster(10, 8, 50, (x, y) => spots[`${x} ${y}`] ?? WHITE))
  expect(page.ink).toEqual({ left: 3 * 508, top: 2 * 508, right: 10 * 508, bottom: 7 * 508 })
  const { cyan, magenta, yellow } = page.darkness
  expect([cyan, magenta, yellow]).toEqual([1 / 80, (1 + 155) / (255 * 80), 51 / (255 * 80)])
  expect(pixel(page, 9, 6)).toEqual([0, 100, 204, 255])
  expect(readRaster(raster(10, 8, 50, () => WHITE)).ink).toBeNull()
  // At 300 per inch two by two are one: of seven by five the last column and the last row are in no cell, and their ink is ink.
  const left: Record<string, Rgb> = { '6 1': [205, 155, 105], '2 4': [245, 235, 225], '1 1': [254, 253, 252] }
  const thinned = readRaster(raster(7, 5, 300, (x, y) => left[`${x} ${y}`] ?? WHITE))
  expect([thinned.width, thinned.height]).toEqual([3, 2])
  const um = 25_400 / 300
  expect(thinned.ink).toEqual({ left: um, top: um, right: 7 * um, bottom: 5 * um })
  expect(thinned.darkness).toEqual({ cyan: 61 / (255 * 35), magenta: 122 / (255 * 35), yellow: 183 / (255 * 35) })
})

test('a line that stands there several times is printed as often; the next begins anew', () => {
  // Lines 1, 2 and 3 are one another: a grey run, whose three numbers are equal, and a red one; 4 is bare; 5 has ink further out.
  const line = (x: number): Rgb => (x >= 2 && x < 4 ? [90, 90, 90] : x === 5 ? [255, 40, 40] : WHITE)
  const page = readRaster(raster(8, 7, 50, (x, y) => (y >= 1 && y <= 3 ? line(x) : y === 5 && x === 7 ? [0, 0, 0] : WHITE)))
  for (const y of [1, 2, 3])
    expect([2, 3, 4, 5, 6].map((x) => pixel(page, x, y).slice(0, 3))).toEqual([[90, 90, 90], [90, 90, 90], WHITE, [255, 40, 40], WHITE])
  for (const y of [0, 4, 6]) expect([0, 2, 5, 7].map((x) => pixel(page, x, y)[0])).toEqual([255, 255, 255, 255])
  expect(page.ink).toEqual({ left: 2 * 508, top: 508, right: 8 * 508, bottom: 6 * 508 })
  const red = 3 * 2 * 165 + 255
  expect(page.darkness.cyan).toBeCloseTo(red / (255 * 56), 12)
  expect(page.darkness.magenta).toBeCloseTo((red + 3 * 215) / (255 * 56), 12)
})

test('pages follow each other in one document, each as large as it says; one that is cut off spoils it before anything is printed', () => {
  const [one, other] = [raster(4, 3, 50, () => [10, 20, 30]), raster(6, 2, 50, (x) => (x === 4 ? [1, 2, 3] : WHITE))]
  const both = Buffer.concat([one, other.subarray(SYNC.length)])
  const pages = readRasterPages(both)
  expect(pages.count).toBe(2)
  expect([pages.at(1).width, pages.at(0).width, pages.at(1).height]).toEqual([6, 4, 2])
  expect(pixel(pages.at(1), 4, 1)).toEqual([1, 2, 3, 255])
  expect(pixel(pages.at(0), 3, 2)).toEqual([10, 20, 30, 255])
  expect(readRasterPages(one).count).toBe(1)
  expect(() => readRasterPages(both.subarray(0, both.length - 1))).toThrow('ends in the middle of a line')
  expect(() => readRasterPages(both.subarray(0, one.length + 8))).toThrow('a page header is not one this printer understands')
})

test('what is no page of PWG Raster is refused by what is wrong with it', () => {
  const good = raster(4, 4, 50, () => [1, 2, 3])
  const bad = Uint8Array.from(good)
  bad[0] = 0
  expect(() => readRaster(bad)).toThrow('not PWG Raster')
  expect(() => readRaster(good.subarray(0, good.length - 2))).toThrow('ends in the middle of a line')
})

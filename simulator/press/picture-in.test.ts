import sharp from 'sharp'
import { readPicture } from './picture-in.ts'

/** A quarter of a page: its left half cyan, its right half white; 50.8 × 25.4 mm at 100 pixels to an inch. */
const half = async (density?: number) =>
  sharp({ create: { width: 200, height: 100, channels: 3, background: '#ffffff' } })
    .composite([{ input: { create: { width: 100, height: 100, channels: 3, background: '#00ffff' } }, left: 0, top: 0 }])
    .withMetadata(density ? { density } : {})
    .jpeg({ quality: 100, chromaSubsampling: '4:4:4' })
    .toBuffer()

const PAGE = { width: 101_600, length: 76_200 }

test('a picture that says how large it is is printed so, in the middle of the page', async () => {
  const page = await readPicture(await half(100), PAGE)
  expect([page.width, page.height]).toEqual([600, 450])
  const mm = (um = 0) => Math.round(um / 100) / 10
  expect([mm(page.ink?.left), mm(page.ink?.right), mm(page.ink?.top), mm(page.ink?.bottom)]).toEqual([25.4, 76.2, 25.4, 50.8])
  expect([page.header.pageWidth, page.header.pageHeight]).toEqual([288, 216])
  // Every pixel of the page is there, where it belongs: white at both sides of the picture, cyan in its left half.
  expect(page.rgba).toHaveLength(600 * 450 * 4)
  const at = (x: number, y: number) => [...page.rgba.subarray((y * 600 + x) * 4, (y * 600 + x) * 4 + 3)].map((v) => Math.round(v / 20) * 20)
  expect([at(140, 225), at(160, 225), at(290, 225), at(310, 225), at(460, 225), at(200, 140), at(200, 310)]).toEqual([
    [260, 260, 260],
    [0, 260, 260],
    [0, 260, 260],
    [260, 260, 260],
    [260, 260, 260],
    [260, 260, 260],
    [260, 260, 260],
  ])
})

test('how much ink of each it takes: cyan keeps back red alone, on an eighth of half of the page', async () => {
  // Half of the picture is cyan, and the picture is 50.8 × 25.4 of 101.6 × 76.2 mm: a sixth of the page.
  const { darkness } = await readPicture(await half(100), PAGE)
  expect(darkness.cyan).toBeCloseTo(1 / 12, 2)
  expect(darkness.magenta).toBeLessThan(0.005)
  expect(darkness.yellow).toBeLessThan(0.005)
})

test('a picture that does not say fills the page as far as its shape lets it', async () => {
  const page = await readPicture(await half(), PAGE)
  expect([Math.round(page.ink?.left ?? -1), Math.round(page.ink?.right ?? -1)]).toEqual([0, 101_600])
  expect(Math.round(((page.ink?.bottom ?? 0) - (page.ink?.top ?? 0)) / 100)).toBe(508)
})

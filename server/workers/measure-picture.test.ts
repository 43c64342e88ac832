import { existsSync } from 'node:fs'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { differenceCiede2000 } from 'culori'
import sharp from 'sharp'
import type { Triple } from '../../core/color/cie.ts'
import { type ColourCount, readCount } from '../../core/color/count/colour-count.ts'
import { transicc, transiccTriples } from '../../core/testing/transicc.ts'
import { countPicture, measurePicture } from './measure-picture.ts'

let dir = ''
beforeAll(async () => {
  dir = await mkdtemp(join(tmpdir(), 'count-'))
})
afterAll(() => rm(dir, { recursive: true, force: true }))

async function count(picture: Buffer, width: number, height: number, channels: 'rgb' | 'grey' | 'cmyk' = 'rgb'): Promise<ColourCount> {
  const file = join(dir, 'picture')
  const scratch = join(dir, 'scratch.tif')
  await writeFile(file, picture)
  const read = readCount((await countPicture({ picture: file, width, height, channels, source: null, printers: [], scratch })).bytes)
  expect(existsSync(scratch)).toBe(false)
  if (!read.ok) throw new Error(read.problem.message)
  return read.value
}
const flat = (width: number, height: number, background: string) => sharp({ create: { width, height, channels: 3, background } })
const shareOf = ({ colours, counts, total }: ColourCount, rgb: number[]) => {
  const at = Array.from(counts).findIndex((_, n) => rgb.every((v, c) => colours[n * 3 + c] === v))
  return at < 0 ? 0 : (counts[at] as number) / total
}

test('one pixel among two million is found: the file is counted, not a smaller picture of it', async () => {
  const speck = await flat(1, 1, '#00f').png().toBuffer()
  const picture = await flat(2000, 1000, '#888')
    .composite([{ input: speck, left: 1234, top: 567 }])
    .png()
    .toBuffer()
  const seen = await count(picture, 2000, 1000)
  expect(seen.total).toBe(2_000_000)
  expect(shareOf(seen, [0, 0, 255])).toBe(1 / 2_000_000)
})
test('of a picture too large for memory rows and pixels along them are sampled, and the shares hold', async () => {
  const [width, height] = [9000, 7200]
  const red = await flat(width, 1800, '#f00').png().toBuffer()
  const blue = await flat(2250, height, '#00f').png().toBuffer()
  const picture = await flat(width, height, '#fff')
    .composite([
      { input: red, left: 0, top: 3000 },
      { input: blue, left: 1001, top: 0 },
    ])
    .png({ compressionLevel: 1 })
    .toBuffer()
  const seen = await count(picture, width, height)
  // A quarter of the width, of the rest a quarter of the height.
  expect([seen.total > 1_000_000, seen.total < 1_500_000]).toEqual([true, true])
  expect(Math.abs(shareOf(seen, [0, 0, 255]) - 0.25)).toBeLessThan(0.001)
  expect(Math.abs(shareOf(seen, [255, 0, 0]) - 0.1875)).toBeLessThan(0.001)
  expect(Math.abs(shareOf(seen, [255, 255, 255]) - 0.5625)).toBeLessThan(0.001)
}, 240_000)
test('up to four million pixels all are counted, of four some of every row, of many some of every second', async () => {
  const total = async (width: number, height: number) =>
    (await count(await flat(width, height, '#248').png({ compressionLevel: 1 }).toBuffer(), width, height)).total
  expect(await total(2000, 1999)).toBe(2000 * 1999)
  // Four of sixteen along each row.
  expect(await total(2000, 2001)).toBe((2000 / 4) * 2001)
  // Twelve million: along every second row four of 24, of a thousand fours 167 or 166.
  expect(await total(4000, 3000)).toBe((167 * 4 + 166 * 2) * 4 * 250)
})
test('stripes as wide as what is left out are counted as they are, down the picture and across it', async () => {
  // Four of every twelve columns are red; of every five rows, of which one is looked at, the first is green.
  const [width, height] = [6000, 5600]
  const pixels = Buffer.alloc(width * height * 3)
  for (let y = 0; y < height; y++)
    for (let x = 0, at = y * width * 3; x < width; x++, at += 3) pixels[at + (y % 5 === 0 ? 1 : x % 12 < 4 ? 0 : 2)] = 255
  const picture = await sharp(pixels, { raw: { width, height, channels: 3 } })
    .png({ compressionLevel: 1 })
    .toBuffer()
  const seen = await count(picture, width, height)
  expect([seen.total > 1_000_000, seen.total < 1_500_000]).toEqual([true, true])
  expect(Math.abs(shareOf(seen, [0, 255, 0]) - 1 / 5)).toBeLessThan(0.001)
  expect(Math.abs(shareOf(seen, [255, 0, 0]) - 4 / 15)).toBeLessThan(0.001)
  expect(Math.abs(shareOf(seen, [0, 0, 255]) - 8 / 15)).toBeLessThan(0.001)
}, 120_000)
test('grey, transparent and sixteen-bit pictures are counted in their own numbers', async () => {
  const grey = await flat(60, 40, '#808080').toColourspace('b-w').png().toBuffer()
  expect(shareOf(await count(grey, 60, 40, 'grey'), [128, 128, 128])).toBe(1)
  const clear = await sharp({ create: { width: 60, height: 40, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } } })
    .png()
    .toBuffer()
  expect(shareOf(await count(clear, 60, 40), [255, 255, 255])).toBe(1)
  const deep = await flat(60, 40, '#204060').toColourspace('rgb16').png().toBuffer()
  expect(shareOf(await count(deep, 60, 40), [32, 64, 96])).toBe(1)
})

test('how much of a picture cannot be printed is what transicc and culori say pixel by pixel, of a dark one, a grey one and a strong one', async () => {
  const [width, height] = [120, 90]
  const profile = 'demo/profiles/heron-harbour-lustre.icc'
  const kinds: Record<string, (x: number, y: number) => readonly [number, number, number]> = {
    dark: (x, y) => [4 + 30 * x * y + 3 * Math.sin(90 * x), 3 + 26 * y, 6 + 34 * x],
    grey: (x, y) => [60, 60, 60].map((v) => v * (x * x + 0.2 * y)) as [number, number, number],
    strong: (x, y) => [255 * x, 40 + 120 * y, 250 * (1 - x * y)],
  }
  const away = differenceCiede2000()
  const lab = ([l, a, b]: Triple) => ({ mode: 'lab65' as const, l, a, b })
  for (const [kind, paint] of Object.entries(kinds)) {
    const pixels = Array.from({ length: width * height }, (_, n) =>
      paint((n % width) / width, Math.floor(n / width) / height).map(Math.round),
    )
    const wanted = transiccTriples({ from: '*sRGB', to: '*Lab', intent: 1 }, pixels)
    const printed = transiccTriples({ from: profile, to: '*Lab', intent: 1 }, transicc({ from: '*sRGB', to: profile, intent: 1 }, pixels))
    const beyond = wanted.filter((from, n) => away(lab(from), lab(printed[n] as Triple)) > 2).length / pixels.length
    const picture = join(dir, `${kind}.png`)
    await sharp(Buffer.from(pixels.flat()), { raw: { width, height, channels: 3 } })
      .png()
      .toFile(picture)
    const task = { picture, width, height, channels: 'rgb' as const, source: null, printers: [], scratch: join(dir, 'scratch.tif') }
    const kept = join(dir, `${kind}.count`)
    await writeFile(kept, (await countPicture(task)).bytes)
    const { outOfGamut } = await measurePicture({ count: kept, source: null, printer: profile })
    expect([kind, beyond > 0.1 && beyond < 0.95, Math.abs(outOfGamut.share - beyond) < 0.005]).toEqual([kind, true, true])
  }
})

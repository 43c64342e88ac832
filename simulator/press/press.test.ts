import sharp from 'sharp'
import { labToSrgb, type Triple } from '../../core/color/cie.ts'
import { BENCH_AROUND } from '../../core/wire/api/machine.ts'
import { printedLab } from '../color/inks.ts'
import { inkModelFor } from '../color/paper-inks.ts'
import { deliver, type Marks, type Pass, truthOf, UNMARKED } from './press.ts'
import type { DevicePage } from './raster-in.ts'

/** Half a millimetre a pixel: positions on the sheet can be counted. */
const PPI = 50.8
const UM = 25_400 / PPI

/** A page 60 × 100 mm of one device colour on a sheet of just that size. */
function passOf(marks: Partial<Marks> = {}, change: Partial<Pass> = {}): Pass {
  const [width, height] = [120, 200]
  const rgba = new Uint8Array(width * height * 4).fill(255)
  for (let i = 0; i < rgba.length; i += 4) rgba.set([120, 120, 120], i)
  const page: DevicePage = {
    width,
    height,
    ppi: PPI,
    rgba,
    header: { width, height, ppi: PPI, pageWidth: width, pageHeight: height, colour: 'device3', copies: 1, mediaType: '' },
    ink: { left: 0, top: 0, right: 60_000, bottom: 100_000 },
    darkness: { cyan: 0.5, magenta: 0.5, yellow: 0.5 },
  }
  return {
    page,
    told: { width: 60_000, length: 100_000 },
    limits: { left: 0, top: 0, right: 60_000, bottom: 100_000, enforced: false } as Pass['limits'],
    travel: { x: 0, y: 0, skew: 0, width: 60_000, length: 100_000 },
    inks: { inkSet: 'pigment-10', coating: 'satin', white: [96, 0, -1], expects: 'satin', black: 'photo' },
    marks: { ...UNMARKED, ...marks },
    ...change,
  }
}

/** The sheet as it lies on the bench: the first channel at a point of the sheet, µm. */
async function sheetOf(pass: Pass) {
  const { data, info } = await sharp(await deliver(pass))
    .raw()
    .toBuffer({ resolveWithObject: true })
  const at = (x: number, y: number) => {
    const [column, row] = [Math.floor((x + BENCH_AROUND) / UM), Math.floor((y + BENCH_AROUND) / UM)]
    return [0, 1, 2].map((k) => data[(row * info.width + column) * info.channels + k] as number)
  }
  return { at, grey: (x: number, y: number) => at(x, y)[0] as number, info }
}

test('the sheet lies on a bench of neutral grey, as much of it on every side', async () => {
  const { at, info, grey } = await sheetOf(passOf())
  expect([info.width, info.height]).toEqual([(60_000 + 2 * BENCH_AROUND) / UM, (100_000 + 2 * BENCH_AROUND) / UM])
  for (const [x, y] of [
    [-1000, 50_000],
    [61_000, 50_000],
    [30_000, -1000],
    [30_000, 101_000],
  ] as const)
    expect(at(x, y)).toEqual([112, 112, 112])
  // One colour everywhere else, to the last pixel in every corner.
  for (const [x, y] of [
    [250, 250],
    [59_750, 250],
    [250, 99_750],
    [59_750, 99_750],
  ] as const)
    expect(grey(x, y)).toBe(grey(30_000, 50_000))
})

test('beyond what the machine can reach the paper stays bare, at each edge by itself', async () => {
  const limits = { left: 3000, top: 5000, right: 58_000, bottom: 91_000, enforced: false } as Pass['limits']
  const { at, grey } = await sheetOf(passOf({}, { limits }))
  const [bare, ink] = [at(30_000, 2000), grey(30_000, 50_000)]
  // Bare satin of L* 96 is sRGB 243 (CIE, IEC 61966-2-1), and blue by its b* of −1.
  expect(bare[0]).toBeGreaterThan(240)
  expect(bare[2] as number).toBeGreaterThan(bare[0] as number)
  expect([grey(2700, 50_000), grey(3300, 50_000)]).toEqual([bare[0], ink])
  expect([grey(57_700, 50_000), grey(58_300, 50_000)]).toEqual([ink, bare[0]])
  expect([grey(30_000, 4700), grey(30_000, 5300)]).toEqual([bare[0], ink])
  expect([grey(30_000, 90_700), grey(30_000, 91_300)]).toEqual([ink, bare[0]])
})

test('wet ink is spread in two tracks, 22 and 78 hundredths across, along the whole sheet', async () => {
  const clean = (await sheetOf(passOf())).grey(30_000, 50_000)
  const { grey } = await sheetOf(passOf({ smeared: true }))
  const darker = Math.floor(clean * 0.8)
  for (const y of [1000, 50_000, 99_000]) {
    for (const middle of [13_200, 46_800]) {
      expect(Math.abs(grey(middle, y) - darker)).toBeLessThanOrEqual(1)
      expect([grey(middle - 2200, y) < clean, grey(middle + 2200, y) < clean]).toEqual([true, true])
      expect([grey(middle - 2900, y), grey(middle + 2900, y)]).toEqual([clean, clean])
    }
    expect(grey(30_000, y)).toBe(clean)
  }
})

test('what was spread keeps eight tenths of its light, and nothing is added', async () => {
  const pass = passOf({ smeared: true })
  pass.page.rgba.fill(0)
  const [clean, spread] = [await sheetOf({ ...pass, marks: UNMARKED }), await sheetOf(pass)]
  const [dark, darker] = [clean.at(13_200, 50_000), spread.at(13_200, 50_000)]
  expect(darker).toEqual(dark.map((v) => Math.floor(v * 0.8)))
  expect(spread.at(30_000, 50_000)).toEqual(dark)
})

test('where it stood still a line a millimetre deep runs across, 3 mm short of either side', async () => {
  const clean = (await sheetOf(passOf())).grey(30_000, 50_000)
  const { grey } = await sheetOf(passOf({ seam: 0.25 }))
  const line = Math.floor(clean * 0.86 + 6)
  for (const x of [3300, 30_000, 56_700])
    expect([x, Math.abs(grey(x, 24_750) - line) <= 1, Math.abs(grey(x, 25_250) - line) <= 1]).toEqual([x, true, true])
  expect([grey(2700, 25_000), grey(57_300, 25_000), grey(30_000, 24_200), grey(30_000, 25_800)]).toEqual([clean, clean, clean, clean])
})

test('strikes are flat streaks near the sides, left and right in turn, thin towards their ends', async () => {
  const clean = (await sheetOf(passOf())).grey(30_000, 50_000)
  const { grey } = await sheetOf(passOf({ strikes: 3 }))
  // At 13, 44 and 75 hundredths of the length; 6 hundredths from the left, 7 from the right.
  for (const [x, y] of [
    [3600, 13_000],
    [55_800, 44_000],
    [3600, 75_000],
  ] as const) {
    expect(grey(x, y)).toBeLessThan(clean * 0.5)
    const inwards = x < 30_000 ? 1 : -1
    // 1.4 mm to each side at its middle, half of that half-way to its end, 9 mm away.
    expect([grey(x, y + 1000) < clean, grey(x, y - 1000) < clean]).toEqual([true, true])
    expect([grey(x, y + 1700), grey(x, y - 1700)]).toEqual([clean, clean])
    expect([grey(x + inwards * 4500, y + 1000), grey(x + inwards * 4500, y) < clean, grey(x + inwards * 9600, y)]).toEqual([
      clean,
      true,
      clean,
    ])
  }
  expect([grey(3600, 44_000), grey(55_800, 13_000)]).toEqual([clean, clean])
})

test('paper that ended before the page leaves a sheet of that length', async () => {
  const pass = passOf({ endsAt: 70_000 })
  const { at, info } = await sheetOf(pass)
  expect(info.height).toBe((70_000 + 2 * BENCH_AROUND) / UM)
  expect(at(30_000, 71_000)).toEqual([112, 112, 112])
  expect(truthOf(pass).short).toBe(true)
  expect(truthOf(passOf()).short).toBe(false)
})

test('a clockwise turn takes the far end of the print to the left; the record says what the picture shows', async () => {
  const skewed = passOf({}, { travel: { x: 8000, y: 6000, skew: 2, width: 80_000, length: 120_000 } })
  const { grey, at } = await sheetOf(skewed)
  const bare = at(78_000, 2000)[0] as number
  /** Where ink begins along a row from the left, and along a column from the top. µm, to a pixel. */
  const first = (inked: (d: number) => boolean) => {
    let d = 0
    while (!inked(d)) d += UM / 2
    return d
  }
  const [head, foot] = [20_000, 95_000].map((y) => first((x) => grey(x, y) !== bare)) as [number, number]
  // 75 mm at 2°: 75 × tan 2° = 2.6 mm (arithmetic by hand).
  expect(Math.abs(head - foot - 2620)).toBeLessThan(700)
  const { margins } = truthOf(skewed)
  expect(Math.abs(margins.left - first((x) => grey(x, 60_000) !== bare))).toBeLessThan(700)
  expect(Math.abs(margins.leading - first((y) => grey(40_000, y) !== bare))).toBeLessThan(700)
})

test('pigment on gloss shines unevenly without a coat; dye, other paper or a coat does not', () => {
  const shines = (inkSet: 'pigment-10' | 'pigment-12' | 'dye-6' | 'bulk-4', coating: 'gloss' | 'satin', coat: boolean) =>
    truthOf({ ...passOf({ coat }), inks: { ...passOf().inks, inkSet, coating } }).glossDifferential
  expect([shines('pigment-10', 'gloss', false), shines('pigment-12', 'gloss', false)]).toEqual([true, true])
  expect([shines('pigment-10', 'gloss', true), shines('pigment-10', 'satin', false), shines('dye-6', 'gloss', false)]).toEqual([
    false,
    false,
    false,
  ])
})

test('a page of nothing leaves the whole sheet white', () => {
  const pass = passOf()
  pass.page.ink = null
  expect(truthOf(pass).margins).toEqual({ leading: 100_000, trailing: 100_000, left: 60_000, right: 60_000 })
})

test('of a plainly turned print the record is a little longer than the page, by the cosine, and drifts by the tangent', () => {
  // Five degrees; ink from 10 to 50 mm across and 20 to 80 along.
  const pass = passOf({}, { travel: { x: 0, y: 0, skew: 5, width: 60_000, length: 100_000 } })
  pass.page.ink = { left: 10_000, top: 20_000, right: 50_000, bottom: 80_000 }
  const { margins } = truthOf(pass)
  const [cos, tan] = [Math.cos(Math.PI / 36), Math.tan(Math.PI / 36)]
  expect(margins.leading).toBe(Math.round(20_000 / cos))
  expect(margins.trailing).toBe(Math.round(100_000 - 80_000 / cos))
  expect(margins.left).toBe(Math.round(30_000 - 20_000 / cos - tan * 50_000))
  expect(margins.right).toBe(Math.round(60_000 - (30_000 + 20_000 / cos - tan * 50_000)))
})

test('device numbers go on paper as they are; what is marked as sRGB the printer converts first', async () => {
  const colour: Triple = [60, 140, 70]
  const pass = passOf()
  for (let i = 0; i < pass.page.rgba.length; i += 4) pass.page.rgba.set(colour, i)
  const asIs = labToSrgb(printedLab(inkModelFor(pass.inks))([colour[0] / 255, colour[1] / 255, colour[2] / 255])).map((v) => v * 255)
  const device = await sheetOf(pass)
  const managed = await sheetOf({ ...pass, page: { ...pass.page, header: { ...pass.page.header, colour: 'srgb' } } })
  const off = (a: readonly number[], b: readonly number[]) => Math.max(...a.map((v, k) => Math.abs(v - (b[k] as number))))
  const [asDevice, asSrgb] = [device.at(30_000, 50_000), managed.at(30_000, 50_000)]
  expect(off(asDevice, asIs)).toBeLessThan(6)
  // A green the ink reaches: converted it is nearly the colour that was asked for, between the paper's white and its darkest ink.
  expect(off(asSrgb, colour)).toBeLessThan(10)
  expect(off(asIs, colour)).toBeGreaterThan(20)
})

test('a page larger than the machine was told hangs over its edges by half of what it is larger', async () => {
  const pass = passOf({}, { told: { width: 50_000, length: 80_000 }, travel: { x: 0, y: 0, skew: 0, width: 50_000, length: 80_000 } })
  // Paler from 20 mm of the page on across, and from 40 mm on along it.
  for (let row = 0; row < 200; row++)
    for (let column = 0; column < 120; column++)
      pass.page.rgba.set(column < 40 && row < 80 ? [40, 40, 40] : [200, 200, 200], (row * 120 + column) * 4)
  const { grey } = await sheetOf(pass)
  // 60 mm of page on 50 of sheet: 5 mm beyond at the left; 100 on 80: 10 mm beyond the leading edge.
  expect([grey(14_700, 5000) < grey(15_300, 5000), grey(15_300, 5000)]).toEqual([true, grey(40_000, 70_000)])
  expect([grey(5000, 29_700) < grey(5000, 30_300), grey(5000, 30_300)]).toEqual([true, grey(40_000, 70_000)])
})

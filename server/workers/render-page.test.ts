import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { HEADER_BYTES, readHeader } from '../../core/output/pwg-raster/header.ts'
import { readLines } from '../../core/output/pwg-raster/lines.ts'
import { type FlatPage, type FlatPlan, pageOf } from '../testing/one-picture.ts'
import { type RenderPageTask, renderPage } from './render-page.ts'

let dir: string
beforeAll(() => {
  dir = mkdtempSync(join(tmpdir(), 'render-'))
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))

const PROFILE = 'demo/profiles/heron-harbour-lustre.icc'
const PLAN: FlatPlan = {
  ppi: 100,
  width: 200,
  height: 300,
  page: { width: 50_800, length: 76_200 },
  bleed: 0,
  pageWidth: 144,
  pageHeight: 216,
  crop: { left: 0, top: 0, width: 60, height: 40 },
  turn: 0,
  mirror: false,
  place: { left: 40, top: 60, width: 120, height: 80 },
  keep: { left: 0, top: 0, width: 200, height: 300 },
  wrap: null,
  marks: [],
  words: [],
}

/** Four flat quarters: red, green / blue, white. */
async function quarters(): Promise<string> {
  const file = join(dir, 'quarters.png')
  const data = Buffer.alloc(60 * 40 * 3)
  for (let y = 0; y < 40; y++)
    for (let x = 0; x < 60; x++)
      data.set(y < 20 ? (x < 30 ? [200, 30, 30] : [30, 160, 60]) : x < 30 ? [40, 50, 190] : [240, 240, 240], (y * 60 + x) * 3)
  await sharp(data, { raw: { width: 60, height: 40, channels: 3 } })
    .png()
    .toFile(file)
  return file
}

async function render(change: Partial<FlatPage & Pick<RenderPageTask, 'tag'>>) {
  const output = join(dir, 'page.pwg')
  const { tag = 'device3', ...page } = change
  const flat: FlatPage = {
    picture: await quarters(),
    channels: 'rgb',
    sourceProfile: null,
    printerProfile: null,
    intent: 'relative',
    blackPoint: true,
    untouched: true,
    plan: PLAN,
    sharpen: 0,
    maxPixels: 1e6,
    ...page,
  }
  await renderPage({ pages: [{ ...pageOf(flat), count: 1 }], tag, mediaType: 'photographic-satin', output })
  const bytes = new Uint8Array(readFileSync(output))
  const header = readHeader(bytes.subarray(4))
  const rows: Uint8Array[] = []
  if (header) readLines(bytes, 4 + HEADER_BYTES, header.width, header.height, (row) => rows.push(row.slice()))
  return { header, at: (x: number, y: number) => [...(rows[y] ?? []).slice(x * 3, x * 3 + 3)] }
}

test('the picture lies where the plan says, and the rest is bare paper', async () => {
  const { header, at } = await render({})
  expect(header).toMatchObject({ width: 200, height: 300, ppi: 100, colour: 'device3', mediaType: 'photographic-satin' })
  expect(at(60, 80)).toEqual([200, 30, 30])
  expect(at(140, 120)).toEqual([240, 240, 240])
  for (const [x, y] of [
    [39, 80],
    [161, 80],
    [60, 59],
    [60, 141],
  ] as const)
    expect(at(x, y)).toEqual([255, 255, 255])
})

test.each([
  [90, { width: 80, height: 120 }, [200, 30, 30], 'right top'],
  [180, { width: 120, height: 80 }, [200, 30, 30], 'right bottom'],
  [270, { width: 80, height: 120 }, [200, 30, 30], 'left bottom'],
] as const)('turned %i° clockwise the first corner goes to the %s', async (turn, size, colour, where) => {
  const place = { left: 40, top: 60, ...size }
  const { at } = await render({ plan: { ...PLAN, turn, place } })
  const x = where.startsWith('right') ? place.left + place.width - 12 : place.left + 12
  const y = where.endsWith('bottom') ? place.top + place.height - 12 : place.top + 12
  expect(at(x, y)).toEqual([...colour])
})

test('the profile is applied as transicc applies it', async () => {
  const { at } = await render({ printerProfile: PROFILE, untouched: false, intent: 'perceptual' })
  const reference = execFileSync('transicc', ['-n', '-i', '*sRGB', '-o', PROFILE, '-t', '0', '-b'], {
    input: '200 30 30\n30 160 60\n40 50 190\n',
    encoding: 'utf8',
    stdio: ['pipe', 'pipe', 'ignore'],
  })
  const rows = reference
    .trim()
    .split('\n')
    .map((line) => line.trim().split(/\s+/).map(Number))
  for (const [i, [x, y]] of (
    [
      [60, 80],
      [140, 80],
      [60, 120],
    ] as const
  ).entries()) {
    at(x, y).forEach((value, k) => {
      expect(Math.abs(value - (rows[i]?.[k] ?? Number.NaN))).toBeLessThan(2.5)
    })
  }
})

test('what reaches past the page or the printable area is cut there', async () => {
  const { at } = await render({
    plan: { ...PLAN, place: { left: -60, top: -40, width: 120, height: 80 }, keep: { left: 10, top: 10, width: 180, height: 280 } },
  })
  expect(at(20, 20)).toEqual([240, 240, 240])
  expect(at(5, 20)).toEqual([255, 255, 255])
  expect(at(20, 5)).toEqual([255, 255, 255])
})

test('a crop shows only its part', async () => {
  const { at } = await render({ plan: { ...PLAN, crop: { left: 30, top: 0, width: 30, height: 20 } } })
  for (const [x, y] of [
    [50, 70],
    [150, 130],
  ] as const)
    expect(at(x, y)).toEqual([30, 160, 60])
})

test('a grey picture, and one with alpha, come out as they look', async () => {
  const grey = join(dir, 'grey.png')
  await sharp(Buffer.alloc(2400, 120), { raw: { width: 60, height: 40, channels: 1 } })
    .png()
    .toFile(grey)
  expect((await render({ picture: grey, channels: 'grey' })).at(60, 80)).toEqual([120, 120, 120])
  const clear = join(dir, 'clear.png')
  await sharp({ create: { width: 60, height: 40, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } } })
    .png()
    .toFile(clear)
  expect((await render({ picture: clear })).at(60, 80)).toEqual([255, 255, 255])
})

test('words stand on the page where the plan says, dark on bare paper, and nowhere else', async () => {
  const text = {
    lines: ['WWW', 'III'],
    points: 30,
    align: 'left' as const,
    turn: 0 as const,
    place: { left: 20, top: 200, width: 140, height: 112 },
  }
  const { at } = await render({ plan: { ...PLAN, place: null, words: [text] } })
  const darkest = (x0: number, y0: number, w: number, h: number) => {
    let least = 255
    for (let y = y0; y < Math.min(300, y0 + h); y++) for (let x = x0; x < x0 + w; x++) least = Math.min(least, at(x, y)[0] ?? 255)
    return least
  }
  expect(darkest(20, 200, 140, 56)).toBeLessThan(60)
  expect(darkest(0, 0, 200, 198)).toBe(255)
  // The second line is narrow letters: nothing at its right.
  expect(darkest(120, 262, 40, 38)).toBe(255)
})

test('two blocks of words stand each in its place, and keep out of where nothing prints', async () => {
  const block = (left: number, top: number) => ({
    lines: ['W'],
    points: 20,
    align: 'left' as const,
    turn: 0 as const,
    place: { left, top, width: 40, height: 30 },
  })
  const { at } = await render({
    plan: { ...PLAN, place: null, words: [block(20, 40), block(150, 240)], keep: { left: 0, top: 0, width: 200, height: 258 } },
  })
  const dark = (x0: number, y0: number, w: number, h: number) => {
    for (let y = y0; y < y0 + h; y++) for (let x = x0; x < x0 + w; x++) if ((at(x, y)[0] ?? 255) < 100) return true
    return false
  }
  expect([dark(20, 40, 40, 30), dark(150, 240, 40, 18), dark(150, 258, 40, 12), dark(0, 100, 200, 100)]).toEqual([true, true, false, false])
})

test('fold marks are printed beside the picture, and cut where nothing prints', async () => {
  const marks = [
    { left: 50, top: 40, width: 2, height: 12 },
    { left: -5, top: 10, width: 20, height: 2 },
  ]
  const { at } = await render({ plan: { ...PLAN, marks, keep: { left: 8, top: 8, width: 184, height: 284 } } })
  expect(at(50, 45)).toEqual([0, 0, 0])
  expect(at(53, 45)).toEqual([255, 255, 255])
  expect([at(7, 10), at(9, 10)]).toEqual([
    [255, 255, 255],
    [0, 0, 0],
  ])
})

test.each([
  ['mirror', [200, 30, 30]],
  ['stretch', [200, 30, 30]],
  ['colour', [18, 52, 86]],
] as const)('the sides of a canvas wrapped with %s', async (how, corner) => {
  const { at } = await render({ plan: { ...PLAN, wrap: { x: 10, y: 10, how, colour: '#123456' } } })
  // The face begins 10 pixels in; its first quarter is red, and so is a side made from it.
  expect(at(52, 72)).toEqual([200, 30, 30])
  expect(at(43, 63)).toEqual([...corner])
  expect(at(38, 63)).toEqual([255, 255, 255])
})

test('mirrored, a page is that of the picture flipped beforehand by another program, at every turn, cropped at either end', async () => {
  const file = await quarters()
  const flipped = join(dir, 'flipped.png')
  execFileSync('vips', ['flip', file, flipped, 'horizontal'])
  for (const turn of [0, 90, 180, 270] as const)
    for (const left of [0, 18]) {
      const crop = { left, top: 4, width: 42, height: 36 }
      const place = turn % 180 === 90 ? { left: 40, top: 60, width: 80, height: 120 } : { left: 40, top: 60, width: 120, height: 80 }
      const mirrored = await render({ plan: { ...PLAN, turn, mirror: true, crop, place } })
      const plain = await render({
        picture: flipped,
        plan: { ...PLAN, turn, mirror: false, crop: { ...crop, left: 60 - left - 42 }, place },
      })
      for (const [x, y] of [
        [50, 70],
        [110, 70],
        [50, 130],
        [110, 130],
        [60, 170],
      ] as const)
        expect([turn, left, x, y, mirrored.at(x, y)]).toEqual([turn, left, x, y, plain.at(x, y)])
    }
})

/** A picture in which every level tells where it lies: red grows across by three a pixel, green down by five, blue falls along both. */
async function slopes(): Promise<string> {
  const file = join(dir, 'slopes.png')
  const data = Buffer.alloc(60 * 40 * 3)
  for (let y = 0; y < 40; y++) for (let x = 0; x < 60; x++) data.set([3 * x + 20, 5 * y + 30, 250 - x - 2 * y], (y * 60 + x) * 3)
  await sharp(data, { raw: { width: 60, height: 40, channels: 3 } })
    .png()
    .toFile(file)
  return file
}

test.each(
  ([0, 90, 180, 270] as const).flatMap((turn) => [false, true].flatMap((mirror) => [1, 1.6, 3.1].map((by) => [turn, mirror, by] as const))),
)('turned %i°, mirrored %s, %f times as large, every pixel lies where a ruler would find it', async (turn, mirror, by) => {
  const crop = { left: 7, top: 5, width: 42, height: 30 }
  const upright = { width: Math.round(crop.width * by), height: Math.round(crop.height * by) + (by > 1 ? 3 : 0) }
  const place = { left: 20, top: 30, ...(turn % 180 === 90 ? { width: upright.height, height: upright.width } : upright) }
  const { at } = await render({ picture: await slopes(), plan: { ...PLAN, crop, turn, mirror, place } })
  const off: string[] = []
  for (let y = 0; y < place.height; y++)
    for (let x = 0; x < place.width; x++) {
      // Back from the place to the upright picture, in shares of its sides, by the middle of the pixel; turns are clockwise.
      const [u, v] = [(x + 0.5) / place.width, (y + 0.5) / place.height]
      const [s, t] = ({ 0: [u, v], 90: [v, 1 - u], 180: [1 - u, 1 - v], 270: [1 - v, u] } as const)[turn]
      const [px, py] = [crop.width * (mirror ? 1 - s : s) - 0.5, crop.height * t - 0.5]
      // A slope stays a slope, but for where its end is repeated.
      if (px < 2 || px > crop.width - 3 || py < 2 || py > crop.height - 3) continue
      const [left, top] = [crop.left + px, crop.top + py]
      const should = [3 * left + 20, 5 * top + 30, 250 - left - 2 * top]
      const is = at(place.left + x, place.top + y)
      if (is.some((level, c) => Math.abs(level - (should[c] as number)) > 0.6)) off.push(`${x} ${y}: ${is} for ${should}`)
    }
  expect(off).toEqual([])
})

test('what reaches past the far edges of the printable area is cut there as well', async () => {
  const keep = { left: 10, top: 12, width: 171, height: 273 }
  const { at } = await render({ plan: { ...PLAN, place: { left: 140, top: 240, width: 120, height: 80 }, keep } })
  expect([at(180, 260), at(181, 260)]).toEqual([
    [200, 30, 30],
    [255, 255, 255],
  ])
  expect([at(160, 275), at(160, 284), at(160, 285)]).toEqual([[200, 30, 30], expect.not.arrayContaining([255]), [255, 255, 255]])
})

describe('the four sides of a canvas, each edge of the picture in a colour of its own', () => {
  const EDGES = { left: [200, 30, 30], right: [30, 60, 200], top: [30, 160, 60], bottom: [220, 180, 20] } as const
  const GREY = [128, 128, 128]
  /** A grey picture of 100 × 60 with a frame of four pixels. */
  async function framed(): Promise<string> {
    const file = join(dir, 'framed.png')
    const data = Buffer.alloc(100 * 60 * 3)
    for (let y = 0; y < 60; y++)
      for (let x = 0; x < 100; x++) {
        const edge = x < 4 ? EDGES.left : x >= 96 ? EDGES.right : y < 4 ? EDGES.top : y >= 56 ? EDGES.bottom : GREY
        data.set(edge, (y * 100 + x) * 3)
      }
    await sharp(data, { raw: { width: 100, height: 60, channels: 3 } })
      .png()
      .toFile(file)
    return file
  }
  // 100 × 60 pixels lie one to one at 50, 70; the sides are ten pixels wide.
  const OUT = {
    left: (by: number) => [50 - by, 100],
    right: (by: number) => [149 + by, 100],
    top: (by: number) => [100, 70 - by],
    bottom: (by: number) => [100, 129 + by],
  }
  const plan = { ...PLAN, crop: { left: 0, top: 0, width: 100, height: 60 } }
  test.each([
    // Mirrored: the frame's four pixels next to the bar, what lies inside of them beyond.
    ['mirror', (edge: readonly number[]) => [edge, GREY]],
    // Stretched: the outermost pixel drawn out over the whole side.
    ['stretch', (edge: readonly number[]) => [edge, edge]],
    [
      'colour',
      () => [
        [18, 52, 86],
        [18, 52, 86],
      ],
    ],
  ] as const)('%s', async (how, sides) => {
    const { at } = await render({ picture: await framed(), plan: { ...plan, wrap: { x: 10, y: 10, how, colour: '#123456' } } })
    for (const [edge, out] of Object.entries(OUT)) {
      const [near, far] = [out(2), out(8)] as [[number, number], [number, number]]
      expect([edge, at(...near), at(...far)]).toEqual([edge, ...sides(EDGES[edge as keyof typeof EDGES])])
      // The face itself is what it was.
      expect(at(...(out(-2) as [number, number]))).toEqual([...EDGES[edge as keyof typeof EDGES]])
    }
  })
})

test.each([
  ['left', 0],
  ['centre', 1],
  ['right', 2],
] as const)('words set to the %s stand in that third of their block', async (align, third) => {
  const text = { lines: ['II'], points: 30, align, turn: 0 as const, place: { left: 20, top: 200, width: 150, height: 60 } }
  const { at } = await render({ plan: { ...PLAN, place: null, words: [text] } })
  const dark = [0, 1, 2].map((n) => {
    for (let y = 200; y < 260; y++) for (let x = 20 + n * 50; x < 70 + n * 50; x++) if ((at(x, y)[0] ?? 255) < 100) return true
    return false
  })
  expect(dark).toEqual([0, 1, 2].map((n) => n === third))
})

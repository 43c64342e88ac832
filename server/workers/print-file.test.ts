import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { MessageChannel } from 'node:worker_threads'
import { inflateSync } from 'node:zlib'
import { PDFDocument, PDFName, PDFRawStream } from 'pdf-lib'
import sharp from 'sharp'
import { HEADER_BYTES } from '../../core/output/pwg-raster/header.ts'
import { readLines } from '../../core/output/pwg-raster/lines.ts'
import { pressProfile } from '../../core/testing/press-profile.ts'
import { transicc } from '../../core/testing/transicc.ts'
import { type FlatPage, type FlatPlan, pageOf } from '../testing/one-picture.ts'
import { makePrintFile, type PrintFileTask } from './print-file.ts'
import { renderPage } from './render-page.ts'

let dir: string
beforeAll(() => {
  dir = mkdtempSync(join(tmpdir(), 'print-file-'))
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))

const PROFILE = 'demo/profiles/heron-harbour-lustre.icc'
const [WIDTH, HEIGHT] = [200, 150]
const PLAN: FlatPlan = {
  ppi: 100,
  width: WIDTH,
  height: HEIGHT,
  page: { width: 50_800, length: 38_100 },
  bleed: 0,
  pageWidth: 144,
  pageHeight: 108,
  crop: { left: 0, top: 0, width: 64, height: 48 },
  turn: 0,
  mirror: false,
  place: { left: 20, top: 10, width: 160, height: 120 },
  keep: { left: 0, top: 0, width: WIDTH, height: HEIGHT },
  wrap: null,
  marks: [],
  words: [],
}

/** A soft ramp of two colours, in 8 or 16 bit. */
async function ramp(bits: 8 | 16): Promise<string> {
  const file = join(dir, `ramp-${bits}.png`)
  const raw = { raw: { width: 64, height: 48, channels: 3 as const } }
  const level = (i: number, most: number) => Math.round((most * ((Math.floor(i / 3) % 64) + 20 * (i % 3))) / 130)
  const picture =
    bits === 8
      ? sharp(
          Uint8Array.from({ length: 64 * 48 * 3 }, (_, i) => level(i, 255)),
          raw,
        )
      : sharp(
          Uint16Array.from({ length: 64 * 48 * 3 }, (_, i) => level(i, 65_535)),
          raw,
        )
  await picture
    .toColourspace(bits === 8 ? 'srgb' : 'rgb16')
    .png()
    .toFile(file)
  return file
}

const task = async (bits: 8 | 16) => ({
  picture: await ramp(bits),
  channels: 'rgb' as const,
  sourceProfile: null,
  printerProfile: PROFILE,
  intent: 'relative' as const,
  blackPoint: true,
  untouched: false,
  plan: PLAN,
  sharpen: 0,
  maxPixels: 1e6,
})

async function make(format: PrintFileTask['format'], bits: 8 | 16 = 8, change: Partial<FlatPage> = {}): Promise<string> {
  const output = join(dir, `page.${format}`)
  const { port1, port2 } = new MessageChannel()
  await makePrintFile({ pages: [pageOf({ ...(await task(bits)), ...change })], format, title: 'A (page)', port: port2, output })
  port1.close()
  return output
}

/** The page as the printers get it. */
async function reference(): Promise<Uint8Array> {
  const output = join(dir, 'page.pwg')
  await renderPage({ pages: [{ ...pageOf(await task(8)), count: 1 }], tag: 'device3', mediaType: 'any', output })
  const rows: Uint8Array[] = []
  readLines(new Uint8Array(readFileSync(output)), 4 + HEADER_BYTES, WIDTH, HEIGHT, (row) => rows.push(row.slice()))
  return Buffer.concat(rows)
}

/** Greatest and mean difference of two rows of bytes. */
function apart(a: ArrayLike<number>, b: ArrayLike<number>) {
  expect(a.length).toBe(b.length)
  let [most, sum] = [0, 0]
  for (let i = 0; i < a.length; i++) {
    const d = Math.abs((a[i] as number) - (b[i] as number))
    most = Math.max(most, d)
    sum += d
  }
  return { most, mean: sum / a.length }
}

test.each(['tiff', 'png'] as const)('%s holds the printer’s numbers, its profile and its resolution', async (format) => {
  const file = await make(format)
  const meta = await sharp(file).metadata()
  expect(meta).toMatchObject({ width: WIDTH, height: HEIGHT, channels: 3, depth: 'uchar', density: 100 })
  expect(Buffer.compare(meta.icc as Buffer, readFileSync(PROFILE))).toBe(0)
  const pixels = await sharp(file, { ignoreIcc: true }).raw().toBuffer()
  expect(apart(pixels, await reference()).most).toBe(0)
})

test.each(['tiff16', 'png16'] as const)('%s keeps more steps than eight bits have, and agrees with them', async (format) => {
  const file = await make(format, 16)
  const meta = await sharp(file).metadata()
  expect(meta).toMatchObject({ width: WIDTH, depth: 'ushort' })
  expect(Buffer.compare(meta.icc as Buffer, readFileSync(PROFILE))).toBe(0)
  const { data } = await sharp(file, { ignoreIcc: true })
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true })
  const wide = new Uint16Array(data.buffer, data.byteOffset, data.length / 2)
  expect(new Set(wide).size).toBeGreaterThan(400)
  expect(
    apart(
      Array.from(wide, (v) => Math.round(v / 257)),
      await reference(),
    ).mean,
  ).toBeLessThan(0.6)
})

test('PDF is one page of the true size with the same pixels and the profile', async () => {
  const pdf = await PDFDocument.load(readFileSync(await make('pdf')))
  // 50.8 × 38.1 mm, and with a bleed the page lies in the middle of it, true to a hundredth of a millimetre.
  expect(pdf.getPages().map((p) => p.getSize())).toEqual([{ width: 144, height: 108 }])
  const odd = { ...PLAN, page: { width: 101_630, length: 152_370 }, bleed: 1234 }
  const [page] = (await PDFDocument.load(readFileSync(await make('pdf', 8, { plan: odd })))).getPages()
  const mm = (points: number) => (points * 25.4) / 72
  expect([mm(page?.getWidth() ?? 0), mm(page?.getHeight() ?? 0)]).toEqual([expect.closeTo(104.098, 2), expect.closeTo(154.838, 2)])
  const trim = page?.getTrimBox()
  expect([trim?.x, trim?.width, trim?.height].map((v) => mm(v ?? 0))).toEqual([
    expect.closeTo(1.234, 2),
    expect.closeTo(101.63, 2),
    expect.closeTo(152.37, 2),
  ])
  expect(pdf.getTitle()).toBe('A (page)')
  const streams = pdf.context.enumerateIndirectObjects().flatMap(([, o]) => (o instanceof PDFRawStream ? [o] : []))
  const image = streams.find((s) => s.dict.get(PDFName.of('Subtype')) === PDFName.of('Image'))
  const profile = streams.find((s) => s.dict.get(PDFName.of('N')))
  expect(apart(inflateSync(Buffer.from(image?.contents ?? [])), await reference()).most).toBe(0)
  expect(Buffer.compare(Buffer.from(profile?.contents ?? []), readFileSync(PROFILE))).toBe(0)
})

test('sharpening lifts edges and leaves flat parts alone; none is the default', async () => {
  const edge = join(dir, 'edge.png')
  await sharp(
    Uint8Array.from({ length: 64 * 48 * 3 }, (_, i) => (Math.floor(i / 3) % 64 < 32 ? 90 : 160)),
    { raw: { width: 64, height: 48, channels: 3 } },
  )
    .png()
    .toFile(edge)
  const rowOf = async (sharpen: number) => {
    const place = { left: 20, top: 10, width: 64, height: 48 }
    const file = await make('tiff', 8, { picture: edge, printerProfile: null, sharpen, plan: { ...PLAN, place } })
    const pixels = await sharp(file).raw().toBuffer()
    return Array.from({ length: 64 }, (_, x) => pixels[(30 * WIDTH + 20 + x) * 3] as number)
  }
  const [plain, sharp100] = [await rowOf(0), await rowOf(100)]
  expect(Math.min(...sharp100)).toBeLessThan(Math.min(...plain))
  expect(Math.max(...sharp100)).toBeGreaterThan(Math.max(...plain))
  expect(apart(plain.slice(5, 25), sharp100.slice(5, 25)).most).toBeLessThanOrEqual(1)
  // By libvips' own command: at 100 % twice the difference is added back, at 40 % four fifths of it.
  for (const percent of [40, 100]) {
    const by = join(dir, `sharpened-${percent}.png`)
    const how = { sigma: 0.8, x1: 1, y2: 10, y3: 10, m1: 0, m2: percent / 50 }
    execFileSync('vips', ['sharpen', edge, by, ...Object.entries(how).flatMap(([k, v]) => [`--${k}`, String(v)])])
    const reference = await sharp(by).removeAlpha().raw().toBuffer()
    const row = Array.from({ length: 64 }, (_, x) => reference[(20 * 64 + x) * 3] as number)
    expect(apart(await rowOf(percent), row).most).toBeLessThanOrEqual(1)
  }
})

test('a picture already in the printer’s numbers goes through as it is', async () => {
  const file = await make('tiff', 8, {
    sourceProfile: PROFILE,
    intent: 'perceptual',
    plan: { ...PLAN, place: { left: 20, top: 10, width: 64, height: 48 } },
  })
  const pixels = await sharp(file, { ignoreIcc: true }).extract({ left: 20, top: 10, width: 64, height: 48 }).raw().toBuffer()
  expect(
    apart(
      pixels,
      await sharp(await ramp(8))
        .raw()
        .toBuffer(),
    ).most,
  ).toBe(0)
})

test('where the driver manages, or nobody, a file holds the picture’s own numbers with its own profile', async () => {
  const own = 'demo/profiles/gannet-saltmarsh-cotton.icc'
  for (const untouched of [false, true]) {
    const file = await make('tiff', 8, { printerProfile: null, sourceProfile: own, untouched })
    expect(Buffer.compare((await sharp(file).metadata()).icc as Buffer, readFileSync(own))).toBe(0)
    const plain = await make('tiff', 8, { printerProfile: null, sourceProfile: null, untouched: true })
    const [mine, theirs] = await Promise.all([file, plain].map((f) => sharp(f, { ignoreIcc: true }).raw().toBuffer()))
    expect(Buffer.compare(mine as Buffer, theirs as Buffer)).toBe(0)
  }
})

/** An uncompressed TIFF of four inks, eight bits (TIFF 6.0, section 16), each patch 20 pixels wide. */
function inkTiff(patches: readonly (readonly number[])[], height: number): Buffer {
  const width = patches.length * 20
  const entries: [tag: number, type: number, count: number, value: number][] = [
    [256, 4, 1, width],
    [257, 4, 1, height],
    [258, 3, 4, 8 + 2 + 11 * 12 + 4],
    [259, 3, 1, 1],
    [262, 3, 1, 5],
    [273, 4, 1, 8 + 2 + 11 * 12 + 4 + 8],
    [277, 3, 1, 4],
    [278, 4, 1, height],
    [279, 4, 1, width * height * 4],
    [284, 3, 1, 1],
    [332, 3, 1, 1],
  ]
  const head = Buffer.alloc(8 + 2 + entries.length * 12 + 4 + 8)
  head.write('II', 0, 'latin1')
  head.writeUInt16LE(42, 2)
  head.writeUInt32LE(8, 4)
  head.writeUInt16LE(entries.length, 8)
  entries.forEach(([tag, type, count, value], i) => {
    const at = 10 + i * 12
    head.writeUInt16LE(tag, at)
    head.writeUInt16LE(type, at + 2)
    head.writeUInt32LE(count, at + 4)
    if (type === 3 && count === 1) head.writeUInt16LE(value, at + 8)
    else head.writeUInt32LE(value, at + 8)
  })
  for (let k = 0; k < 4; k++) head.writeUInt16LE(8, 8 + 2 + entries.length * 12 + 4 + k * 2)
  const row = Buffer.from(patches.flatMap((inks) => Array.from({ length: 20 }, () => inks).flat()))
  return Buffer.concat([head, ...Array.from({ length: height }, () => row)])
}

test('a picture in four inks goes from its own profile to the printer’s in one step, under the plate’s intent (transicc)', async () => {
  const press = pressProfile()
  const patches = [
    [255, 0, 0, 0],
    [0, 255, 20, 0],
    [0, 0, 255, 0],
    [180, 40, 200, 10],
    [30, 30, 30, 90],
    [0, 0, 0, 0],
  ] as const
  const file = join(dir, 'inks.tif')
  writeFileSync(file, inkTiff(patches, 60))
  const wide = { ...PLAN, crop: { left: 0, top: 0, width: 120, height: 60 }, place: { left: 0, top: 0, width: 120, height: 60 } }
  for (const [intent, t] of [
    ['relative', 1],
    ['perceptual', 0],
  ] as const) {
    const made = await make('tiff', 8, { picture: file, channels: 'cmyk', sourceProfile: press, intent, blackPoint: true, plan: wide })
    const { data, info } = await sharp(made, { ignoreIcc: true }).raw().toBuffer({ resolveWithObject: true })
    const said = transicc(
      { from: press, to: PROFILE, intent: t, blackPoint: true },
      patches.map((inks) => inks.map((v) => (v / 255) * 100)),
    )
    patches.forEach((_, i) => {
      const at = (30 * info.width + i * 20 + 10) * info.channels
      const got = [...data.subarray(at, at + 3)]
      for (const [c, value] of (said[i] ?? []).entries())
        expect([intent, i, c, Math.abs((got[c] as number) - value) <= 3]).toEqual([intent, i, c, true])
    })
  }
})

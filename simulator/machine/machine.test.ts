import sharp from 'sharp'
import { deltaE2000, srgbToLab, type Triple } from '../../core/color/cie.ts'
import { applyGrid } from '../../core/color/grid.ts'
import { SYNC, writeHeader } from '../../core/output/pwg-raster/header.ts'
import { lineWriter } from '../../core/output/pwg-raster/lines.ts'
import { skewFrom } from '../../core/things/calibration/offset.ts'
import { BENCH_AROUND } from '../../core/wire/api/machine.ts'
import { printedLab } from '../color/inks.ts'
import { inkModelFor } from '../color/paper-inks.ts'
import { realSheet } from '../demo-machines.ts'
import { managedGrid } from '../press/manage.ts'
import { deliver, type Pass, truthOf, UNMARKED } from '../press/press.ts'
import { readRaster } from '../press/raster-in.ts'
import { afterPowerCut, clearMachines, ends, LITTLE, machineOf, page, send, size, ticket, until } from '../testing/machines.ts'
import type { Machine } from './machine.ts'
import { displayOf } from './panel.ts'

afterAll(clearMachines)

const A3 = { source: 'main', mediaType: 'photographic-satin', page: size(296.6, 419.8) }
const lustre = (machine: Machine, n = 5) => machine.load('heron-cassette', realSheet('lustre-a3'), n)

test('with the wide gap it asks at its panel only, and says nothing over the network until somebody presses OK', async () => {
  const machine = machineOf('gannet')
  machine.load('gannet-art', realSheet('cotton-a3'), 1)
  const job = await send(machine, { source: 'manual', mediaType: 'fine-art-matte', page: size(296.2, 419.1) }, page(296.2, 419.1, 30))
  await until(() => {
    if (job.state === 'processing-stopped') machine.go()
    return displayOf(machine).title === 'Confirm'
  })
  expect(job).toMatchObject({ state: 'processing', reason: 'job-printing', progress: 0 })
  expect(displayOf(machine)).toMatchObject({ ok: 'Print' })
  machine.go()
  await ends(machine, job.id)
  expect(job.truths[0]).toMatchObject({ strikes: 0, mediaTypeId: 'fine-art-matte', black: 'matte' })
})

test('panel and job that name different papers stop it; OK prints with the panel’s, a corrected panel with both', async () => {
  for (const correct of [true, false]) {
    const machine = machineOf('heron')
    lustre(machine)
    machine.setPanel('heron-cassette', { mediaTypeId: 'photographic-matte', gap: 'auto' })
    const job = await send(machine, A3, page(296.6, 419.8, 30))
    await until(() => job.reason === 'input-media-type-change')
    if (correct) machine.setPanel('heron-cassette', { mediaTypeId: 'photographic-satin', gap: 'auto' })
    machine.go()
    await until(() => {
      if (job.reason === 'black-swap-needed' || job.reason === 'media-jam') machine.go()
      return job.state === 'completed'
    })
    expect(job.truths[0]?.mediaTypeId).toBe(correct ? 'photographic-satin' : 'photographic-matte')
  }
})

test('thick board under the normal gap is struck, and shows it; with the gap of its entry it is not', async () => {
  for (const gap of ['normal', null] as const) {
    const machine = machineOf('gannet', { asksWideGap: false })
    const job = await send(
      machine,
      { source: 'by-pass-tray', mediaType: 'board-matte', page: size(297, 419.4), gap },
      page(297, 419.4, 40, [220, 220, 220]),
    )
    await until(() => job.reason === 'media-needed')
    expect(machine.load('gannet-board', realSheet('board-a3'), 1)).toBeNull()
    await ends(machine, job.id)
    expect(job.truths[0]?.strikes === 0).toBe(gap === null)
    const { data, info } = await sharp(machine.sheetFile(job.id, 1)).greyscale().raw().toBuffer({ resolveWithObject: true })
    // Along the left border, where nothing was printed: paper, or a smear.
    const x = Math.round(info.width * 0.1)
    const column = Array.from({ length: info.height }, (_, y) => data[y * info.width * info.channels + x * info.channels] as number)
    const middle = column.slice(Math.round(info.height * 0.06), Math.round(info.height * 0.94))
    expect(Math.min(...middle) < 150).toBe(gap === 'normal')
  }
})

test('a roll that ends in the middle spoils the sheet; with another roll on, it is printed again', async () => {
  const machine = machineOf('heron')
  machine.load('heron-roll', realSheet('rag-17'), 200_000)
  const job = await send(machine, { source: 'main-roll', mediaType: 'photographic-satin', page: size(431.9, 300) }, page(431.9, 300, 30))
  await until(() => {
    if (job.reason === 'media-jam') machine.go()
    return job.reason === 'media-empty'
  })
  expect(job).toMatchObject({ delivered: 0, spoilt: 1 })
  machine.load('heron-roll', realSheet('rag-17'), 5_000_000)
  await ends(machine, job.id)
  expect(job).toMatchObject({ state: 'completed', delivered: 1, spoilt: 1 })
  expect(job.truths.map((t) => t.short)).toEqual([true, false])
})

test('a machine that counts its roll asks before it begins', async () => {
  const machine = machineOf('petrel')
  machine.load('petrel-roll', realSheet('satin-24'), 200_000)
  const job = await send(machine, { source: 'main-roll', mediaType: 'photographic-satin', page: size(609.4, 300) }, page(609.4, 300, 30))
  await until(() => job.reason === 'media-needed')
  expect(job.spoilt).toBe(0)
})

test('an ink that runs out stops it; a fresh one lets it go on, with a line where it stood', async () => {
  const machine = machineOf('heron')
  lustre(machine)
  const cyan = machine.printer.inks.find((i) => /^cyan/i.test(i.name))
  if (!cyan) throw new Error('no cyan')
  machine.state.inks[cyan.id] = 0.02
  const job = await send(machine, A3, page(296.6, 419.8, 30, [0, 120, 200]))
  await until(() => {
    if (job.reason === 'media-jam') machine.go()
    return job.reason === 'marker-supply-empty'
  })
  expect(job.message).toContain(cyan.name)
  machine.replaceInk(cyan.id)
  machine.go()
  await ends(machine, job.id)
  expect(job.truths[0]?.seam).toBeGreaterThanOrEqual(0)
  expect(machine.state.inks[cyan.id]).toBeLessThan(cyan.capacity)
})

test('ink goes by what is printed: a cyan page takes cyan and no yellow, a blank page nothing', async () => {
  const spent = async (rgb: Triple) => {
    const machine = machineOf('heron')
    lustre(machine)
    const before = { ...machine.state.inks }
    const job = await send(machine, A3, page(296.6, 419.8, 30, rgb))
    await ends(machine, job.id)
    return Object.fromEntries(machine.printer.inks.map((i) => [i.name, (before[i.id] ?? 0) - (machine.state.inks[i.id] ?? 0)]))
  }
  const cyan = await spent([0, 255, 255])
  expect(cyan.Cyan).toBeGreaterThan(0.1)
  expect(cyan.Yellow).toBe(0)
  // Satin prints with photo black; the matte one lies idle.
  const dark = await spent([30, 30, 30])
  expect(dark['Photo black']).toBeGreaterThan(0.1)
  expect(dark['Matte black']).toBe(0)
  const none = await spent([255, 255, 255])
  expect(Math.max(...Object.values(none))).toBe(0)
})

test('the cover opened in the middle stops it, and closing it goes on with a line to show for it', async () => {
  const machine = machineOf('heron')
  machine.setPace(40)
  lustre(machine)
  const job = await send(machine, A3, page(296.6, 419.8, 30))
  await until(() => {
    if (job.reason === 'media-jam') machine.go()
    return job.progress > 0
  })
  machine.cover(true)
  await until(() => job.reason === 'cover-open')
  machine.setPace(null)
  machine.cover(false)
  await ends(machine, job.id)
  expect(job.truths[0]?.seam).not.toBeNull()
})

test('the other black has to be swapped in first; it takes ink, and stays in', async () => {
  const machine = machineOf('albatross')
  machine.load('albatross-roll', realSheet('satin-44'), 4_800_000)
  const before = machine.printer.inks.filter((i) => /black/i.test(i.name)).reduce((sum, i) => sum + (machine.state.inks[i.id] ?? 0), 0)
  const job = await send(machine, { source: 'main-roll', mediaType: 'photographic-satin', page: size(1117.6, 300) }, page(1117.6, 300, 60))
  await until(() => job.reason === 'black-swap-needed')
  machine.go()
  await ends(machine, job.id)
  expect(machine.state.black).toBe('photo')
  expect(job.truths[0]?.black).toBe('photo')
  const after = machine.printer.inks.filter((i) => /black/i.test(i.name)).reduce((sum, i) => sum + (machine.state.inks[i.id] ?? 0), 0)
  expect(before - after).toBeGreaterThanOrEqual((machine.printer.black.swap?.millilitres ?? 0) - 1e-9)
  // A blank page takes no ink of its own: what is gone then is the swap's, no more and no less.
  const other = machineOf('albatross')
  other.load('albatross-roll', realSheet('satin-44'), 4_800_000)
  const full = { ...other.state.inks }
  const blank = await send(
    other,
    { source: 'main-roll', mediaType: 'photographic-satin', page: size(1117.6, 300) },
    page(1117.6, 300, 60, [255, 255, 255]),
  )
  await until(() => blank.reason === 'black-swap-needed')
  other.go()
  await ends(other, blank.id)
  const gone = other.printer.inks.reduce((sum, i) => sum + (full[i.id] ?? 0) - (other.state.inks[i.id] ?? 0), 0)
  expect(gone).toBeCloseTo(other.printer.black.swap?.millilitres ?? 0, 9)
})

test('a JPEG is printed in the middle at its own size; what is no picture is refused', async () => {
  const machine = machineOf('heron')
  lustre(machine)
  const jpeg = await sharp({ create: { width: 600, height: 900, channels: 3, background: '#336699' } })
    .withMetadata({ density: 150 })
    .jpeg()
    .toBuffer()
  const job = await send(machine, A3, jpeg, 'picture')
  await ends(machine, job.id)
  // 600 pixels at 150 per inch are 101.6 mm: (296.6 − 101.6)/2 = 97.5 mm at each side.
  const { left = 0, right = 0 } = job.truths[0]?.margins ?? {}
  for (const white of [left, right]) expect(Math.abs(white - 97_500)).toBeLessThan(1200)
  await expect(send(machine, A3, new Uint8Array([0xff, 0xd8, 0xff, 0, 1, 2]), 'picture')).rejects.toThrow('cannot be opened')
})

test('numbers marked as sRGB are converted by the printer, device numbers are not: managed twice is visibly wrong', () => {
  const inks = { inkSet: 'pigment-10', coating: 'satin', white: [96, 0, -1], expects: 'satin', black: 'photo' } as const
  const print = printedLab(inkModelFor({ ...inks, white: [96, 0, -1] }))
  const grid = managedGrid({ ...inks, white: [96, 0, -1] })
  const device = (rgb: Triple): Triple => {
    const out = new Uint8Array(4)
    applyGrid(grid, new Uint8Array([...rgb, 255]), out)
    return [(out[0] as number) / 255, (out[1] as number) / 255, (out[2] as number) / 255]
  }
  const unit = (rgb: Triple): Triple => [rgb[0] / 255, rgb[1] / 255, rgb[2] / 255]
  for (const rgb of [
    [150, 110, 90],
    [90, 120, 150],
    [128, 128, 128],
  ] as const) {
    const wanted = srgbToLab(unit(rgb))
    const once = print(device(rgb))
    const twice = print(device(device(rgb).map((v) => Math.round(v * 255)) as unknown as Triple))
    // Lightness is fitted to the paper's range; hue and chroma are kept.
    expect(deltaE2000([once[0], once[1], once[2]], [once[0], wanted[1], wanted[2]])).toBeLessThan(3)
    expect(deltaE2000(once, twice)).toBeGreaterThan(2)
  }
})

test('greys managed by the printer lean as far towards the paper’s own tint as they are light', () => {
  const inks = { inkSet: 'pigment-10', coating: 'satin', white: [96, 3, -12] as const, expects: 'satin', black: 'photo' } as const
  const print = printedLab(inkModelFor({ ...inks, white: [96, 3, -12] }))
  const grid = managedGrid({ ...inks, white: [96, 3, -12] })
  const printed = (grey: number) => {
    const out = new Uint8Array(4)
    applyGrid(grid, new Uint8Array([grey, grey, grey, 255]), out)
    return print([(out[0] as number) / 255, (out[1] as number) / 255, (out[2] as number) / 255])
  }
  const tint = (grey: number) => printed(grey)[2]
  // CIE L* of the greys 188 and 119 is 75.9 and 50.0: three quarters and half of −12.
  expect(Math.abs(tint(188) - -9.1)).toBeLessThan(2.5)
  expect(Math.abs(tint(119) - -6)).toBeLessThan(2.5)
  // Lightness lies as far between its black of 6 and its white of 96.
  expect(Math.abs(printed(188)[0] - (6 + 0.759 * 90))).toBeLessThan(2.5)
  expect(Math.abs(printed(119)[0] - (6 + 0.5 * 90))).toBeLessThan(2.5)
})

test('a sheet turned over while its first side is wet is smeared; when it has dried it is not', async () => {
  const machine = machineOf('heron')
  machine.setPace(100_000)
  const sheet = realSheet('lustre-a3')
  if (!sheet) throw new Error('demo')
  const second = async () => {
    machine.load('heron-cassette', { ...sheet, printed: true }, 1)
    const job = await send(machine, A3, page(296.6, 419.8, 30))
    await ends(machine, job.id)
    return job.truths[0]?.smeared
  }
  expect(await second()).toBe(false)
  // A machine this fast would have dried it before it is put back: here it comes out a minute from now.
  machine.state.lastOut = Date.now() + 60_000
  expect(await second()).toBe(true)
})

test('the same seed has the same luck, another seed another', async () => {
  const truths = async (seed: number) => {
    const machine = machineOf('heron', {}, seed)
    lustre(machine, 20)
    const job = await send(machine, { ...A3, copies: 3 }, page(296.6, 419.8, 30))
    await ends(machine, job.id)
    return job.truths
  }
  expect(await truths(5)).toEqual(await truths(5))
  expect(await truths(5)).not.toEqual(await truths(6))
})

test('what it knew before the power went is there again, and its record says what happened', async () => {
  const machine = machineOf('tern')
  machine.load('tern-rear', realSheet('gloss-a4'), 7)
  machine.setPanel('tern-rear', { mediaTypeId: 'stationery', gap: 'wide' })
  const again = afterPowerCut(machine)
  expect(again.tray('tern-rear')).toMatchObject({ remaining: 7, sheet: { lotId: 'gloss-a4' } })
  expect(again.panelOf('tern-rear')).toEqual({ mediaTypeId: 'stationery', gap: 'wide' })
  expect(again.state.events.map((e) => e.says).join()).toContain('was put into Rear feeder')
})

test('what is delivered is turned the way its truth says: read from the picture with a ruler at both ends', async () => {
  const told = size(200, 280)
  const delivered = async (skew: number) => {
    const pass: Pass = {
      page: readRaster(page(200, 280, 30)),
      told,
      limits: { left: 0, top: 0, right: 200_000, bottom: 280_000, enforced: false },
      travel: { x: 0, y: 0, skew, ...told },
      inks: { inkSet: 'pigment-10', coating: 'satin', white: [96, 0, -1], expects: 'satin', black: 'photo' },
      marks: UNMARKED,
    }
    const { data, info } = await sharp(await deliver(pass))
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true })
    const pixel = 25_400 / LITTLE
    // The first dark pixel along a row this far down the sheet, mm from its left edge.
    const left = (y: number) => {
      const row = Math.round((y * 1000 + BENCH_AROUND) / pixel)
      const from = Math.round(BENCH_AROUND / pixel)
      for (let x = from; x < info.width; x++)
        if ((data[(row * info.width + x) * info.channels] as number) < 160) return ((x - from) * pixel) / 1000
      return Number.NaN
    }
    return skewFrom(left(50) * 1000, left(230) * 1000, 180_000)
  }
  for (const skew of [2, -3, 0]) expect(Math.abs((await delivered(skew)) - skew)).toBeLessThan(0.25)
})

test('pigment shines unevenly on gloss, unless a clear coat lies over it; dye, and matte paper, never do', () => {
  const pass = (inkSet: 'pigment-12' | 'dye-6', coating: 'gloss' | 'matte', coat: boolean): Pass => ({
    page: readRaster(page(100, 100, 10)),
    told: size(100, 100),
    limits: { left: 0, top: 0, right: 100_000, bottom: 100_000, enforced: false },
    travel: { x: 0, y: 0, skew: 0, ...size(100, 100) },
    inks: { inkSet, coating, white: [96, 0, -1], expects: coating, black: 'photo' },
    marks: { ...UNMARKED, coat },
  })
  const uneven = (...of: Parameters<typeof pass>) => truthOf(pass(...of)).glossDifferential
  expect([uneven('pigment-12', 'gloss', false), uneven('pigment-12', 'gloss', true)]).toEqual([true, false])
  expect([uneven('dye-6', 'gloss', false), uneven('pigment-12', 'matte', false)]).toEqual([false, false])
})

test('the wrong black is ten L* lighter on any paper, the right one is not; the wrong coating costs another five', () => {
  const black = (coating: 'satin' | 'art', expects: 'satin' | 'art', of: 'photo' | 'matte') =>
    inkModelFor({ inkSet: 'pigment-10', coating, white: [96, 0, -1], expects, black: of }).black[0]
  expect([black('satin', 'satin', 'photo'), black('satin', 'satin', 'matte')]).toEqual([6, 16])
  expect([black('art', 'art', 'matte'), black('art', 'art', 'photo')]).toEqual([16, 26])
  expect([black('art', 'satin', 'photo'), black('satin', 'art', 'matte')]).toEqual([31, 21])
})

test('a path takes what is a little too wide or too thick for it, and nothing beyond', () => {
  const machine = machineOf('heron')
  const path = machine.printer.paths.find((p) => p.id === 'heron-cassette')
  const sheet = realSheet('lustre-a3')
  if (!path || !sheet) throw new Error('demo')
  const put = (change: Partial<typeof sheet>) => machine.load('heron-cassette', { ...sheet, ...change }, 1)
  expect(put({ width: path.width.max + 1500, length: path.width.max + 90_000 })).toBeNull()
  expect(put({ width: path.width.max + 1501, length: path.width.max + 90_000 })).toContain('wider')
  const limit = Math.floor(path.thickness.max * 1.35)
  expect([put({ thickness: limit }), put({ thickness: limit + 1 })]).toEqual([null, expect.stringContaining('too thick')])
  expect(machine.tray('heron-cassette')).toMatchObject({ remaining: 1 })
  machine.load('heron-cassette', null, 7)
  expect(machine.tray('heron-cassette')).toMatchObject({ sheet: null, remaining: 0 })
})

test('the last sheet leaves an empty path, the last but one does not; a panel entry that is not there is refused', async () => {
  const machine = machineOf('heron')
  lustre(machine, 2)
  for (const left of [1, 0]) {
    const job = await send(machine, A3, page(296.6, 419.8, 30))
    await ends(machine, job.id)
    expect([machine.tray('heron-cassette')?.remaining, machine.tray('heron-cassette')?.sheet === null]).toEqual([left, left === 0])
  }
  expect(machine.setPanel('heron-cassette', { mediaTypeId: 'none-such', gap: 'auto' })).toContain('no such entry')
  expect(machine.setPanel('nowhere', { mediaTypeId: null, gap: 'auto' })).toContain('no such path')
})

test('a page is thinned by a whole factor, its ink found to the pixel, its darkness counted by channel', () => {
  // 10 × 7 pixels at 300 per inch: every second is kept. One block 4…6 × 3…5 of cyan 255 with a pixel of yellow beside it.
  const bytes = rasterOf(10, 7, 300, (x, y) =>
    x >= 4 && x <= 6 && y >= 3 && y <= 5 ? [0, 255, 255] : x === 7 && y === 5 ? [255, 255, 0] : [255, 255, 255],
  )
  const read = readRaster(bytes)
  expect([read.width, read.height, read.ppi]).toEqual([5, 3, 150])
  const um = 25_400 / 300
  expect(read.ink).toEqual({ left: 4 * um, top: 3 * um, right: 8 * um, bottom: 6 * um })
  expect([read.darkness.cyan, read.darkness.magenta, read.darkness.yellow]).toEqual([9 / 70, 0, 1 / 70])
  // Cells of four pixels: columns 4 and 5 of rows 2 and 3 are half in ink; 6 and 7 of rows 4 and 5 have two of it and one yellow.
  const at = (x: number, y: number) => [...read.rgba.subarray((y * 5 + x) * 4, (y * 5 + x) * 4 + 3)]
  expect([at(2, 1), at(3, 2), at(0, 0)]).toEqual([
    [128, 255, 255],
    [128, 255, 191],
    [255, 255, 255],
  ])
  expect(readRaster(rasterOf(3, 2, 150, () => [255, 255, 255])).ink).toBeNull()
  // Ink from the first column, and in the last: a sixth of an inch is six pixels at 36.
  const ends = readRaster(rasterOf(6, 1, 36, (x) => (x === 2 ? [255, 255, 255] : [0, 0, 0]))).ink
  expect([ends?.left, ends?.right].map((um) => Math.round(um ?? -1))).toEqual([0, Math.round(25_400 / 6)])
  expect(() => readRaster(new Uint8Array([1, 2, 3, 4]))).toThrow('not PWG Raster')
})

/** A raster file of these pixels. */
function rasterOf(width: number, height: number, ppi: number, of: (x: number, y: number) => Triple): Uint8Array {
  const lines = lineWriter(width)
  const parts: Uint8Array[] = [
    new TextEncoder().encode(SYNC),
    writeHeader({ ppi, width, height, pageWidth: width, pageHeight: height, colour: 'device3', copies: 1, mediaType: '' }),
  ]
  for (let y = 0; y < height; y++)
    parts.push(lines.add(Uint8Array.from({ length: width * 3 }, (_, i) => of(Math.floor(i / 3), y)[i % 3] as number)) ?? new Uint8Array())
  return Buffer.concat([...parts, lines.end() ?? new Uint8Array()])
}

test('a print that stood still shows it where it stood, in the picture of the sheet', async () => {
  const seen = async (seam: number | null) => {
    const pass: Pass = {
      page: readRaster(page(100, 200, 10, [255, 255, 255])),
      told: size(100, 200),
      limits: { left: 0, top: 0, right: 100_000, bottom: 200_000, enforced: false },
      travel: { x: 0, y: 0, skew: 0, ...size(100, 200) },
      inks: { inkSet: 'pigment-10', coating: 'satin', white: [96, 0, -1], expects: 'satin', black: 'photo' },
      marks: { ...UNMARKED, seam },
    }
    const { data, info } = await sharp(await deliver(pass))
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true })
    const pixel = 25_400 / LITTLE
    const at = (x: number, y: number) =>
      data[
        (Math.floor((y * 1000 + BENCH_AROUND) / pixel) * info.width + Math.floor((x * 1000 + BENCH_AROUND) / pixel)) * info.channels
      ] as number
    // Rows that are darker than bare paper, mm down the middle of the sheet; and whether the line reaches near both sides.
    const rows = Array.from({ length: 190 }, (_, i) => i + 5).filter((y) => at(50, y) < at(50, 3) - 8)
    const line = seam === null ? 0 : seam * 200
    return { rows, reaches: [6, 94].map((x) => at(x, line) < at(50, 3) - 8), ends: [1.5, 98.5].map((x) => at(x, line) < at(50, 3) - 8) }
  }
  const half = await seen(0.5)
  expect(half.rows.every((y) => Math.abs(y - 100) <= 1) && half.rows.length > 0).toBe(true)
  expect([half.reaches, half.ends]).toEqual([
    [true, true],
    [false, false],
  ])
  expect((await seen(0.25)).rows.every((y) => Math.abs(y - 50) <= 1)).toBe(true)
  expect((await seen(null)).rows).toEqual([])
})

test('the stop key ends what is printed, also while it waits, and otherwise the first that waits', () => {
  const stopped = (...states: string[]) => {
    const machine = machineOf('heron')
    const jobs = states.map((state) => Object.assign(machine.create(ticket({})), { state }))
    machine.stop()
    return jobs.map((j) => j.state)
  }
  expect(stopped('pending', 'processing', 'pending')).toEqual(['pending', 'canceled', 'pending'])
  expect(stopped('pending', 'processing-stopped')).toEqual(['pending', 'canceled'])
  expect(stopped('completed', 'pending', 'pending')).toEqual(['completed', 'canceled', 'pending'])
})

import { existsSync } from 'node:fs'
import sharp from 'sharp'
import type { Triple } from '../../core/color/cie.ts'
import { SYNC } from '../../core/output/pwg-raster/header.ts'
import { BENCH_AROUND } from '../../core/wire/api/machine.ts'
import { realSheet } from '../demo-machines.ts'
import { clearMachines, ends, LITTLE, machineOf, page, send, size, ticket, until } from '../testing/machines.ts'
import { inkFor } from './ink-use.ts'
import type { Machine } from './machine.ts'
import { feed } from './mechanics.ts'
import { displayOf } from './panel.ts'
import { seeded } from './random.ts'
import { headTime } from './run-job.ts'
import { KEPT_EVENTS, KEPT_JOBS } from './state.ts'

// What is said here of times, shares and limits is worked out by hand from the demo's printers.
afterAll(clearMachines)

const A4 = { ...(realSheet('gloss-a4') as NonNullable<ReturnType<typeof realSheet>>), ...size(210, 297) }
const ROLL = realSheet('rag-17') as NonNullable<ReturnType<typeof realSheet>>
/** Sends a page of this size in µm; answers with what the machine stops for, or that it is through. */
async function asks(machine: Machine, source: string, told: { width: number; length: number }): Promise<string> {
  const job = await send(machine, { source, page: told }, page(told.width / 1000, told.length / 1000, 20))
  await until(() => {
    if (job.reason === 'media-jam') machine.go()
    return job.state === 'completed' || (job.state === 'processing-stopped' && job.reason !== 'media-jam')
  })
  const said = job.state === 'completed' ? 'printed' : job.reason
  machine.cancel(job)
  return said
}

test('a tray that senses sizes takes a page 3 mm off and none beyond; with its sensing off it takes any', async () => {
  const machine = machineOf('plover')
  machine.load('plover-tray-1', A4, 20)
  expect(await asks(machine, 'tray-1', { width: 213_000, length: 297_000 })).toBe('printed')
  expect(await asks(machine, 'tray-1', { width: 207_000, length: 297_000 })).toBe('printed')
  expect(await asks(machine, 'tray-1', { width: 213_001, length: 297_000 })).toBe('media-size-mismatch')
  // A page that lies across is measured by its shorter side.
  expect(await asks(machine, 'tray-1', { width: 297_000, length: 206_999 })).toBe('media-size-mismatch')
  machine.setPanel('plover-tray-1', { mediaTypeId: null, gap: 'auto', sensing: 'off' })
  expect(await asks(machine, 'tray-1', { width: 240_000, length: 297_000 })).toBe('printed')
})

test('a roll’s width is sensed to a millimetre and a half; a path that senses nothing prints beside the paper', async () => {
  const machine = machineOf('heron')
  machine.load('heron-roll', ROLL, 9_000_000)
  expect(await asks(machine, 'main-roll', { width: ROLL.width + 1500, length: 300_000 })).toBe('printed')
  expect(await asks(machine, 'main-roll', { width: ROLL.width + 1501, length: 300_000 })).toBe('media-size-mismatch')
  const wide = machineOf('albatross', { findsSkew: false, comparesMedia: false })
  wide.state.black = 'both'
  wide.load('albatross-roll', ROLL, 9_000_000)
  expect(await asks(wide, 'main-roll', { width: ROLL.width + 9000, length: 300_000 })).toBe('printed')
})

test('a machine that counts its roll prints what just fits on it; one that does not begins on the last of it', async () => {
  const counts = machineOf('petrel', { findsSkew: false })
  counts.load('petrel-roll', ROLL, 300_000)
  expect(await asks(counts, 'main-roll', { width: 430_000, length: 300_001 })).toBe('media-needed')
  expect(await asks(counts, 'main-roll', { width: 430_000, length: 300_000 })).toBe('printed')
  expect(counts.tray('petrel-roll')).toMatchObject({ sheet: null, remaining: 0 })
  const blind = machineOf('heron')
  blind.load('heron-roll', ROLL, 1)
  expect(await asks(blind, 'main-roll', { width: 430_000, length: 300_000 })).toBe('media-empty')
})

test('the head takes its time by area, quality and dots; a quality it does not have is its first', () => {
  const { printer } = machineOf('heron')
  // 300 × 400 mm are 0.12 m²; 330, 760 and 1800 s a square metre.
  const told = { width: 300_000, length: 400_000 }
  const seconds = (quality: number, dots: number | null) => headTime(printer, { quality, dots }, told)
  expect([seconds(4, 720), seconds(4, 1440), seconds(5, 2880)].map((s) => s.toFixed(1))).toEqual(['39.6', '91.2', '216.0'])
  expect([seconds(4, null), seconds(4, 2880), seconds(3, null)].map((s) => s.toFixed(1))).toEqual(['39.6', '39.6', '39.6'])
  expect(headTime({ qualities: [] }, { quality: 4, dots: null }, told)).toBeCloseTo(72, 9)
})

const TWO = Buffer.concat([page(208, 295, 10, [200, 0, 0]), page(208, 295, 40, [0, 0, 200]).subarray(SYNC.length)])
const FROM_TRAY = { source: 'tray-1', page: { width: 208_000, length: 295_000 } }

test('two pages twice are four sheets, collated; a picture is kept of each page, and of one page only the first', async () => {
  const machine = machineOf('plover')
  machine.load('plover-tray-1', A4, 30)
  const job = await send(machine, { ...FROM_TRAY, copies: 2 }, TWO)
  await ends(machine, job.id)
  expect(job).toMatchObject({ state: 'completed', pages: 2, delivered: 4, message: '4 sheets delivered.' })
  // The second page leaves a border of 40 mm where the first leaves 10.
  const wide = job.truths.map(({ margins }) => (margins?.left ?? 0) > 25_000)
  expect(wide).toEqual([false, true, false, true])
  expect([1, 2, 3].map((n) => existsSync(machine.sheetFile(job.id, n)))).toEqual([true, true, false])
  const one = await send(machine, { ...FROM_TRAY, copies: 3 }, page(208, 295, 10))
  await ends(machine, one.id)
  expect([1, 2].map((n) => existsSync(machine.sheetFile(one.id, n)))).toEqual([true, false])
  expect(one.delivered).toBe(3)
  const single = await send(machine, FROM_TRAY, page(208, 295, 10))
  await ends(machine, single.id)
  expect(single.message).toBe('1 sheet delivered.')
  expect(machine.tray('plover-tray-1')?.remaining).toBe(30 - 8)
  expect(machine.state.fed['plover-tray-1']).toBe(8)
})

test('it says which sheet of how many it prints', async () => {
  const machine = machineOf('plover')
  machine.load('plover-tray-1', A4, 30)
  const job = machine.create(ticket({ ...FROM_TRAY, copies: 3 }))
  const said = new Set<string>()
  let message = ''
  Object.defineProperty(job, 'message', {
    get: () => message,
    set: (now: string) => {
      message = now
      said.add(now)
    },
  })
  await machine.accept(job, page(208, 295, 10), 'raster')
  await ends(machine, job.id)
  expect([...said].filter((one) => one.startsWith('Printing'))).toEqual([1, 2, 3].map((n) => `Printing sheet ${n} of 3.`))
})

test('where an ink runs out is the share of the sheet it lasted for', async () => {
  for (const [steps, seam] of [
    [10.5, 0.25],
    [30.2, 0.75],
  ] as const) {
    const machine = machineOf('plover')
    machine.load('plover-tray-1', A4, 2)
    const cyan = machine.printer.inks.find((i) => i.name === 'Cyan')
    if (!cyan) throw new Error('no cyan')
    const document = page(208, 295, 0, [0, 255, 255])
    const needs = inkFor(machine.printer, { cyan: 1, magenta: 0, yellow: 0 }, 0.208 * 0.295, 'photo', false)[cyan.id] ?? 0
    // A sheet is told in forty steps.
    machine.state.inks[cyan.id] = (needs / 40) * steps
    const job = await send(machine, FROM_TRAY, document)
    await until(() => {
      if (job.reason === 'media-jam') machine.go()
      return job.reason === 'marker-supply-empty'
    })
    expect(machine.replaceInk('none-such')).toContain('no such ink')
    expect(machine.replaceInk(cyan.id)).toBeNull()
    expect(machine.state.inks[cyan.id]).toBe(cyan.capacity)
    machine.go()
    await ends(machine, job.id)
    expect(job.truths[0]?.seam).toBe(seam)
    expect(machine.state.events.at(-2)?.says).toBe(`Job ${job.id}, a sheet came out: it stood still half-way.`)
  }
})

test('its own greys are those of lightness: 0.3, 0.59 and 0.11 of red, green and blue', async () => {
  const printed = async (rgb: Triple, monochrome: boolean) => {
    const machine = machineOf('plover')
    machine.load('plover-tray-1', A4, 1)
    const job = await send(machine, { ...FROM_TRAY, monochrome }, page(208, 295, 10, rgb))
    await ends(machine, job.id)
    const { data, info } = await sharp(machine.sheetFile(job.id, 1)).raw().toBuffer({ resolveWithObject: true })
    const at = Math.round((100_000 + BENCH_AROUND) / (25_400 / LITTLE))
    return [...data.subarray((at * info.width + at) * info.channels, (at * info.width + at) * info.channels + 3)]
  }
  // 0.3 · 200 + 0.59 · 90 + 0.11 · 40 = 117.5
  expect(await printed([200, 90, 40], true)).toEqual(await printed([118, 118, 118], false))
  expect(await printed([200, 90, 40], false)).not.toEqual(await printed([118, 118, 118], false))
})

test('the gap is the panel’s where that is set wide, else the job’s, else that of the entry', async () => {
  const confirms = async (panel: 'auto' | 'wide', gap: 'normal' | 'wide' | null, mediaType: string) => {
    const machine = machineOf('gannet')
    machine.load('gannet-rear', A4, 3)
    machine.setPanel('gannet-rear', { mediaTypeId: null, gap: panel })
    const job = await send(machine, { ...FROM_TRAY, source: 'rear', mediaType, gap }, page(208, 295, 10))
    await until(() => {
      if (job.reason === 'media-jam') machine.go()
      return job.state === 'completed' || machine.asking !== null
    })
    const asked = machine.asking !== null
    machine.cancel(job)
    return asked
  }
  expect(await confirms('auto', null, 'photographic-satin')).toBe(false)
  expect(await confirms('auto', null, 'fine-art-matte')).toBe(true)
  expect(await confirms('auto', 'normal', 'fine-art-matte')).toBe(false)
  expect(await confirms('auto', 'wide', 'photographic-satin')).toBe(true)
  expect(await confirms('wide', 'normal', 'photographic-satin')).toBe(true)
})

test('a path that takes a sheet only when it asks pushes it back out before', async () => {
  const machine = machineOf('heron')
  expect(machine.load('heron-front', A4, 1)).toContain('pushes the sheet back out')
  const job = await send(machine, { source: 'manual', page: { width: 208_000, length: 295_000 } }, page(208, 295, 10))
  await until(() => job.reason === 'media-needed')
  expect(job.message).toMatch(/^Load one sheet into .+ now\.$/)
  expect(machine.load('heron-front', A4, 1)).toBeNull()
  await ends(machine, job.id)
  expect(job.delivered).toBe(1)
})

test('its record keeps the last lines, its memory the last jobs, and its pace what a pace may be', () => {
  const machine = machineOf('tern')
  for (let i = 0; i < KEPT_EVENTS + 3; i++) machine.tell(`line ${i}`)
  expect(machine.state.events).toHaveLength(KEPT_EVENTS)
  expect(machine.state.events[0]?.says).toBe('line 3')
  for (let i = 0; i < KEPT_JOBS + 2; i++) machine.create(ticket({}))
  expect([machine.jobs.length, machine.jobs[0]?.id, machine.jobs.at(-1)?.id]).toEqual([KEPT_JOBS, 3, KEPT_JOBS + 2])
  const pace = (asked: number | null) => {
    machine.setPace(asked)
    return machine.pace
  }
  expect([pace(0.5), pace(1), pace(37), pace(2_000_000), pace(null)]).toEqual([1, 1, 37, 1_000_000, 1_000_000])
})

test('its panel says what it is at: off, ready, how many wait, the cover; a second job waits behind the first', async () => {
  const machine = machineOf('plover')
  expect(displayOf(machine)).toEqual({ title: 'Ready', line: '', ok: null })
  const first = await send(machine, FROM_TRAY, page(208, 295, 10))

  const second = await send(machine, FROM_TRAY, page(208, 295, 10))
  expect(second.message).toBe('In the printer’s queue, behind another job that is not finished.')
  await until(() => first.state === 'processing-stopped')
  expect(displayOf(machine)).toEqual({ title: 'Stopped', line: `${machine.printer.paths[0]?.name} is empty.`, ok: 'It is in' })
  expect(machine.cancel(first)).toBe(true)
  await until(() => second.state === 'processing-stopped')
  machine.cancel(second)
  expect([machine.cancel(second), second.reason]).toEqual([false, 'job-canceled-by-user'])
  machine.cover(true)
  expect(displayOf(machine)).toEqual({ title: 'Cover open', line: 'Close it.', ok: null })
  machine.cover(false)
  machine.create(ticket({}))
  expect(displayOf(machine).line).toBe('1 in the queue')
  machine.power(false)
  expect(displayOf(machine)).toEqual({ title: '', line: '', ok: null })
})

test('a document with nothing to print passes through without a sheet; what is unreadable ends its job', async () => {
  const machine = machineOf('plover')
  machine.load('plover-tray-1', A4, 2)
  const text = machine.create(ticket(FROM_TRAY))
  await machine.accept(text, null, 'raster')
  expect(text).toMatchObject({ state: 'completed', delivered: 0, message: 'Nothing to print in this document.' })
  const broken = machine.create(ticket(FROM_TRAY))
  await expect(machine.accept(broken, new Uint8Array([1, 2, 3]), 'raster')).rejects.toThrow()
  expect(broken).toMatchObject({ state: 'aborted', reason: 'document-format-error' })
  expect(machine.tray('plover-tray-1')?.remaining).toBe(2)
  // A picture whose job names no page is laid on the sheet that lies there: 100 mm wide, 55 mm white at either side.
  const jpeg = await sharp({ create: { width: 400, height: 400, channels: 3, background: '#336699' } })
    .withMetadata({ density: 101.6 })
    .jpeg()
    .toBuffer()
  const job = await send(machine, { source: 'tray-1' }, jpeg, 'picture')
  await ends(machine, job.id)
  const { left = 0, leading = 0 } = job.truths[0]?.margins ?? {}
  expect([Math.abs(left - 55_000) < 2500, Math.abs(leading - 98_500) < 2500]).toEqual([true, true])
})

test('two paths that differ by a letter err each its own way, and each always the same', () => {
  const machine = machineOf('plover')
  const path = machine.printer.paths[0] as Machine['printer']['paths'][number]
  const habitOf = (id: string) => {
    const sheets = Array.from({ length: 400 }, (_, n) =>
      feed({ ...path, id }, A4, { width: A4.width, length: A4.length }, seeded(1000 + n)),
    )
    return sheets.reduce((sum, { x }) => sum + x, 0) / sheets.length
  }
  const [one, other] = [habitOf('tray-1'), habitOf('tray-2')]
  expect(habitOf('tray-1')).toBe(one)
  // Of luck alone four hundred sheets would be as good as even: no more than a fiftieth of the tolerance apart.
  expect(Math.abs(one - other)).toBeGreaterThan(path.tolerance.across / 50)
})

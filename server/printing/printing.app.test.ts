import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { layoutOf } from '../../core/plate/resolve/plate.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { mm } from '../../core/things/length/length.ts'
import { learntUse } from '../../core/things/printers/ink-meter.ts'
import type { Printer } from '../../core/things/printers/printer.ts'
import type { Run } from '../../core/wire/api/dto.ts'
import { DELIVERED } from '../../core/work/runs/states.ts'
import { BASE, call, patient, until } from '../testing/client.ts'
import { A3, finish, hand, job, killNewest, LUSTRE, print, runOf, sentAs, UNLOOKED } from '../testing/jobs.ts'

test('a job is rendered, sent, delivered as drawn, inspected, and found in the log with its plate', async () => {
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 10 })
  const stockBefore = (await call('GET', '/studio')).body.lots.find((l: { id: string }) => l.id === 'lustre-a3').stock
  const j = await job(LUSTRE)
  const run = await print(j)
  const done = await finish(run.id, DELIVERED)
  expect(done).toMatchObject({ sheetsDelivered: 1, progress: 100 })
  const sheet = sharp(Buffer.from(await (await fetch(`${BASE}/api/files/${done.delivered}`)).arrayBuffer()))
  const { width = 0 } = await sheet.metadata()
  const { data, info } = await sheet.raw().toBuffer({ resolveWithObject: true })
  // Along the middle row: bench, paper, picture. The left border as a ruler would read it on the delivered sheet.
  const row = Math.floor(info.height / 2) * info.width
  const at = (x: number) => [0, 1, 2].map((k) => data[(row + x) * info.channels + k] as number)
  const isPaper = (rgb: number[]) => Math.min(...rgb) > 225
  const ppm = width / (296.6 + 28)
  const edge = Array.from({ length: width }, (_, x) => x).find((x) => isPaper(at(x))) ?? 0
  const ink = Array.from({ length: width - edge }, (_, i) => edge + i).find((x) => !isPaper(at(x))) ?? 0
  const expected = (layoutOf(done.plate)?.margins.left ?? 0) / 1000
  expect(Math.abs((ink - edge) / ppm - expected)).toBeLessThan(1.5)
  const stockAfter = (await call('GET', '/studio')).body.lots.find((l: { id: string }) => l.id === 'lustre-a3').stock
  expect(stockBefore - stockAfter).toBe(1)
  // The ink on record is what the printer says is left, to the percent that printers tell.
  const real = (await call('GET', '/printers/heron/machine')).body.inks as Record<string, number>
  const apart = async () => {
    const heron = ((await call('GET', '/studio')).body.printers as Printer[]).find((p) => p.id === 'heron')
    return Math.max(...(heron?.inks ?? []).map((ink) => Math.abs(ink.millilitres - (real[ink.id] ?? 0)) / ink.capacity))
  }
  await until(apart, (share) => share <= 0.005)
  expect(Object.values(real).reduce((a, b) => a + b, 0)).toBeLessThan(601)

  const inspection = {
    margins: { leading: 25_100, trailing: 24_900, left: 27_000, right: 27_100 },
    verdict: 'right',
    faults: ['banding'],
    note: 'quokka',
    sheetsUsed: 1,
    sheetsWasted: 0,
  }
  expect((await call('PUT', `/runs/${run.id}/inspection`, inspection)).status).toBe(200)
  const found = (await call<{ runs: Run[] }>('GET', '/runs?q=quokka%20heron')).body.runs
  expect(found.map((r: Run) => r.id)).toContain(run.id)
  const opened = await runOf(run.id)
  expect(opened.inspection).toEqual({ ...inspection, skew: null, target: null, wash: null, gloss: null })
  // The plate in the log is the frozen one, whatever the studio does since.
  await call('PATCH', '/lots/lustre-a3', { measured: { width: mm(300), length: mm(420) } })
  expect((await runOf(run.id)).plate).toEqual(opened.plate)
  await call('PATCH', '/lots/lustre-a3', { measured: { width: mm(296.6), length: mm(419.8) } })
  expect((await call('GET', `/jobs/${j.id}`)).body.state).toBe('done')
}, 240_000)

test('an empty path is waited for, and the run goes on when it is loaded', async () => {
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: null, remaining: 0 })
  const run = await print(await job(LUSTRE))
  const waiting = await finish(run.id, ['waiting'])
  expect(waiting).toMatchObject({ reason: 'media-needed', message: 'Cassette is empty.' })
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 5 })
  expect((await finish(run.id, DELIVERED)).sheetsDelivered).toBe(1)
}, 240_000)

test('a printer switched off in the middle fails the run with the reason; off beforehand it is waited for and sent once', async () => {
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: null, remaining: 0 })
  const lost = await print(await job(LUSTRE))
  await finish(lost.id, ['waiting'])
  await hand('heron', { act: 'power', on: false })
  const away = await until(
    () => runOf(lost.id),
    (r) => r.reason === 'printer-away',
  )
  // A printer that cannot be asked is not said to have stopped.
  expect((await call('POST', `/runs/${lost.id}/cancel`)).body.code).toBe('printer-away')
  expect(away.message).toContain('switched on')
  await hand('heron', { act: 'power', on: true })
  expect((await finish(lost.id, ['failed'])).message).toContain('switched off')

  await hand('heron', { act: 'power', on: false })
  const later = await print(await job(LUSTRE))
  await until(
    () => runOf(later.id),
    (r) => r.reason === 'printer-away',
  )
  await hand('heron', { act: 'power', on: true })
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 5 })
  await finish(later.id, DELIVERED)
  expect(await sentAs(later)).toHaveLength(1)
}, 240_000)

test('a run can be cancelled, once', async () => {
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: null, remaining: 0 })
  const run = await print(await job(LUSTRE))
  await finish(run.id, ['waiting'])
  const pages = () =>
    readdirSync(join(process.env.ARCH_TEST_VAR ?? '', 'data/work')).filter((name) => name.startsWith(`run-lantern-wharf-${run.id}.`))
  expect(pages()).toHaveLength(1)
  // Asked for under a name, with the server just back, it is done all the same, and its page goes.
  const key = { 'idempotency-key': `cancel-${crypto.randomUUID()}` }
  killNewest('server/main.js')
  await patient(() => call('GET', '/studio'))
  expect((await call('POST', `/runs/${run.id}/cancel`, undefined, key)).status).toBe(200)
  await finish(run.id, ['cancelled'])
  await until(
    async () => pages(),
    (left) => left.length === 0,
  )
  expect((await call('POST', `/runs/${run.id}/cancel`, undefined, key)).status).toBe(200)
  expect((await call('POST', `/runs/${run.id}/cancel`)).status).toBe(409)
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 20 })
}, 240_000)

test('an old version is not printed', async () => {
  const j = await job(LUSTRE)
  const stale = await call('POST', `/jobs/${j.id}/print`, { version: j.version - 1, decisions: {}, despite: [] })
  expect([stale.status, stale.body.code]).toEqual([409, 'changed-meanwhile'])
})

test('of four people pressing print at once one prints, and nobody prints it twice', async () => {
  const j = await job(LUSTRE)
  const plate = resolve(j.brief, (await call('GET', '/studio')).body, j.pins)
  const body = { version: j.version, decisions: Object.fromEntries(plate.decisions.map((d) => [d.key, d.value])), despite: [] }
  const answers = await Promise.all([1, 2, 3, 4].map(() => call('POST', `/jobs/${j.id}/print`, body)))
  expect(answers.map((a) => a.status).sort()).toEqual([201, 409, 409, 409])
  expect(answers.filter((a) => a.status === 409).every((a) => a.body.code === 'already-printing')).toBe(true)
  expect((await call('GET', `/jobs/${j.id}/runs`)).body).toHaveLength(1)
  await finish(answers.find((a) => a.status === 201)?.body.id, DELIVERED)
}, 240_000)

test('the server killed while a run waits goes on with it after the restart, and sends nothing twice', async () => {
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: null, remaining: 0 })
  const run = await print(await job(LUSTRE))
  await finish(run.id, ['waiting'])
  killNewest('server/main.js')
  await until(
    () => runOf(run.id).catch(() => null),
    (r) => r?.state === 'waiting',
  )
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 20 })
  expect((await finish(run.id, DELIVERED)).sheetsDelivered).toBe(1)
  expect(await sentAs(run)).toHaveLength(1)
}, 240_000)

test('a two-sided card is printed in two passes: the back is refused before there is a front, and while it dries', async () => {
  await hand('dunlin', { act: 'load', pathId: 'dunlin-photo', lotId: 'card-4x6', remaining: 10 })
  const card = {
    paperId: 'keepsake-card',
    sheet: { width: 101_600, length: 152_400, name: null },
    size: { by: 'border', border: mm(6) },
    make: {
      as: 'two-sided',
      flip: 'long-edge',
      backPicture: 'none',
      text: { text: 'Lantern Wharf', points: 10, at: 'middle', align: 'centre' },
    },
  }
  const j = await job(card, { printer: 'dunlin', path: 'dunlin-photo' })
  const back = (despite: string[]) => call<Run>('POST', `/jobs/${j.id}/print`, { version: j.version, decisions: {}, despite, side: 'back' })
  expect((await back([])).body.code).toBe('no-first-side')
  const front = await finish((await print(j)).id, DELIVERED)
  expect(front.message).toContain('print the back')
  expect((await back([])).body.code).toBe('still-drying')
  const stock = async () => (await call('GET', '/studio')).body.lots.find((l: { id: string }) => l.id === 'card-4x6').stock
  const before = await stock()
  const second = await back(['still-drying'])
  expect([second.status, second.body.side]).toEqual([201, 'back'])
  const done = await finish(second.body.id, DELIVERED)
  // The sheets were counted with their first side. Found good, that side alone is half of the card, and the other waits to be looked at.
  expect(await stock()).toBe(before)
  const sheet = sharp(Buffer.from(await (await fetch(`${BASE}/api/files/${done.delivered}`)).arrayBuffer())).greyscale()
  const { width = 1, height = 1 } = await sheet.metadata()
  const darkest = async (top: number, rows: number) =>
    (
      await sharp(
        await sheet
          .clone()
          .extract({
            left: Math.round(width * 0.25),
            top: Math.round(height * top),
            width: Math.round(width * 0.5),
            height: Math.round(height * rows),
          })
          .toBuffer(),
      ).stats()
    ).channels[0]?.min ?? 255
  expect(await darkest(0.45, 0.1)).toBeLessThan(110)
  expect(await darkest(0.2, 0.15)).toBeGreaterThan(150)
  const right = { ...UNLOOKED, verdict: 'right', sheetsUsed: 1, sheetsWasted: 0 }
  const found = async (id: number) => {
    expect((await call('PUT', `/runs/${id}/inspection`, right)).status).toBe(200)
    return (await call('GET', `/jobs/${j.id}`)).body.state
  }
  expect([await found(front.id), await found(done.id)]).toEqual(['inspect', 'done'])
})

test('three inspected prints teach where a path lays them, and the next drawing makes up for it', async () => {
  await hand('plover', { act: 'load', pathId: 'plover-tray-2', lotId: 'plain-a3', remaining: 20 })
  const plain = { paperId: 'logbook-plain', sheet: A3, size: { by: 'border', border: mm(105) } }
  const pins = { printer: 'plover', path: 'plover-tray-2', stock: 'plain-a3' }
  const plateNow = async () => resolve((await job(plain, pins)).brief, (await call('GET', '/studio')).body, pins)
  const position = async () => (await plateNow()).decisions.find((d) => d.key === 'position')
  expect((await position())?.value).toBe('none')
  const inksNow = async () => ((await call('GET', '/printers/plover')).body.printer as Printer).inks
  const before = await inksNow()
  const foretold: Record<string, number>[] = []
  for (let i = 0; i < 3; i++) {
    const run = await finish((await print(await job(plain, pins))).id, DELIVERED)
    foretold.push(run.plate.estimates?.inks ?? {})
    await until(inksNow, (inks) => inks.every(({ meter }) => meter.told !== null && meter.pending === 0))
    const drawn = layoutOf(run.plate)?.margins
    if (!drawn) throw new Error('no layout')
    const shifted = { leading: drawn.leading + 300, trailing: drawn.trailing - 300, left: drawn.left + 900, right: drawn.right - 900 }
    const margins = Object.fromEntries(Object.entries(shifted).map(([edge, um]) => [edge, Math.round(um)]))
    const inspection = { margins, skew: null, verdict: 'right', faults: [], note: '', sheetsUsed: 1, sheetsWasted: 0 }
    expect((await call('PUT', `/runs/${run.id}/inspection`, inspection)).status).toBe(200)
  }
  const line = await position()
  expect(line).toMatchObject({ value: 'measured', by: 'log' })
  expect((await plateNow()).setup?.offset).toEqual({ x: 900, y: 300 })
  // All three are alike and the class model takes the same for each. A print after which a level is told for the first
  // time, or after one nobody could reckon, has nothing to be held against; the others are counted.
  const inks = await inksNow()
  expect(inks.some((ink) => ink.meter.reckoned > 0)).toBe(true)
  for (const { id, meter, capacity } of before) {
    const model = (foretold[0]?.[id] ?? 0) / learntUse(meter, capacity)
    const counted = meter.told === null || meter.pending === null ? 2 * model : meter.pending + 3 * model
    expect(inks.find((ink) => ink.id === id)?.meter.reckoned).toBeCloseTo(meter.reckoned + counted, 6)
  }
})

test('what a borderless print sprays beside the paper is counted with the run, until the printer is cleaned', async () => {
  await hand('tern', { act: 'load', pathId: 'tern-rear', lotId: 'gloss-a4', remaining: 5 })
  const since = async () => ((await call('GET', '/printers/tern')).body.printer as Printer).overspray.since
  await call('POST', '/printers/tern/cleaned')
  const j = await job(
    {
      paperId: 'beacon-gloss',
      sheet: { width: mm(210), length: mm(297), name: 'A4' },
      size: { by: 'sheet', fill: true },
      finish: 'borderless',
    },
    { printer: 'tern' },
  )
  const run = await finish((await print(j)).id, DELIVERED)
  // What is printed is the page and a step round it; what of that is not sheet lies on the machine.
  const { page, expansion, lot } = run.plate.setup ?? {}
  if (!page || !expansion || !lot) throw new Error('no set-up')
  const inked = (page.width + 2 * expansion.um) * (page.length + 2 * expansion.um)
  expect(expansion.um).toBeGreaterThan(0)
  expect(await since()).toBeCloseTo((inked - lot.measured.width * lot.measured.length) / 1e12, 9)
  expect((await call('POST', '/printers/tern/cleaned')).body.printer.overspray.since).toBe(0)
})

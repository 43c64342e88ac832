import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import type { Lot } from '../../core/things/media/media.ts'
import type { Order } from '../../core/things/media/order.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { Run } from '../../core/wire/api/dto.ts'
import type { SamplePackEntry } from '../../core/wire/api/samples.ts'
import { DELIVERED } from '../../core/work/runs/states.ts'
import { BASE, call } from '../testing/client.ts'
import { finish, hand, job, print, runOf } from '../testing/jobs.ts'

/** Names no other run of these tests has used. */
const RUN = `r${randomUUID().slice(0, 5)}`
const kinds = ['Satin 270', 'Lustre 260', 'Pearl 285', 'Gloss 250', 'Silk 240'].map((name, i) => ({
  id: String(i + 1),
  name: `Skerry ${name} ${RUN}`,
  surface: 'satin' as const,
  weight: 240 + 10 * i,
  thickness: null,
  twoSided: false,
  printableSide: '',
  sheets: 2,
}))
const PACK = { name: `Skerry ${RUN}`, width: 210_000, length: 297_000, paidCents: 1200, arrived: '2026-11-20', notes: '', kinds }
const packs = async () => (await call<SamplePackEntry[]>('GET', '/sample-packs')).body as SamplePackEntry[]
const takeOut = async (pack: number, kind: string) => call<Lot>('POST', `/sample-packs/${pack}/sheets`, { kind })

test('a pack of five papers, two sheets each: every sheet is known by its mark from the pack to the log', async () => {
  const made = await call<SamplePackEntry>('POST', '/sample-packs', PACK)
  expect(made.status).toBe(201)
  const { id } = made.body as SamplePackEntry
  const lots: Lot[] = []
  for (const { id: kind } of [...kinds, ...kinds]) {
    const out = await takeOut(id, kind)
    expect(out.status).toBe(201)
    lots.push(out.body)
  }
  // Ten marks, no two alike, numbered through the pack; one paper for both sheets of a kind.
  const letters = lots[0]?.mark.replace(/\d+$/, '') ?? ''
  expect(lots.map((l) => l.mark)).toEqual(Array.from({ length: 10 }, (_, i) => `${letters}${i + 1}`))
  expect(lots.slice(5).map((l) => l.paperId)).toEqual(lots.slice(0, 5).map((l) => l.paperId))
  expect(new Set(lots.map((l) => l.paperId)).size).toBe(5)
  const empty = await takeOut(id, '3')
  expect([empty.status, empty.body]).toMatchObject([422, { code: 'none-left', value: kinds[2]?.name }])
  expect((await packs()).find((p) => p.id === id)?.sheets.map((s) => s.mark)).toEqual(lots.map((l) => l.mark).reverse())

  // The eighth sheet is the second of the third paper.
  const sheet = lots[7] as Lot
  const j = await job(
    { paperId: sheet.paperId, sheet: { width: 210_000, length: 297_000, name: 'A4' }, size: { by: 'border', border: 20_000 } },
    { printer: 'heron', path: 'heron-cassette', stock: sheet.id },
  )
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: sheet.id, remaining: 1 })
  const run = await finish((await print(j)).id, DELIVERED)
  const { plate, delivered } = await runOf(run.id)
  expect(plate.setup?.lot.mark).toBe(sheet.mark)
  expect(plate.decisions.find((d) => d.key === 'stock')?.label).toContain(`sheet ${sheet.mark}`)
  expect(run.paperName).toBe(`${kinds[2]?.name}, sheet ${sheet.mark}`)
  const found = (await call<{ runs: Run[] }>('GET', `/runs?q=${sheet.mark}%20Skerry`)).body.runs
  expect(found.map((r: Run) => r.id)).toContain(run.id)

  // The mark is on the delivered sheet, where the plate says, and the rest of that border is bare.
  const mark = plate.forms[0]?.mark
  const size = plate.forms[0]?.sheet
  if (!mark || !size || !delivered) throw new Error('nothing was printed')
  const png = sharp(Buffer.from(await (await fetch(`${BASE}/api/files/${delivered}`)).arrayBuffer()))
  // The picture of a delivered sheet shows 14 mm of the bench around it.
  const BENCH = 14_000
  const scale = ((await png.metadata()).width ?? 0) / (size.w + 2 * BENCH)
  const darkest = async (x: number, y: number, w: number, h: number) => {
    const dots = (um: number) => Math.round(um * scale)
    const region = { left: dots(x + BENCH), top: dots(y + BENCH), width: dots(w), height: dots(h) }
    const { channels } = await sharp(await png.clone().extract(region).png().toBuffer()).stats()
    return Math.min(...channels.slice(0, 3).map((c) => c.min))
  }
  // Within 2 mm, which is more than the cassette lays a sheet off by; the middle of the same border is bare.
  const { x, y, w, h } = mark.rect
  expect(y).toBeGreaterThan(size.h - 20_000)
  expect(await darkest(x - 2000, y - 2000, w + 4000, h + 4000)).toBeLessThan(170)
  expect(await darkest(size.w / 2 - 20_000, y - 2000, 40_000, h + 4000)).toBeGreaterThan(215)

  // Liked, it is the studio's own, with how it printed, and is to be bought; it no longer counts as a sample.
  const seen = {
    margins: { leading: 20_000, trailing: 20_000, left: 20_000, right: 20_000 },
    verdict: 'right',
    faults: [],
    note: '',
    sheetsUsed: 1,
    sheetsWasted: 0,
  }
  const inspected = await call('PUT', `/runs/${run.id}/inspection`, seen)
  expect(inspected.status).toBe(200)
  const adopted = await call('POST', `/papers/${sheet.paperId}/adopt`, { what: 'A4, a pack of 25' })
  expect(adopted.status).toBe(200)
  expect(adopted.body).toMatchObject({
    paper: { paper: { id: sheet.paperId, sampleOf: null } },
    pairings: [{ printerId: 'heron', good: 1, bad: 0 }],
    order: { paperId: sheet.paperId, what: 'A4, a pack of 25', done: false },
  })
  expect((await call('POST', `/papers/${sheet.paperId}/adopt`, { what: 'again' })).status).toBe(409)
  const order = ((await call<Order[]>('GET', '/orders')).body as Order[])[0]
  expect(order).toMatchObject({ paperId: sheet.paperId, done: false })
  expect((await call('PATCH', `/orders/${order?.id}`, { done: true })).body).toMatchObject({ id: order?.id, done: true })
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: null, remaining: 0 })
})

test('a pack is written down anew as it was seen, and what two do to it at once is told', async () => {
  const { id, version } = (await call<SamplePackEntry>('POST', '/sample-packs', { ...PACK, name: `Anew ${RUN}` })).body as SamplePackEntry
  await takeOut(id, '2')
  const save = (seen: number, change: object) => call('PUT', `/sample-packs/${id}`, { version: seen, pack: { ...PACK, ...change } })
  expect((await save(version, { name: 'late' })).body).toMatchObject({ code: 'changed-meanwhile' })
  const now = (await packs()).find((p) => p.id === id) as SamplePackEntry
  expect((await save(now.version, { kinds: kinds.slice(2) })).body).toMatchObject({ code: 'taken-already', value: kinds[1]?.name })
  const saved = await save(now.version, { kinds: kinds.slice(1) })
  expect(saved.body).toMatchObject({ pack: { taken: [expect.any(String)], of: { '2': { left: 1 } } } })
  expect((await call('DELETE', `/sample-packs/${id}`)).status).toBe(200)
  expect((await takeOut(id, '3')).status).toBe(404)
  // The sheet that was taken out is still there.
  const { lots } = (await call<Studio>('GET', '/studio')).body as Studio
  expect(lots.filter((l) => l.mark !== '' && l.stock === 1).length).toBeGreaterThan(0)
})

test.each([
  ['a pack of nothing', '/sample-packs', { ...PACK, kinds: [] }, 400],
  ['a pack of sheets 2 nm wide', '/sample-packs', { ...PACK, width: 0 }, 400],
  ['an order of a paper that is none', '/orders', { paperId: 'none', what: 'a pack' }, 404],
  ['an order of nothing', '/orders', { paperId: 'beacon-gloss', what: '  ' }, 400],
])('%s is refused', async (_, path, body, status) => {
  expect((await call('POST', path, body)).status).toBe(status)
})

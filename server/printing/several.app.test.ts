import sharp from 'sharp'
import { formOfSheet, pagesOf } from '../../core/sheet/run-pages.ts'
import type { Brief } from '../../core/things/brief/brief.ts'
import { mm } from '../../core/things/length/length.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { Job, JobHeads, Run, SavedSetup } from '../../core/wire/api/dto.ts'
import type { Missing } from '../../core/work/runs/missing.ts'
import { DELIVERED } from '../../core/work/runs/states.ts'
import { BASE, call, put } from '../testing/client.ts'
import { A3, finish, hand, job, print, printRequest, runOf, sentAs, truthsAt, UNLOOKED } from '../testing/jobs.ts'

const SHARED = { gutter: mm(6), border: mm(12), bleed: 0, marks: 'none', hairline: false, captions: 'none', line: '' }
const GRID = { as: 'grid', columns: 2, rows: 2, cell: null, fill: true, turn: false, ...SHARED }

/** Colours that no printer here takes for one another. */
const COLOURS = [
  [190, 40, 40],
  [40, 150, 60],
  [50, 60, 180],
  [220, 200, 60],
  [120, 120, 120],
  [150, 60, 150],
] as const

async function flat(i: number): Promise<string> {
  const [r, g, b] = COLOURS[i] as (typeof COLOURS)[number]
  const png = await sharp({ create: { width: 600, height: 400, channels: 3, background: { r, g, b } } })
    .withIccProfile('srgb')
    .png()
    .toBuffer()
  return ((await put(`/pictures?name=flat-${i}.png`, png)).body as { id: string }).id
}

/** Which of the colours lies nearest to a place of a delivered sheet, mm from its leading left corner. */
async function colourAt(hash: string, places: readonly (readonly [number, number])[]): Promise<number[]> {
  const { data, info } = await sharp(Buffer.from(await (await fetch(`${BASE}/api/files/${hash}`)).arrayBuffer()))
    .raw()
    .toBuffer({ resolveWithObject: true })
  // The sheet lies in the middle of its picture, 14 mm of bench around it.
  const ppm = info.width / (297 + 28)
  return places.map(([x, y]) => {
    const at = (Math.round((y + 14) * ppm) * info.width + Math.round((x + 14) * ppm)) * info.channels
    const seen = [...data.subarray(at, at + 3)]
    const off = COLOURS.map((c) => Math.hypot(...c.map((v, k) => v - (seen[k] as number))))
    return off.indexOf(Math.min(...off))
  })
}
/** The middles of the four cells. */
const CELLS = [
  [80, 110],
  [217, 110],
  [80, 310],
  [217, 310],
] as const

let six: string[]
beforeAll(async () => {
  // As many sheets more as these tests print: others count on the rest.
  const { lots } = (await call<Studio>('GET', '/studio')).body as Studio
  await call('PATCH', '/lots/lustre-a3', { stock: (lots.find((l) => l.id === 'lustre-a3')?.stock ?? 0) + 10 })
  six = await Promise.all(COLOURS.map((_, i) => flat(i)))
})

const several = async (brief: object, pictureIds: readonly string[]): Promise<Job> =>
  (await call<Job>('POST', '/jobs', { title: 'Several', pictureIds, brief })).body

test('six pictures in cells of four are two sheets, each picture in its cell on the delivered sheet; one sheet is printed again by itself', async () => {
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 20 })
  const j = await several({ paperId: 'harbour-lustre', sheet: A3, arrangement: GRID }, six)
  const run = await print(j)
  expect(run.copies).toBe(2)
  const done = await finish(run.id, DELIVERED)
  expect(done.sheetsDelivered).toBe(2)
  expect(await colourAt(done.delivered ?? '', CELLS)).toEqual([0, 1, 2, 3])
  const again = await print((await call<Job>('GET', `/jobs/${j.id}`)).body, { only: [{ form: 'front-2', count: 1 }] })
  expect([again.copies, again.only]).toEqual([1, [{ form: 'front-2', count: 1 }]])
  const second = await finish(again.id, DELIVERED)
  expect(await colourAt(second.delivered ?? '', CELLS.slice(0, 2))).toEqual([4, 5])
  const unknown = await call(
    'POST',
    `/jobs/${j.id}/print`,
    await printRequest((await call<Job>('GET', `/jobs/${j.id}`)).body, { only: [{ form: 'front-9', count: 1 }] }),
  )
  expect([unknown.status, unknown.body.code]).toEqual([422, 'unknown-sheet'])
})

test('the sheets of a run come out in the order in which they are reckoned with: four and two as two and one, twice', async () => {
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 20 })
  const wide = (border: number, copies: number) => ({ size: { by: 'border', border: mm(border) }, copies })
  const brief = { paperId: 'harbour-lustre', sheet: A3, items: [wide(110, 4), wide(130, 2)], arrangement: { as: 'apart' } }
  const run = await print(await several(brief, six.slice(0, 2)))
  await finish(run.id, DELIVERED)
  const [sent] = await sentAs(run)
  // What really lies white at the left of each, by the machine: 110 mm of the one picture, 130 of the other.
  const came = (await truthsAt('heron', sent?.id ?? 0)).map(({ margins }) => (margins.left < mm(120) ? 'front' : 'front-2'))
  const pages = pagesOf((await runOf(run.id)).plate, 'front')
  expect(came).toEqual(Array.from({ length: 6 }, (_, i) => formOfSheet(pages, i + 1)?.id))
  expect(came.filter((id) => id === 'front-2')).toHaveLength(2)
}, 240_000)

test('a job is over when all of its sheets are printed and found good, not when some of them are', async () => {
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 20 })
  const wide = { size: { by: 'border', border: mm(110) } }
  const j = await several({ paperId: 'harbour-lustre', sheet: A3, items: [wide, wide], arrangement: { as: 'apart' } }, six.slice(0, 2))
  const state = async () => (await call<Job>('GET', `/jobs/${j.id}`)).body.state
  const printed = async (form: string) => {
    const run = await print((await call<Job>('GET', `/jobs/${j.id}`)).body, { only: [{ form, count: 1 }] })
    await finish(run.id, DELIVERED)
    expect(
      (await call('PUT', `/runs/${run.id}/inspection`, { ...UNLOOKED, verdict: 'right', sheetsUsed: 1, sheetsWasted: 0 })).status,
    ).toBe(200)
  }
  const left = async () => (await call<Missing>('GET', `/jobs/${j.id}/missing`)).body
  const begun = async () => ((await call('GET', '/jobs/heads')).body as JobHeads).heads?.find(({ id }) => id === j.id)?.begun
  expect(await begun()).toBe(false)
  expect(await left()).toMatchObject({ begun: false, sheets: { front: [{ form: 'front' }, { form: 'front-2' }] } })
  await printed('front-2')
  expect(await state()).toBe('setup')
  expect(await begun()).toBe(true)
  expect(await left()).toEqual({ begun: true, sheets: { front: [{ form: 'front', count: 1 }], back: [] }, unknown: { front: 0, back: 0 } })
  // Who ticks that it is loaded was told to put in the one that is missing.
  expect((await call('PUT', `/jobs/${j.id}/ticks/load`, {})).status).toBe(200)
  const { loaded } = (await call('GET', '/studio')).body as Studio
  expect(loaded.find(({ pathId }) => pathId === 'heron-cassette')).toMatchObject({ lotId: 'lustre-a3', remaining: 1 })
  await printed('front')
  expect(await state()).toBe('done')
  expect((await left()).sheets.front).toEqual([])
}, 240_000)

test('a file that was taken in before is known at once, under the name it now has', async () => {
  const again = (await call('GET', `/pictures/${await flat(0)}`)).body
  const first = (await call('GET', `/pictures/${six[0]}`)).body
  expect([again.id === first.id, { ...again, id: '' }]).toEqual([false, { ...first, id: '' }])
})

test('the job ticket draws every kind of sheet: the first on its page, four to a page behind it', async () => {
  const { PDFDocument } = await import('pdf-lib')
  const pagesOfTicket = async (j: Job) => {
    const pdf = await fetch(`${BASE}/api/studios/lantern-wharf/jobs/${j.id}/load-sheet.pdf`)
    return (await PDFDocument.load(Buffer.from(await pdf.arrayBuffer()))).getPageCount()
  }
  const apart = { paperId: 'harbour-lustre', sheet: A3, arrangement: { as: 'apart' } }
  // None behind it, four, five; and of four and two pictures to a sheet one.
  expect(await pagesOfTicket(await several(apart, six.slice(0, 1)))).toBe(1)
  expect(await pagesOfTicket(await several(apart, six.slice(0, 5)))).toBe(2)
  expect(await pagesOfTicket(await several(apart, six))).toBe(3)
  expect(await pagesOfTicket(await several({ ...apart, arrangement: GRID }, six))).toBe(2)
})

test('as a file: a PDF has a page for every sheet, a TIFF the sheet that is asked for', async () => {
  const j = await several({ paperId: 'harbour-lustre', sheet: A3, arrangement: GRID }, six)
  const made = async (body: object) => {
    let file = (await call('POST', `/jobs/${j.id}/print-files`, body)).body
    while (file.state === 'making') file = (await call('GET', `/print-files/${file.id}`)).body
    return Buffer.from(await (await fetch(`${BASE}/api/studios/lantern-wharf/print-files/${file.id}/file`)).arrayBuffer())
  }
  const pdf = (await made({ format: 'pdf' })).toString('latin1')
  expect(pdf.match(/\/Type \/Page\b/g)?.length).toBe(2)
  const tiff = await sharp(await made({ format: 'tiff', form: 'front-2' })).metadata()
  expect([tiff.width, tiff.pages ?? 1]).toEqual([Math.round((297 * 360) / 25.4), 1])
})

test('jobs printed together: the roll is counted once, each job is printed with its piece, and one that leaves closes the plan', async () => {
  const { lots } = (await call<Studio>('GET', '/studio')).body as Studio
  const stock = (list: Studio['lots']) => list.find((l) => l.id === 'rag-17')?.stock ?? 0
  await hand('heron', { act: 'load', pathId: 'heron-roll', lotId: 'rag-17', remaining: stock(lots) })
  const strip = (width: number, copies = 1) =>
    job(
      { paperId: 'pilot-rag', sheet: null, size: { by: 'picture', width: mm(width), height: null }, copies },
      { printer: 'heron', path: 'heron-roll' },
      six[0],
    )
  const [a, b, c] = [await strip(200), await strip(150, 2), await strip(120)]
  const gang = (await call<Job>('POST', '/gangs', { jobIds: [a.id, b.id, c.id] })).body as Job
  expect((gang.brief as Brief).items.map(({ piece, copies }) => [piece?.job, copies])).toEqual([
    [a.id, 1],
    [b.id, 2],
    [c.id, 1],
  ])
  const twice = await call('POST', '/gangs', { jobIds: [a.id, c.id] })
  expect([twice.status, twice.body.code]).toEqual([422, 'cannot-gang'])
  const alone = await call('POST', `/jobs/${a.id}/print`, await printRequest((await call<Job>('GET', `/jobs/${a.id}`)).body))
  expect([alone.status, alone.body.code]).toEqual([409, 'in-gang'])

  // What a job changes changes its piece; one that leaves drops out.
  const now = (await call<Job>('GET', `/jobs/${b.id}`)).body as Job
  const items = now.brief.items.map((item) => ({ ...item, copies: 3 }))
  expect((await call('PATCH', `/jobs/${b.id}`, { version: now.version, brief: { ...now.brief, items } })).status).toBe(200)
  const left = (await call<Job>('POST', `/gangs/${gang.id}/release`, { jobId: c.id })).body as Job
  expect(left.brief.items.map(({ piece, copies }) => [piece?.job, copies])).toEqual([
    [a.id, 1],
    [b.id, 3],
  ])
  expect(((await call<Job>('GET', `/jobs/${c.id}`)).body as Job).gang).toBeNull()

  // While it is printed a piece may be changed for the next time, but none may leave: its own run would be lost.
  await hand('heron', { act: 'cover', open: true })
  const run = await print((await call<Job>('GET', `/jobs/${gang.id}`)).body)
  const change = async ({ id }: Job, of: (brief: Brief) => object) => {
    const { version, brief } = (await call<Job>('GET', `/jobs/${id}`)).body as Job
    return call('PATCH', `/jobs/${id}`, { version, ...of(brief) })
  }
  const copiesOf = (n: number) => (brief: Brief) => ({ brief: { ...brief, items: brief.items.map((item) => ({ ...item, copies: n })) } })
  const inGang = async () => ((await call<Job>('GET', `/jobs/${gang.id}`)).body as Job).brief.items.map(({ copies }) => copies)
  expect([(await change(a, copiesOf(2))).status, await inGang()]).toEqual([200, [2, 3]])
  const away = await change(b, () => ({ archived: true }))
  expect([away.status, away.body.code, ((await call<Job>('GET', `/jobs/${b.id}`)).body as Job).archived]).toEqual([
    409,
    'already-printing',
    false,
  ])
  await hand('heron', { act: 'cover', open: false })
  const done = await finish(run.id, DELIVERED)
  // What is printed stays as it was printed, whatever becomes of its jobs.
  expect([(await change(a, copiesOf(9))).status, await inGang()]).toEqual([200, [2, 3]])
  const taken = Math.round(done.plate.estimates?.rollLength ?? 0)
  expect(stock(lots) - stock(((await call<Studio>('GET', '/studio')).body as Studio).lots)).toBe(taken)
  for (const [one, copies] of [
    [a, 1],
    [b, 3],
  ] as const) {
    const [own] = (await call<Run[]>('GET', `/jobs/${one.id}/runs`)).body as Run[]
    expect(own).toMatchObject({ how: 'gang', copies, sheetsDelivered: copies })
    const inspection = { margins: null, verdict: 'right', faults: [], note: '', sheetsUsed: copies, sheetsWasted: 0 }
    expect((await call('PUT', `/runs/${own?.id}/inspection`, inspection)).status).toBe(200)
    expect(((await call<Job>('GET', `/jobs/${one.id}`)).body as Job).state).toBe('done')
  }
  const stays = (await call<Job>('POST', `/gangs/${gang.id}/release`, { jobId: a.id })).body as Job
  expect([stays.archived, await inGang(), ((await call<Job>('GET', `/jobs/${a.id}`)).body as Job).gang]).toEqual([false, [2, 3], null])
  // Shares of paper add up to the whole stretch.
  const prices = await Promise.all(
    [a, b].map(
      async ({ id }) =>
        (await runOf(((await call<Run[]>('GET', `/jobs/${id}/runs`)).body as Run[])[0]?.id ?? 0)).plate.estimates?.paperPrice ?? 0,
    ),
  )
  expect(prices.reduce((sum, p) => sum + p, 0)).toBeCloseTo(done.plate.estimates?.paperPrice ?? 0, 6)
})

test('many pictures become a job each, set up as a kept one; what is not there is refused and nothing is begun', async () => {
  const first = await job({ paperId: 'harbour-lustre', sheet: A3, size: { by: 'border', border: mm(22) }, notes: 'its own' }, {}, six[1])
  const kept = (await call<SavedSetup>('POST', `/jobs/${first.id}/setups`, { name: `Kept ${first.id}` })).body as SavedSetup
  const made = await call<Job[]>('POST', '/jobs/many', { pictureIds: [six[2], six[3]], setupId: kept.id })
  expect(made.status).toBe(201)
  for (const one of made.body as Job[])
    expect(one).toMatchObject({
      brief: { paperId: 'harbour-lustre', sheet: A3, notes: '', items: [{ size: { by: 'border', border: mm(22) } }] },
    })
  expect((made.body as Job[]).map(({ title }) => title)).toEqual(['flat-2', 'flat-3'])
  const wish = { size: { width: mm(130), height: mm(180) }, copies: 5, paperId: 'pilot-rag' }
  const wished = await call<Job[]>('POST', '/jobs/many', {
    pictureIds: [six[2], six[3]],
    wishes: [{ size: null, copies: null, paperId: null }, wish],
  })
  expect((wished.body as Job[]).map(({ brief }) => [brief.paperId, brief.items[0]?.copies, brief.items[0]?.size.by])).toEqual([
    [null, 1, 'sheet'],
    ['pilot-rag', 5, 'picture'],
  ])
  const one = (
    await call<Job>('POST', '/jobs', {
      pictureIds: [six[2], six[3]],
      wishes: [
        { size: null, copies: 2 },
        { size: wish.size, copies: null },
      ],
    })
  ).body as Job
  expect(one.brief.items).toMatchObject([{ copies: 2 }, { copies: 1, size: { by: 'picture', width: mm(130), height: mm(180) } }])
  const count = async () => (await call<JobHeads>('GET', '/jobs/heads')).body.heads?.length
  const before = await count()
  expect((await call('POST', '/jobs/many', { pictureIds: [six[2], 'nowhere'] })).status).toBe(404)
  expect((await call('POST', '/jobs', { pictureIds: ['nowhere'] })).status).toBe(404)
  expect(await count()).toBe(before)
})

test.each<[string, (items: Brief['items']) => object, number]>([
  ['no copies', (items) => ({ items: items.map((item) => ({ ...item, copies: 0 })) }), 400],
  ['two items of one id', (items) => ({ items: items.map((item) => ({ ...item, id: 'same' })) }), 400],
  ['a grid of 51 columns', () => ({ arrangement: { ...GRID, columns: 51 } }), 400],
  [
    'a place of no width',
    () => ({
      arrangement: { as: 'free', sheets: 1, ...SHARED, places: [{ item: null, x: 0, y: 0, width: 0, height: 9, turn: null, fill: true }] },
    }),
    400,
  ],
  ['no items at all', () => ({ items: [] }), 400],
])('a brief with %s is refused and stays as it was', async (_what, change, status) => {
  const j = await several({ paperId: 'harbour-lustre', sheet: A3, arrangement: GRID }, six.slice(0, 2))
  expect((await call('PATCH', `/jobs/${j.id}`, { version: j.version, brief: { ...j.brief, ...change(j.brief.items) } })).status).toBe(
    status,
  )
  expect((await call<Job>('GET', `/jobs/${j.id}`)).body).toEqual(j)
})

test('a picture that is taken out while its sheet prints is printed all the same: the plate is frozen', async () => {
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 5 })
  const j = await several({ paperId: 'harbour-lustre', sheet: A3, arrangement: GRID }, six.slice(0, 4))
  const run = await print(j)
  const now = (await call<Job>('GET', `/jobs/${j.id}`)).body as Job
  await call('PATCH', `/jobs/${j.id}`, { version: now.version, brief: { ...now.brief, items: now.brief.items.slice(0, 1) } })
  const done = await finish(run.id, DELIVERED)
  expect(await colourAt(done.delivered ?? '', CELLS)).toEqual([0, 1, 2, 3])
})

test('a job is begun like another: once more as it is, with other pictures, and put aside it lets its gang go', async () => {
  const first = await job(
    { paperId: 'harbour-lustre', sheet: A3, size: { by: 'border', border: mm(18) } },
    { intent: 'perceptual' },
    six[0],
  )
  const twin = (await call<Job>('POST', '/jobs', { likeJob: first.id })).body as Job
  expect(twin).toMatchObject({ title: 'Run test, again', brief: first.brief, pins: { intent: 'perceptual' }, state: 'setup' })
  const other = (await call<Job>('POST', '/jobs', { likeJob: first.id, pictureIds: [six[4], six[5]] })).body as Job
  expect(other).toMatchObject({
    title: 'flat-4',
    pins: { intent: 'perceptual' },
    brief: { items: [{ size: { by: 'border', border: mm(18) } }, {}] },
  })
  const strip = () => job({ paperId: 'pilot-rag', sheet: null, size: { by: 'picture', width: mm(140), height: null } }, {}, six[0])
  const [a, b] = [await strip(), await strip()]
  const gang = (await call<Job>('POST', '/gangs', { jobIds: [a.id, b.id] })).body as Job
  const now = (await call<Job>('GET', `/jobs/${gang.id}`)).body as Job
  expect((await call('PATCH', `/jobs/${gang.id}`, { version: now.version, archived: true })).status).toBe(200)
  for (const { id } of [a, b]) expect(((await call<Job>('GET', `/jobs/${id}`)).body as Job).gang).toBeNull()
})

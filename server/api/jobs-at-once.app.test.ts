import { mm } from '../../core/things/length/length.ts'
import type { Job, SavedSetup } from '../../core/wire/api/dto.ts'
import { call } from '../testing/client.ts'
import { job, print, runOf, smallPicture } from '../testing/jobs.ts'

const A3 = { width: mm(297), length: mm(420), name: 'A3' }
const remove = ({ id, version }: Job) => call('DELETE', `/jobs/${id}?version=${version}`)
const now = async (id: number) => (await call<Job>('GET', `/jobs/${id}`)).body as Job

test('several jobs are changed at once, each by its own version; where one was changed by another, none is', async () => {
  const [a, b, c] = [await job({ notes: 'a' }), await job({ notes: 'b' }), await job({ notes: 'c' })]
  const edit = (j: Job, copies: number) => ({
    id: j.id,
    version: j.version,
    brief: { ...j.brief, items: j.brief.items.map((item) => ({ ...item, copies })) },
  })
  const done = await call<Job[]>('PATCH', '/jobs', { edits: [edit(a, 3), edit(b, 5)] })
  expect(done.status).toBe(200)
  expect((done.body as Job[]).map((j) => [j.id, j.version, j.brief.notes, j.brief.items[0]?.copies])).toEqual([
    [a.id, a.version + 1, 'a', 3],
    [b.id, b.version + 1, 'b', 5],
  ])
  // `b` is at another version by now.
  const lost = await call('PATCH', '/jobs', { edits: [edit(c, 8), edit(b, 9)] })
  expect(lost).toMatchObject({ status: 409, body: { code: 'changed-meanwhile' } })
  expect((lost.body as { message: string }).message).toContain(String(b.id))
  expect(await now(c.id)).toEqual(c)
  expect((await now(b.id)).brief.items[0]?.copies).toBe(5)
  const aside = await call<Job[]>('PATCH', '/jobs', { edits: [{ id: c.id, version: c.version, archived: true }] })
  expect((aside.body as Job[])[0]?.archived).toBe(true)
})

test.each<[string, (j: Job) => unknown, number]>([
  ['nothing', () => [], 400],
  ['a job twice', (j) => [1, 2].map(() => ({ id: j.id, version: j.version, title: 'Twice' })), 409],
  [
    'a job that is not there',
    (j) => [
      { id: j.id, version: j.version, title: 'One' },
      { id: 2_000_000_000, version: 1 },
    ],
    404,
  ],
  ['more than are taken at once', (j) => Array.from({ length: 501 }, () => ({ id: j.id, version: j.version })), 400],
])('a change of %s is refused and changes nothing', async (_what, edits, status) => {
  const j = await job({})
  expect((await call('PATCH', '/jobs', { edits: edits(j) })).status).toBe(status)
  expect(await now(j.id)).toEqual(j)
})

test('both jobs of a gang changed at once: the gang follows each', async () => {
  const strip = (width: number) => job({ paperId: 'pilot-rag', sheet: null, size: { by: 'picture', width: mm(width), height: null } })
  const two = [await strip(140), await strip(90)]
  const gang = (await call<Job>('POST', '/gangs', { jobIds: two.map(({ id }) => id) })).body as Job
  const seen = await Promise.all(two.map(({ id }) => now(id)))
  const edits = seen.map((j, i) => ({
    id: j.id,
    version: j.version,
    brief: { ...j.brief, items: j.brief.items.map((item) => ({ ...item, copies: i + 2 })) },
  }))
  expect((await call('PATCH', '/jobs', { edits })).status).toBe(200)
  const copies = (await now(gang.id)).brief.items.map((item) => [item.piece?.job, item.copies])
  expect(copies).toEqual(two.map(({ id }, i) => [id, i + 2]))
})

test('a run is printed again as it was printed, though its job was changed since', async () => {
  const j = await job(
    { paperId: 'harbour-lustre', sheet: A3, dueAt: '2026-01-02T03:04:05.000Z', notes: 'as then' },
    { intent: 'perceptual' },
  )
  const run = await print(j)
  const { plate } = await runOf(run.id)
  await call('POST', `/runs/${run.id}/cancel`)
  const later = await now(j.id)
  await call('PATCH', `/jobs/${j.id}`, { version: later.version, brief: { ...later.brief, paperId: 'lamproom-baryta' }, pins: {} })
  const again = await call<Job>('POST', '/jobs', { likeRun: run.id })
  expect(again.status).toBe(201)
  const made = again.body as Job
  expect(made).toMatchObject({ title: `${j.title}, again`, state: 'setup' })
  expect(made.brief).toEqual({ ...plate.brief, dueAt: null })
  expect(made.pins).toMatchObject({ intent: 'perceptual', printer: plate.setup?.printer.id, profile: plate.setup?.profile?.id })
  const other = (await call<Job>('POST', '/jobs', { likeRun: run.id, pictureIds: [await smallPicture()] })).body as Job
  expect(other.brief).toMatchObject({ paperId: 'harbour-lustre', notes: '' })
  expect((await call('POST', '/jobs', { likeRun: 2_000_000_000 })).status).toBe(404)
})

test('a kept set-up says what jobs begin with, and the shape it was kept with', async () => {
  const j = await job({ paperId: 'harbour-lustre', sheet: A3, size: { by: 'border', border: mm(18), exact: true }, notes: 'only there' })
  const kept = (await call<SavedSetup>('POST', `/jobs/${j.id}/setups`, { name: `Exact ${j.id}` })).body as SavedSetup
  expect(kept.shape).toEqual({ width: expect.any(Number), height: expect.any(Number), fills: true, turns: true })
  expect(kept.begins.brief).toMatchObject({ paperId: 'harbour-lustre', notes: '', items: [{ size: { by: 'border', exact: true } }] })
  expect(kept.begins.brief.items[0]?.content).toEqual({ as: 'picture', picture: null })
  await call('DELETE', `/setups/${kept.id}`)
})

test('a job of which nothing was printed is deleted; one that has runs is not, and stays as it is', async () => {
  const j = await job({})
  await call('PUT', `/jobs/${j.id}/ticks/fan`, {})
  expect(await remove({ ...j, version: j.version - 1 })).toMatchObject({ status: 409, body: { code: 'changed-meanwhile' } })
  expect(await remove(j)).toMatchObject({ status: 200, body: { id: j.id } })
  expect((await call('GET', `/jobs/${j.id}`)).status).toBe(404)
  expect((await remove(j)).status).toBe(404)
  expect(((await call<Job[]>('GET', '/jobs')).body as Job[]).some(({ id }) => id === j.id)).toBe(false)
  const printed = await job({ paperId: 'harbour-lustre', sheet: A3 })
  const run = await print(printed)
  await call('POST', `/runs/${run.id}/cancel`)
  expect((await call('DELETE', `/jobs/${printed.id}`)).status).toBe(400)
  expect(await remove(await now(printed.id))).toMatchObject({ status: 422, body: { code: 'was-printed' } })
  expect((await now(printed.id)).title).toBe(printed.title)
})

test('deleted, a job leaves its gang, and a gang lets its jobs go', async () => {
  const strip = (width: number) => job({ paperId: 'pilot-rag', sheet: null, size: { by: 'picture', width: mm(width), height: null } })
  const three = [await strip(140), await strip(90), await strip(70)]
  const gang = (await call<Job>('POST', '/gangs', { jobIds: three.map(({ id }) => id) })).body as Job
  const [first, ...others] = three as [Job, ...Job[]]
  expect((await remove(await now(first.id))).status).toBe(200)
  expect((await now(gang.id)).brief.items.map((item) => item.piece?.job)).toEqual(others.map(({ id }) => id))
  expect((await remove(await now(gang.id))).status).toBe(200)
  for (const { id } of others) expect((await now(id)).gang).toBeNull()
})

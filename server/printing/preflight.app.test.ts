import type { BeforeSending, Job, Run } from '../../core/wire/api/dto.ts'
import { DELIVERED } from '../../core/work/runs/states.ts'
import { call } from '../testing/client.ts'
import { finish, hand, job, print, printRequest, runOf } from '../testing/jobs.ts'

const card = { paperId: 'beacon-gloss', sheet: { width: 101_600, length: 152_400, name: '4 × 6 in' }, size: { by: 'border', border: 6000 } }
const photo = { printer: 'dunlin', path: 'dunlin-photo', stock: 'gloss-4x6' }
const load = (lotId: string | null, remaining: number) => hand('dunlin', { act: 'load', pathId: 'dunlin-photo', lotId, remaining })
const now = async (j: Job) => (await call<BeforeSending>('GET', `/jobs/${j.id}/before-sending`)).body.now
/** As somebody prints who has read nothing and gives no reason. */
const plain = async (j: Job, change: object = {}) =>
  call<Run>('POST', `/jobs/${j.id}/print`, { ...(await printRequest(j)), despite: [], because: '', ...change })

afterAll(() => load('gloss-4x6', 20))

test('an empty path holds the print when Print is pressed; going on takes a reason, and the log keeps both', async () => {
  const j = await job(card, photo)
  await load(null, 0)
  expect((await now(j))?.holds).toBe(false)
  const held = await plain(j)
  expect([held.status, held.body]).toMatchObject([422, { code: 'preflight', field: 'printer:empty' }])
  const unsaid = await plain(j, { despite: ['printer:empty'] })
  expect([unsaid.status, unsaid.body]).toMatchObject([422, { code: 'reason-missing', field: 'because' }])
  expect((await call('GET', `/jobs/${j.id}/runs`)).body).toEqual([])
  const given = await plain(j, { despite: ['printer:empty'], because: 'I stand beside it with the sheet' })
  expect(given.status).toBe(201)
  await load('gloss-4x6', 20)
  const run = await finish(given.body.id, DELIVERED)
  expect(run.inSpite).toEqual({ of: ['Photo tray of Dunlin is empty.'], because: 'I stand beside it with the sheet' })
  const found = (await call<{ runs: Run[] }>('GET', '/runs?q=beside')).body.runs
  expect(found.map((r: Run) => r.id)).toContain(run.id)
})

test('what may be printed in spite of is for the house to say', async () => {
  const rule = (inSpite: string) => call('PATCH', '/studio/rules', { inSpite })
  const j = await job(card, photo)
  const asked = async (...despite: string[]) => (await plain(j, { despite, because: 'I have seen to it' })).body
  try {
    await load(null, 0)
    await hand('dunlin', { act: 'cover', open: true })
    await rule('harmless')
    expect(await asked('printer:cover', 'printer:empty')).toMatchObject({ code: 'house-rule', field: 'despite', value: 'printer:cover' })
    await hand('dunlin', { act: 'cover', open: false })
    await rule('none')
    expect(await asked('printer:empty')).toMatchObject({ code: 'house-rule', value: 'printer:empty' })
    expect((await call('GET', `/jobs/${j.id}/runs`)).body).toEqual([])
    await rule('harmless')
    const sent = (await asked('printer:empty')) as unknown as Run
    await load('gloss-4x6', 20)
    expect((await finish(sent.id, DELIVERED)).inSpite?.because).toBe('I have seen to it')
  } finally {
    await rule('all')
  }
})

test('another size, another entry at the panel and an open cover hold it; what is right prints without a word', async () => {
  const wall = await job(
    { paperId: 'harbour-lustre', sheet: { width: 297_000, length: 420_000, name: 'A3' } },
    { printer: 'heron', path: 'heron-cassette', stock: 'lustre-a3' },
  )
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'gloss-a4', remaining: 5 })
  expect((await plain(wall)).body).toMatchObject({ code: 'preflight', field: 'printer:size' })
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 5 })
  const j = await job(card, photo)
  await load('gloss-4x6', 20)
  await hand('dunlin', { act: 'panel', pathId: 'dunlin-photo', mediaTypeId: 'stationery', gap: 'auto' })
  expect((await plain(j)).body).toMatchObject({ code: 'preflight', field: 'printer:media-type' })
  await hand('dunlin', { act: 'panel', pathId: 'dunlin-photo', mediaTypeId: null, gap: 'auto' })
  await hand('dunlin', { act: 'cover', open: true })
  expect((await plain(j)).body).toMatchObject({ code: 'preflight', field: 'printer:cover' })
  await hand('dunlin', { act: 'cover', open: false })
  const sent = await plain(j)
  expect(sent.status).toBe(201)
  expect((await finish(sent.body.id, DELIVERED)).inSpite).toBeNull()
})

test('a switch for sensing sizes is read from the printer and known to the studio; off, another size is not refused by it', async () => {
  const j = await job(card, photo)
  const pathOf = async () =>
    (await call('GET', '/studio')).body.printers
      .find((p: { id: string }) => p.id === 'dunlin')
      .paths.find((p: { id: string }) => p.id === 'dunlin-photo')
  await hand('dunlin', { act: 'panel', pathId: 'dunlin-photo', mediaTypeId: null, gap: 'auto', sensing: 'off' })
  expect((await now(j))?.sensing).toBe('off')
  expect((await pathOf()).sensing).toBe('off')
  await hand('dunlin', { act: 'panel', pathId: 'dunlin-photo', mediaTypeId: null, gap: 'auto', sensing: 'on' })
  await now(j)
  expect((await pathOf()).sensing).toBe('on')
})

test('what stands before a job on its printer is named, with what it waits for', async () => {
  const [first, second] = [await job(card, photo), await job(card, photo)]
  await load(null, 0)
  const ahead = await print(first)
  await finish(ahead.id, ['waiting'])
  const seen = await now(second)
  expect(seen?.ahead).toBe(1)
  expect(seen?.behind).toMatchObject({ jobId: first.id, runId: ahead.id, title: 'Run test' })
  expect(seen?.behind?.waits).toContain('empty')
  const work = (await call('GET', '/at-work')).body as { id: number; minutesLeft: number }[]
  expect(work.find((r) => r.id === ahead.id)?.minutesLeft).toBeGreaterThan(0)
  await load('gloss-4x6', 20)
  await finish(ahead.id, DELIVERED)
  expect((await now(second))?.behind).toBeNull()
  expect((await runOf(ahead.id)).state).not.toBe('waiting')
})

import type { Studio } from '../../core/things/studio/studio.ts'
import type { Job, Run } from '../../core/wire/api/dto.ts'
import { DELIVERED } from '../../core/work/runs/states.ts'
import { call, until } from '../testing/client.ts'
import { finish, hand, job, LUSTRE, print, runOf } from '../testing/jobs.ts'

const stock = async () =>
  ((await call<Studio>('GET', '/studio')).body as Studio).lots.find((l) => l.id === 'lustre-a3')?.stock ?? Number.NaN
const load = (remaining: number) => hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining })
const count = (run: Run, sheets: number, form?: string) =>
  call<{ run: Run; more: Run | null }>('PUT', `/runs/${run.id}/sheets`, { sheets, ...(form ? { form } : {}) })
/** Printing until the cassette is empty after so many sheets. */
const emptyAfter = (run: Run, sheets: number) =>
  until(
    () => runOf(run.id),
    (now) => {
      if (now.state === 'waiting' && now.reason !== 'media-needed') void call('POST', `/runs/${run.id}/go`)
      return now.state === 'waiting' && now.reason === 'media-needed' && now.sheetsDelivered === sheets
    },
    120,
  )

beforeAll(async () => {
  // As many sheets more as these tests print: others count on the rest.
  await call('PATCH', '/lots/lustre-a3', { stock: (await stock()) + 12 })
})

test('fewer while it prints: it ends when those are out, as a run that has brought what it should', async () => {
  await load(3)
  const before = await stock()
  const run = await print(await job({ ...LUSTRE, copies: 6 }))
  await emptyAfter(run, 3)
  expect(await count(run, 3)).toMatchObject({ status: 422, body: { code: 'already-out' } })
  expect((await count(run, 4)).body.run.copies).toBe(4)
  // Back to all of them, and once more fewer.
  expect((await count(run, 6)).body).toMatchObject({ run: { copies: 6 }, more: null })
  expect((await count(run, 5)).body.run.copies).toBe(5)
  await load(2)
  const done = await finish(run.id, DELIVERED)
  expect([done.sheetsDelivered, done.copies]).toEqual([5, 5])
  expect(before - (await stock())).toBe(5)
  expect(await count(run, 9)).toMatchObject({ status: 409, body: { code: 'run-over' } })
})

test('more while it prints: they are a run behind it, and the job is printing until both are through', async () => {
  await load(1)
  const j = await job({ ...LUSTRE, copies: 2 })
  const run = await print(j)
  await emptyAfter(run, 1)
  expect(await count(run, 5, 'back')).toMatchObject({ status: 422, body: { code: 'unknown-sheet' } })
  const { more } = (await count(run, 5)).body
  expect(more).toMatchObject({ jobId: j.id, copies: 3, only: [{ form: 'front', count: 3 }] })
  await load(1)
  await finish(run.id, DELIVERED)
  const stands = async () => ((await call<Job>('GET', `/jobs/${j.id}`)).body as Job).state
  expect(await stands()).toBe('printing')
  await load(5)
  const second = await finish((more as Run).id, DELIVERED)
  expect(second.sheetsDelivered).toBe(3)
  expect(await stands()).toBe('inspect')
  // The same plate, as it was frozen.
  expect(second.plate).toEqual((await runOf(run.id)).plate)
})

test('those that follow are called off: what was printed before them is still to be looked at', async () => {
  await load(1)
  const j = await job({ ...LUSTRE, copies: 2 })
  const run = await print(j)
  await emptyAfter(run, 1)
  const { more } = (await count(run, 3)).body
  await load(1)
  await finish(run.id, DELIVERED)
  await emptyAfter(more as Run, 0)
  await call('POST', `/runs/${(more as Run).id}/cancel`)
  await until(
    () => runOf((more as Run).id),
    ({ state }) => state === 'cancelled',
  )
  expect(((await call<Job>('GET', `/jobs/${j.id}`)).body as Job).state).toBe('inspect')
})

test.each([{ sheets: 0 }, { sheets: 1.5 }, { sheets: 10_001 }, {}, { sheets: 2, kind: 'x' }])('%j sheets are refused', async (body) => {
  expect((await call('PUT', '/runs/1/sheets', body)).status).toBe(400)
})

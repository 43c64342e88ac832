import type { Sequelize } from 'sequelize'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { brief } from '../../core/testing/fixtures.ts'
import type { RunState } from '../../core/work/runs/states.ts'
import type { Store } from '../store/store.ts'
import { NO_FACTS, ownStudio, studioRecords, testDatabase } from '../testing/own-studio.ts'
import { beginRun } from './begin-run.ts'
import { repair } from './repair.ts'

let db: Sequelize
let store: Store
const records = studioRecords()
const lot = { ...(records.lots[0] as (typeof records.lots)[number]), stock: 40 }
/** Files that are there, but for those named so. */
const files = { has: (hash: string) => !hash.startsWith('f') }

beforeAll(async () => {
  db = testDatabase()
  store = await ownStudio(db, 'test-repair')
})
beforeEach(async () => {
  await store.empty()
  await store.lots.add(lot)
})
afterAll(async () => {
  await store.empty()
  await db.close()
})

const words = brief({ picture: null })
const plate = resolve(words, records, {})
const aJob = () => store.jobs.add({ title: 'J', brief: words, pins: {} })
/** A run in a state that nothing led to. */
async function aRun(state: RunState, dryUntil: Date | null = null) {
  const job = await aJob()
  const run = await store.act((act) => beginRun(act, { job, plate, side: 'front', how: 'own', inSpite: null }))
  await store.runs.change(run, { state, dryUntil })
  return { job, run }
}
const stateOf = async (id: number) => (await store.jobs.find(id)).state

test('a studio without contradictions is left as it is', async () => {
  const { job } = await aRun('printing')
  const dry = await aRun('drying', new Date())
  await store.jobs.stands(dry.job.id, 'inspect')
  await aJob()
  await store.lots.load('heron', 'heron-cassette', lot.id, 40)
  expect(await repair(store, files)).toEqual({ mended: [], left: [] })
  expect([await stateOf(job.id), await stateOf(dry.job.id)]).toEqual(['printing', 'inspect'])
})

test.each([
  ['inspect', 'inspect'],
  ['failed', 'failed'],
  ['cancelled', 'setup'],
  ['done', 'done'],
] as const)('a job held as printing whose run is “%s” is “%s” again', async (run, job) => {
  const made = await aRun(run)
  expect(await stateOf(made.job.id)).toBe('printing')
  expect((await repair(store, files)).mended).toEqual([
    `Job ${made.job.id} was held as printing though none of its runs is; it is “${job}” again.`,
  ])
  expect(await stateOf(made.job.id)).toBe(job)
  expect((await repair(store, files)).mended).toEqual([])
})

test('a job held as printing without any run can be set up again, one whose run is under way is printing', async () => {
  const none = await aJob()
  await store.jobs.stands(none.id, 'printing')
  const moving = await aRun('waiting')
  await store.jobs.stands(moving.job.id, 'failed')
  expect((await repair(store, files)).mended).toHaveLength(2)
  expect([await stateOf(none.id), await stateOf(moving.job.id)]).toEqual(['setup', 'printing'])
})

test('drying without an end is over; a path holds no more than there is', async () => {
  const { job, run } = await aRun('drying')
  await store.jobs.stands(job.id, 'inspect')
  await store.lots.load('heron', 'heron-cassette', lot.id, 40)
  await store.lots.change(lot.id, { stock: 39 })
  expect((await repair(store, files)).mended).toHaveLength(2)
  expect((await store.runs.find(run.id)).dryUntil?.getTime()).toBeLessThanOrEqual(Date.now())
  expect((await store.lots.loaded()).map((l) => l.remaining)).toEqual([39])
})

test('what nobody can know is said and left: a lot below nothing, a missing lot, missing files', async () => {
  await store.lots.load('heron', 'heron-cassette', lot.id, 40)
  await db.query("UPDATE loaded SET lot_id = 'gone' WHERE studio = 'test-repair'")
  await db.query("UPDATE lots SET stock = -3 WHERE studio = 'test-repair'")
  const hash = 'f'.repeat(64)
  await store.profiles.add({
    id: 'p',
    hash,
    description: 'A lost one',
    boundTo: null,
    facts: NO_FACTS,
  })
  const found = await repair(store, files)
  expect(found.mended).toEqual([])
  expect(found.left).toContain(`Of lot ${lot.id} 3 sheets more went than there were: count it.`)
  expect(found.left.map((says) => says.split(' ').slice(0, 4).join(' '))).toEqual([
    'heron-cassette is recorded to',
    `Of lot ${lot.id} 3`,
    'The file of profile',
  ])
})

import { QueryTypes, type Sequelize } from 'sequelize'
import type { Lot } from '../../core/things/media/media.ts'
import type { Job } from '../../core/wire/api/dto.ts'
import { call } from '../testing/client.ts'
import { job } from '../testing/jobs.ts'
import { ownStudio, studioRecords, testDatabase } from '../testing/own-studio.ts'
import type { Store } from './store.ts'
import { table } from './table.ts'

let db: Sequelize
let one: Store
let other: Store
const [lot] = studioRecords().lots
if (!lot) throw new Error('no lot')
const start = { ...lot, stock: 40 }

beforeAll(async () => {
  db = testDatabase()
  one = await ownStudio(db, 'test-one')
  other = await ownStudio(db, 'test-other')
})
beforeEach(async () => {
  await one.empty()
  await other.empty()
  await one.lots.add(start)
})
afterAll(async () => {
  await one.empty()
  await other.empty()
  await db.close()
})

test('two studios hold things of one name apart, and neither sees, changes or empties the other’s', async () => {
  await other.lots.add({ ...start, stock: 7 })
  await one.lots.change(lot.id, { stock: 39 })
  expect((await other.lots.list()).map((l) => [l.id, l.stock])).toEqual([[lot.id, 7]])
  await other.empty()
  expect((await one.lots.list()).map((l) => l.stock)).toEqual([39])
  expect((await call('GET', '/studio')).body.lots.map((l: Lot) => l.stock)).not.toContain(39)
})
test('one who measures a box and one who takes sheets off it, both having seen the same box: both are kept', async () => {
  const rows = table('lots', { db, studio: 'test-one', transaction: null })
  const seen = await rows.one({ id: lot.id })
  if (!seen) throw new Error('no row')
  await rows.change(seen, { stock: 38 })
  const now = await rows.change(seen, { measuredWidth: 296_500 })
  expect([now.stock, now.measuredWidth, now.version]).toEqual([38, 296_500, seen.version + 2])
})
test('two who set the same thing: the later is told what it is now, and nothing is written', async () => {
  const rows = table('lots', { db, studio: 'test-one', transaction: null })
  const seen = await rows.one({ id: lot.id })
  if (!seen) throw new Error('no row')
  await rows.change(seen, { stock: 38 })
  await expect(rows.change(seen, { stock: 12, spread: 900 })).rejects.toMatchObject({ name: 'ChangedMeanwhile', current: { stock: 38 } })
  expect(await rows.one({ id: lot.id })).toMatchObject({ stock: 38, spread: seen.spread })
  // Strictly, anything that changed is in the way.
  await expect(rows.change(seen, { spread: 900 }, true)).rejects.toMatchObject({ name: 'ChangedMeanwhile' })
})
test('sheets taken off by twenty acts at one moment are all counted', async () => {
  await Promise.all(Array.from({ length: 20 }, () => one.act((act) => act.lots.takeOff(lot.id, 2))))
  expect((await one.lots.find(lot.id)).stock).toBe(0)
})
test('two acts that wait for each other’s rows: both are done, each once', async () => {
  await one.lots.add({ ...start, id: 'second', stock: 40 })
  let met = 0
  const takes = (first: string, then: string) =>
    one.act(async (act) => {
      await act.lots.takeOff(first, 3)
      met++
      while (met < 2) await new Promise((done) => setTimeout(done, 10))
      await act.lots.takeOff(then, 5)
    })
  await Promise.all([takes(lot.id, 'second'), takes('second', lot.id)])
  expect((await one.lots.list()).map((l) => l.stock)).toEqual([32, 32])
  // It was a crossing: one of them began again.
  expect(met).toBeGreaterThan(2)
})
test('an act that fails half-way leaves nothing of itself', async () => {
  const fails = one.act(async (act) => {
    await act.lots.takeOff(lot.id, 5)
    await act.lots.load('heron', 'heron-front', lot.id, 5)
    throw new Error('the plug is pulled')
  })
  await expect(fails).rejects.toThrow('the plug is pulled')
  expect((await one.lots.find(lot.id)).stock).toBe(40)
  expect(await one.lots.loaded()).toEqual([])
})
test('a row that does not say whose it is never comes into the database', async () => {
  await expect(db.query("INSERT INTO rules (id, record) VALUES ('house', '{}')")).rejects.toThrow(/studio/)
})
test('a stored document that cannot be read is the studio’s trouble, not the caller’s, and spares every other job', async () => {
  const [broken, sound] = [await job({}), await job({})]
  const [kept] = await db.query<{ brief: string }>('SELECT brief FROM jobs WHERE id = ?', {
    replacements: [broken.id],
    type: QueryTypes.SELECT,
  })
  await db.query('UPDATE jobs SET brief = ? WHERE id = ?', { replacements: ['{"items":"none"}', broken.id] })
  try {
    const answer = await call('GET', `/jobs/${broken.id}`)
    expect([answer.status, answer.body.code]).toEqual([500, 'unreadable'])
    expect(answer.body.message).toContain(`${broken.id}`)
    expect((await call('GET', `/jobs/${sound.id}`)).status).toBe(200)
    const list = await call('GET', '/jobs')
    expect([list.status, list.body.some((j: Job) => j.id === sound.id)]).toEqual([200, true])
  } finally {
    await db.query('UPDATE jobs SET brief = ? WHERE id = ?', { replacements: [kept?.brief, broken.id] })
  }
  expect((await call('GET', `/jobs/${broken.id}`)).status).toBe(200)
})

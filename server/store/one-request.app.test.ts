import type { Sequelize } from 'sequelize'
import { ownStudio, studioRecords, testDatabase } from '../testing/own-studio.ts'
import { apart, asRequest } from './one-request.ts'
import type { Store } from './store.ts'

let db: Sequelize
let store: Store
const lot = { ...(studioRecords().lots[0] as ReturnType<typeof studioRecords>['lots'][number]), stock: 40 }
const request = () => ({ id: `request-${crypto.randomUUID()}`, print: 'a'.repeat(64) })
const take = (used: number) => store.act((act) => act.lots.takeOff(lot.id, used))
const stock = async () => (await store.lots.find(lot.id)).stock

beforeAll(async () => {
  db = testDatabase()
  store = await ownStudio(db, 'test-request')
})
beforeEach(async () => {
  await store.empty()
  await store.lots.add(lot)
})
afterAll(async () => {
  await store.empty()
  await db.close()
})

test('the name is kept with the first act, or not at all where the act is taken back', async () => {
  const [kept, failed] = [request(), request()]
  await asRequest(kept, async () => {
    await take(1)
    await take(2)
  })
  expect([await stock(), (await store.requests.find(kept.id))?.print]).toEqual([37, kept.print])
  const broken = asRequest(failed, () =>
    store.act(async (act) => {
      await act.lots.takeOff(lot.id, 5)
      throw new Error('refused')
    }),
  )
  await expect(broken).rejects.toThrow('refused')
  expect([await stock(), await store.requests.find(failed.id)]).toEqual([37, null])
})

test('what a request sets going works on after it in its own right, though its name is kept already', async () => {
  const named = request()
  let go: () => void = () => undefined
  const gone = new Promise<void>((resolve) => {
    go = resolve
  })
  let later: Promise<void> = Promise.resolve()
  await asRequest(named, async () => {
    later = gone.then(() => take(3))
  })
  await store.requests.answered(named.id, named.print, 200, { done: true })
  go()
  await later
  expect(await stock()).toBe(37)
})

test('what has to be over before the act is not the act', async () => {
  const named = request()
  const first = asRequest(named, async () => {
    await apart(() => take(4))
    throw new Error('the plug')
  })
  await expect(first).rejects.toThrow('the plug')
  expect([await stock(), await store.requests.find(named.id)]).toEqual([36, null])
})

import type { Sequelize } from 'sequelize'
import { ownStudio, studioRecords, testDatabase } from '../testing/own-studio.ts'
import { writtenElsewhere } from './snapshots.ts'
import type { Store } from './store.ts'

const NAME = 'much-asked'
const records = studioRecords()
const [lot] = records.lots
let db: Sequelize
let store: Store
beforeAll(async () => {
  db = testDatabase()
  store = await ownStudio(db, NAME)
  for (const printer of records.printers) await store.printers.add(printer)
  for (const paper of records.papers) await store.papers.add(paper)
  for (const one of records.lots) await store.lots.add(one)
})
afterAll(() => db.close())

const stockNow = async (of: Pick<Store, 'studio'> = store) => (await of.studio()).lots.find(({ id }) => id === lot?.id)?.stock
const set = (of: Pick<Store, 'lots'>, stock: number) => of.lots.change(lot?.id ?? '', { stock })

test('what was not written is the very same, what was written is new', async () => {
  const first = await store.studio()
  const again = await store.studio()
  for (const part of ['printers', 'papers', 'lots', 'profiles', 'pairings', 'loaded', 'calibrations', 'experience'] as const)
    expect(again[part]).toBe(first[part])
  await set(store, 41)
  const now = await store.studio()
  expect(now.lots).not.toBe(first.lots)
  const changed = Object.entries(now).filter(([part, value]) => value !== first[part as keyof typeof first])
  expect(changed.map(([part]) => part)).toEqual(['lots'])
  // A paper that is put aside takes its lots along.
  const paper = records.lots[0]?.paperId ?? ''
  await store.papers.archive(paper, true)
  expect((await store.studio()).lots.some((one) => one.paperId === paper)).toBe(false)
  await store.papers.archive(paper, false)
  expect(await stockNow()).toBe(41)
  await store.rules.change({ keepSheetsDays: 77 })
  expect((await store.studio()).rules).toMatchObject({ keepSheetsDays: 77 })
})

test('what an act has written is its own until it is over, and nobody’s when it was taken back', async () => {
  await set(store, 50)
  expect(await stockNow()).toBe(50)
  const before = await store.studio()
  let goOn: () => void = () => undefined
  let wrote: () => void = () => undefined
  const written = new Promise<void>((done) => {
    wrote = done
  })
  const act = store.act(async (within) => {
    await set(within, 12)
    const mine = await stockNow(within)
    wrote()
    await new Promise<void>((done) => {
      goOn = done
    })
    return mine
  })
  await written
  // Asked for again and again in between, it is what was kept last, the very same list; and none of that stays.
  expect((await store.studio()).lots).toBe(before.lots)
  expect(await stockNow()).toBe(50)
  expect(await stockNow()).toBe(50)
  goOn()
  expect(await act).toBe(12)
  expect(await stockNow()).toBe(12)
  await store
    .act(async (within) => {
      await set(within, 7)
      expect(await stockNow(within)).toBe(7)
      throw new Error('no')
    })
    .catch(() => undefined)
  expect(await stockNow()).toBe(12)
})

test('twelve people at once: after each change whoever asks is told what it is now', async () => {
  await set(store, 0)
  let last = 0
  await Promise.all(
    Array.from({ length: 12 }, async (_, who) => {
      for (let i = 0; i < 8; i++) {
        const mine = 1 + who * 100 + i
        await (i % 2 ? store.act((act) => set(act, mine)) : set(store, mine)).then(
          () => {
            last = mine
          },
          // Of two who set the very same figure at one moment one is refused.
          () => undefined,
        )
        const told = await stockNow()
        const found = (await store.lots.find(lot?.id ?? '')).stock
        // Others may have been faster meanwhile; nobody is told of what was before his own change.
        expect(told).not.toBe(0)
        expect(typeof found).toBe('number')
      }
    }),
  )
  expect(last).toBeGreaterThan(0)
  expect(await stockNow()).toBe((await store.lots.find(lot?.id ?? '')).stock)
})

test('a lot that was removed and added again, with its id and its version, is the one that is there now', async () => {
  const one = { ...(lot as NonNullable<typeof lot>), id: 'again', stock: 7 }
  await store.lots.add(one)
  const before = await store.studio()
  expect(before.lots.find(({ id }) => id === 'again')?.stock).toBe(7)
  await db.query("DELETE FROM lots WHERE studio = ? AND id = 'again'", { replacements: [NAME] })
  await store.lots.add({ ...one, stock: 8 })
  const now = await store.studio()
  expect(now.lots.find(({ id }) => id === 'again')?.stock).toBe(8)
  // All others are the very same.
  expect(now.lots.filter((of) => !before.lots.includes(of)).map(({ id }) => id)).toEqual(['again'])
})

test('whatever was written since, the list is the one that is read anew, and what was not written is the very same', async () => {
  const like = lot as NonNullable<typeof lot>
  const ids = Array.from({ length: 12 }, (_, i) => `long-${i}`)
  await store.lots.addAll(ids.map((id, i) => ({ ...like, id, stock: i })))
  const stocks = async () => (await store.studio()).lots.map(({ id, stock }) => `${id} ${stock}`)
  /** As somebody who has read nothing yet would find it. */
  const anew = async () => {
    writtenElsewhere(NAME)
    return stocks()
  }
  const steps: [string, changed: string[], () => Promise<unknown>][] = [
    ['one is counted', ['long-3'], () => store.lots.change('long-3', { stock: 33 })],
    [
      'two, in one act',
      ['long-1', 'long-7'],
      () =>
        store.act(async (act) => {
          await act.lots.change('long-7', { stock: 77 })
          await act.lots.change('long-1', { stock: 11 })
        }),
    ],
    [
      'one is counted and the act taken back',
      [],
      () =>
        store
          .act(async (act) => {
            await act.lots.change('long-4', { stock: 44 })
            throw new Error('no')
          })
          .catch(() => undefined),
    ],
    ['one is used up', [], () => store.lots.fate('long-5', { finished: true })],
    [
      'one comes, another is counted',
      ['long-new', 'long-0'],
      () =>
        store.act(async (act) => {
          await act.lots.add({ ...like, id: 'long-new', stock: 5 })
          await act.lots.change('long-0', { stock: 100 })
        }),
    ],
    ['the one that was used up is not, and stands where it stood', ['long-5'], () => store.lots.fate('long-5', { finished: false })],
    [
      'one that is not in the list at all',
      [],
      async () => {
        await store.lots.fate('long-6', { finished: true })
        await store.studio()
        await store.lots.fate('long-6', { number: 'n6' })
      },
    ],
    [
      'all go over to another paper',
      ids.concat('long-new').filter((id) => id !== 'long-6'),
      () => store.lots.giveTo(like.paperId, records.papers.find(({ id }) => id !== like.paperId)?.id ?? ''),
    ],
  ]
  for (const [what, changed, write] of steps) {
    const before = new Set((await store.studio()).lots)
    await write()
    const now = (await store.studio()).lots
    const found = await stocks()
    const other = now.filter((one) => !before.has(one)).map(({ id }) => id)
    expect([what, other.filter((id) => id.startsWith('long-')).sort()]).toEqual([what, [...changed].sort()])
    expect([what, found]).toEqual([what, await anew()])
  }
})

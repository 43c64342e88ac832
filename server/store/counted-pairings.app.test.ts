import type { Sequelize } from 'sequelize'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { brief, picture } from '../../core/testing/fixtures.ts'
import { talliesOf } from '../../core/things/media/media.ts'
import { InspectionSchema } from '../../core/work/runs/inspection.ts'
import { beginRun } from '../printing/begin-run.ts'
import { inspect } from '../printing/inspect.ts'
import { NO_FACTS, ownStudio, studioRecords, testDatabase } from '../testing/own-studio.ts'
import { rebuildLearnt } from './learnt.ts'
import type { Store } from './store.ts'

const NAME = 'often-inspected'
const studio = studioRecords()
let db: Sequelize
let store: Store
beforeAll(async () => {
  db = testDatabase()
  store = await ownStudio(db, NAME)
  for (const one of studio.printers) await store.printers.add(one)
})
afterAll(async () => {
  await store.empty()
  await db.close()
})
const rebuilt = () => rebuildLearnt({ db, studio: NAME, transaction: null })
const verdict = (is: 'right' | 'usable' | 'wasted') =>
  InspectionSchema.parse({ margins: null, verdict: is, faults: [], note: '', sheetsUsed: 1, sheetsWasted: 0 })

test('what a pairing has learnt is what its runs say and what it brought along, however often somebody thinks better of it', async () => {
  await store.pictures.add(picture(), false)
  await store.profiles.add({ id: 'none', hash: 'b'.repeat(64), description: '', boundTo: null, facts: NO_FACTS })
  const wish = brief({ picture: picture() })
  const plain = resolve(wish, studio, {})
  const { printer, paper, mediaType } = plain.setup ?? {}
  const other = studio.printers.find(({ id }) => id === printer?.id)?.mediaTypes.find(({ id }) => id !== mediaType?.id)
  const as = [plain, resolve(wish, studio, { printer: printer?.id ?? '', 'media-type': other?.id ?? '' })]
  expect(as.map((plate) => [plate.setup?.printer.id, plate.setup?.mediaType.id])).toEqual([
    [printer?.id, mediaType?.id],
    [printer?.id, other?.id],
  ])
  const id = `${printer?.id}-${paper?.id}`
  let seed = 11
  const dice = (n: number) => {
    seed = (Math.imul(seed, 1_103_515_245) + 12_345) & 0x7fffffff
    return (seed >> 8) % n
  }
  /** The last verdict of each front, counted here. */
  const stated = new Map<number, { entry: string; verdict: string }>()
  const runs: { id: number; entry: string; side: 'front' | 'back' }[] = []
  for (let step = 0; step < 60; step++) {
    if (runs.length < 4 || dice(3) === 0) {
      const plate = as[dice(2)] as typeof plain
      const side = dice(4) === 0 ? 'back' : 'front'
      const job = await store.jobs.add({ title: 'J', brief: wish, pins: {} })
      const run = await store.act((act) => beginRun(act, { job, plate, side, how: 'own', inSpite: null }))
      await store.runs.change(run, { state: 'inspect', sheetsDelivered: 1 })
      runs.push({ id: run.id, entry: plate.setup?.mediaType.id ?? '', side })
    }
    const run = runs[dice(runs.length)] as (typeof runs)[number]
    const is = (['right', 'right', 'usable', 'wasted'] as const)[dice(4)] as 'right'
    await store.act((act) => inspect(act, run.id, verdict(is)))
    if (run.side === 'front') stated.set(run.id, { entry: run.entry, verdict: is })
  }
  const counted = (entry: string, is: string) => [...stated.values()].filter((s) => s.entry === entry && s.verdict === is).length
  const tallies = () =>
    Object.fromEntries(
      as.map(({ setup }) => {
        const entry = setup?.mediaType.id ?? ''
        return [entry, { good: counted(entry, 'right'), bad: counted(entry, 'wasted') }]
      }),
    )
  const pairing = async () => (await store.pairings.list()).find((p) => p.id === id)
  const now = await pairing()
  expect(now && talliesOf(now)).toEqual(tallies())
  expect(Object.values(tallies()).every(({ good, bad }) => good > 1 && bad > 0)).toBe(true)
  expect((await rebuilt()).pairings).toEqual([])

  // What somebody has spoilt by hand is found and mended, in the entry it belongs to.
  await db.query("UPDATE pairings SET good = good + 3, tallies = '{}' WHERE studio = ? AND id = ?", { replacements: [NAME, id] })
  expect((await rebuilt()).pairings).toEqual([id])
  const mended = await pairing()
  expect([mended && talliesOf(mended), mended?.good, mended?.bad]).toEqual([tallies(), now?.good, now?.bad])

  // What comes from elsewhere is reckoned once, and then belongs to it.
  await store.pairings.replace(id, { ...(mended as NonNullable<typeof mended>), good: 40, bad: 7, tallies: undefined })
  expect((await rebuilt()).pairings).toEqual([])
  const [first] = runs.filter(({ side }) => side === 'front')
  for (const is of ['wasted', 'right'] as const) await store.act((act) => inspect(act, first?.id ?? 0, verdict(is)))
  const later = await pairing()
  expect((await rebuilt()).pairings).toEqual([])
  await db.query('UPDATE pairings SET bad = 0 WHERE studio = ? AND id = ?', { replacements: [NAME, id] })
  expect((await rebuilt()).pairings).toEqual([id])
  expect(await pairing()).toMatchObject({ good: later?.good, bad: later?.bad })
})

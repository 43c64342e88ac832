import { mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Sequelize } from 'sequelize'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { brief, picture } from '../../core/testing/fixtures.ts'
import type { RunState } from '../../core/work/runs/states.ts'
import { beginRun } from '../printing/begin-run.ts'
import type { Store } from '../store/store.ts'
import { NO_FACTS, ownStudio, studioRecords, testDatabase } from '../testing/own-studio.ts'
import { FileStore } from './files.ts'
import { clearStore, clearWork, isReferred, letPreviewsGo, letSheetsGo } from './leftovers.ts'

const HOUR = 3_600_000
let db: Sequelize
let store: Store
let dir: string
let files: FileStore
beforeAll(async () => {
  db = testDatabase()
  store = await ownStudio(db, 'test-leftovers')
})
beforeEach(async () => {
  await store.empty()
  dir = mkdtempSync(join(tmpdir(), 'leftovers-'))
  files = new FileStore(dir)
  await files.open()
})
afterEach(() => rmSync(dir, { recursive: true, force: true }))
afterAll(async () => {
  await store.empty()
  await db.close()
})

/** A kept file, an hour and more old unless it is said to be younger. */
async function kept(text: string, age = HOUR + 60_000): Promise<string> {
  const { hash } = await files.takeBytes(Buffer.from(text), 1000)
  const then = new Date(Date.now() - age)
  utimesSync(files.pathOf(hash), then, then)
  return hash
}
/** A run whose plate names this picture, though no record of the picture is left. */
async function runWith(hash: string, state: RunState) {
  const plate = resolve(brief({ picture: picture({ hash }) }), studioRecords(), {})
  const job = await store.jobs.add({ title: 'J', brief: brief({ picture: null }), pins: {} })
  const run = await store.act((act) => beginRun(act, { job, plate, side: 'front', how: 'own', inSpite: null }))
  await store.runs.change(run, { state })
  return run
}

test('a file goes that nothing refers to and that is old; what any record refers to stays, in whatever column it stands', async () => {
  const [orphan, young, ofPicture, preview, ofProfile, ofPlate, delivered] = await Promise.all([
    kept('orphan'),
    kept('young', HOUR - 60_000),
    kept('picture'),
    kept('preview'),
    kept('profile'),
    kept('named in a plate alone'),
    kept('delivered'),
  ])
  await store.pictures.add(picture({ id: 'p', hash: ofPicture, preview }), false)
  await store.profiles.add({ id: 'q', hash: ofProfile, description: 'Q', boundTo: null, facts: NO_FACTS })
  const run = await runWith(ofPlate, 'done')
  await store.runs.change(run, { delivered })
  expect([await isReferred(db, ofPlate), await isReferred(db, orphan)]).toEqual([true, false])
  expect(await clearStore(db, files)).toEqual([orphan])
  expect((await files.kept()).sort()).toEqual([young, ofPicture, preview, ofProfile, ofPlate, delivered].sort())
  expect(await clearStore(db, files, Date.now() + 2 * HOUR)).toEqual([young])
})

test('of what was being worked on, only pages of runs under way are left at a start', async () => {
  const [moving, over] = [await runWith('a'.repeat(64), 'sending'), await runWith('a'.repeat(64), 'failed')]
  const page = ({ studio, id }: { studio: string; id: number }) => `run-${studio}-${id}.pwg`
  for (const name of [
    page(moving),
    `${page(moving)}.part`,
    page(over),
    // Another studio's run of the same number is another run.
    page({ studio: 'elsewhere', id: moving.id }),
    `run-${moving.id}.pwg`,
    'preview-1.jpg',
    'count-2.tif',
    'print-file-3',
    'run-x',
  ])
    writeFileSync(files.workPath(name), 'x')
  await clearWork(db, files)
  expect(readdirSync(files.workPath('.'))).toEqual([page(moving)])
})

test('delivered sheets go when the house rules keep them no longer, of runs that are over; the rest of the run stays', async () => {
  const days = (n: number, ms = 0) => new Date(Date.now() - n * 86_400_000 + ms)
  const run = async (state: RunState, finishedAt: Date | null, delivered: string | null) => {
    const made = await runWith('f'.repeat(64), state)
    return store.runs.change(made, { delivered, finishedAt, sheetsDelivered: 3 })
  }
  const [old, recent, looked] = [await kept('old sheet'), await kept('recent sheet'), await kept('not looked at yet')]
  const rows = [
    await run('done', days(30, -60_000), old),
    await run('done', days(30, 60_000), recent),
    await run('inspect', days(31), looked),
    await run('cancelled', days(400), null),
  ]
  expect(await letSheetsGo(store)).toBe(0)
  await store.rules.change({ keepSheetsDays: 30 })
  expect(await letSheetsGo(store)).toBe(1)
  const after = await Promise.all(rows.map(({ id }) => store.runs.find(id)))
  expect(after.map((r) => r.delivered)).toEqual([null, recent, looked, null])
  expect(after[0]).toMatchObject({ state: 'done', sheetsDelivered: 3 })
  expect(await clearStore(db, files)).toEqual([old])
})

test('previews and counted colours go when they are older than the house rules keep them; those of open jobs stay', async () => {
  const day = 24 * HOUR
  const of = async (name: string) => {
    const [hash, preview, colours] = [await kept(`${name} file`), await kept(`${name} preview`), await kept(`${name} colours`)]
    const facts = picture({ id: name, name, hash, preview, colours })
    await store.pictures.add(facts, false)
    return facts
  }
  const [old, open, over] = [await of('old'), await of('open'), await of('over')]
  await store.jobs.add({ title: 'open', brief: brief({ picture: open }), pins: {} })
  await store.jobs.add({ title: 'over', brief: brief({ picture: over }), pins: {}, state: 'done' })
  const there = (...list: string[]) => list.map((hash) => files.has(hash))
  // For good, unless the rules say otherwise.
  expect(await letPreviewsGo(store, files, Date.now() + 1000 * day)).toBe(0)
  await store.rules.change({ keepPreviewsDays: 3 })
  expect(await letPreviewsGo(store, files, Date.now() + 3 * day - 60_000)).toBe(0)
  expect(await letPreviewsGo(store, files, Date.now() + 3 * day + 60_000)).toBe(2)
  expect(there(old.preview, old.colours, over.preview, over.colours)).toEqual([false, false, false, false])
  expect(there(old.hash, over.hash, open.hash, open.preview, open.colours)).toEqual([true, true, true, true, true])
  // What is gone is not looked for again; what is counted anew goes again in its time.
  expect(await letPreviewsGo(store, files, Date.now() + 9 * day)).toBe(0)
  await store.pictures.counted('old', { colours: await kept('counted anew'), told: null, inked: null, joins: true })
  expect(await letPreviewsGo(store, files, Date.now() + 9 * day)).toBe(1)
})

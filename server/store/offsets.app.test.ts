import type { Sequelize } from 'sequelize'
import { calibrate, type OffsetReading } from '../../core/things/calibration/offset.ts'
import { ownStudio, studioRecords, testDatabase } from '../testing/own-studio.ts'
import type { Store } from './store.ts'

let db: Sequelize
let store: Store
beforeAll(async () => {
  db = testDatabase()
  store = await ownStudio(db, 'many-readings')
})
afterAll(() => db.close())

test('of many readings the latest of each path are taken, and they come to what all of them come to', async () => {
  const { printers } = studioRecords()
  const paths = printers.flatMap(({ id, paths }) => paths.map((path) => [id, path.id] as const)).slice(0, 3)
  const all: OffsetReading[] = []
  // Paths take turns; the third has fewer than count.
  for (let runId = 1; runId <= 70; runId++) {
    const [printerId, pathId] = paths[runId % 9 === 0 ? 2 : runId % 2] as readonly [string, string]
    all.push({
      runId,
      printerId,
      pathId,
      across: (runId * 37) % 900,
      along: -((runId * 53) % 700),
      skewDegrees: runId % 4 ? runId / 1000 : null,
    })
  }
  await store.act(async (act) => {
    for (const reading of [...all].reverse()) await act.offsets.learn(reading.runId, reading)
  })
  const latest = await store.offsets.latest(printers)
  const counted = (of: readonly OffsetReading[]) => paths.map(([, id]) => of.filter(({ pathId }) => pathId === id).length)
  expect(counted(all).map((n) => Math.min(20, n))).toEqual(counted(latest))
  expect(counted(all)[2]).toBeLessThan(20)
  const byPath = (list: ReturnType<typeof calibrate>) => [...list].sort((a, b) => (a.pathId < b.pathId ? -1 : 1))
  expect(byPath(calibrate(latest))).toEqual(byPath(calibrate(all)))
  // Those of another studio are its own.
  const other = await ownStudio(db, 'no-readings')
  expect(await other.offsets.latest(printers)).toEqual([])
  expect(await store.offsets.latest([])).toEqual([])
})

import type { Sequelize } from 'sequelize'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { brief } from '../../core/testing/fixtures.ts'
import type { Experience } from '../../core/things/studio/experience.ts'
import { MOVING, type RunState } from '../../core/work/runs/states.ts'
import { ownStudio, studioRecords, testDatabase } from '../testing/own-studio.ts'
import { rebuildLearnt } from './learnt.ts'
import type { RunRow } from './runs.ts'
import type { Store } from './store.ts'

const NAME = 'much-printed'
const studio = studioRecords()
const plate = resolve(brief(), studio, {})
const [printer] = studio.printers
let db: Sequelize
let store: Store
beforeAll(async () => {
  db = testDatabase()
  store = await ownStudio(db, NAME)
  for (const one of studio.printers) await store.printers.add(one)
})
afterAll(() => db.close())

const FAULT = { faultId: 'head-strike', causeId: 'curl', sheets: 1, at: '2026-11-01T00:00:00.000Z' } as RunRow['faults'][number]
const begin = (of: { printerId: string; pathId: string }, state: RunState, sheetsDelivered: number, more: object = {}) =>
  store.act((act) =>
    act.runs.add({
      jobId: 1,
      state,
      message: '',
      progress: 0,
      sheetsDelivered,
      plate,
      side: 'front',
      only: null,
      how: 'sent',
      faults: [],
      inSpite: null,
      searchText: '',
      ...of,
      ...more,
    }),
  )
const known = async (): Promise<Experience[]> => store.experience.list(await store.printers.list())

test('what is kept of each path is what its runs come to, whatever becomes of them', async () => {
  let seed = 7
  const dice = (n: number) => {
    seed = (Math.imul(seed, 1_103_515_245) + 12_345) & 0x7fffffff
    return seed % n
  }
  const paths = studio.printers.flatMap((p) => p.paths.map((path) => ({ printerId: p.id, pathId: path.id }))).slice(0, 4)
  /** The same counted here, run by run. */
  const stated = new Map<number, { path: string; sheets: number; faults: number }>()
  const runs: number[] = []
  const one = async () => (runs.length > 0 ? await store.runs.find(runs[dice(runs.length)] as number) : null)
  const note = (run: RunRow) =>
    void stated.set(run.id, { path: `${run.printerId} ${run.pathId}`, sheets: run.sheetsDelivered, faults: run.faults.length })
  for (let step = 0; step < 80; step++) {
    const run = await one()
    switch (dice(5)) {
      case 0:
      case 1: {
        // A piece of a gang has its sheets from the first.
        const made = await begin(
          paths[dice(paths.length)] as (typeof paths)[number],
          dice(2) ? 'printing' : 'inspect',
          dice(2) ? 0 : 1 + dice(9),
        )
        runs.push(made.id)
        note(made)
        break
      }
      case 2:
        if (run && MOVING.includes(run.state))
          note(await store.runs.change(run, { state: 'done', sheetsDelivered: run.sheetsDelivered + 1 + dice(30) }))
        break
      case 3:
        if (run) note(await store.act((act) => act.runs.change(run, { faults: run.faults.length > 2 ? [] : [...run.faults, FAULT] })))
        break
      default:
        // Of an act that is taken back nothing stays.
        if (run)
          await store
            .act(async (act) => {
              await act.runs.change(run, { sheetsDelivered: 5000, faults: [FAULT, FAULT, FAULT] })
              throw new Error('no')
            })
            .catch(() => undefined)
    }
  }
  const sums = new Map<string, { sheets: number; faults: number }>()
  for (const { path, sheets, faults } of stated.values()) {
    const sum = sums.get(path) ?? { sheets: 0, faults: 0 }
    sums.set(path, { sheets: sum.sheets + sheets, faults: sum.faults + faults })
  }
  const found = new Map((await known()).map((e) => [`${e.printerId} ${e.pathId}`, { sheets: e.sheets, faults: e.faults.curl ?? 0 }]))
  expect(found).toEqual(new Map([...sums].filter(([, { sheets, faults }]) => sheets + faults > 0)))
  expect([...found.values()].reduce((sum, { sheets, faults }) => sum + sheets + faults, 0)).toBeGreaterThan(50)
  // Summed anew from the log it is the same; what somebody has spoilt by hand is found and mended.
  expect(await rebuildLearnt({ db, studio: NAME, transaction: null })).toEqual({ paths: [], pairings: [], words: false })
  await db.query('UPDATE experience SET sheets = sheets + 1 WHERE studio = ? AND path_id = ?', { replacements: [NAME, paths[0]?.pathId] })
  expect(await rebuildLearnt({ db, studio: NAME, transaction: null })).toEqual({
    paths: [`${paths[0]?.printerId} ${paths[0]?.pathId}`],
    pairings: [],
    words: false,
  })
  expect(new Map((await known()).map((e) => [`${e.printerId} ${e.pathId}`, { sheets: e.sheets, faults: e.faults.curl ?? 0 }]))).toEqual(
    found,
  )
})

test('a service begins the history of a path anew on its day, and taking the note back brings the old one', async () => {
  await store.empty()
  for (const one of studio.printers) await store.printers.add(one)
  const of = { printerId: printer?.id ?? '', pathId: printer?.paths[0]?.id ?? '' }
  const on = (day: string) => ({ createdAt: new Date(`${day}T12:00:00Z`) })
  await begin(of, 'done', 3, on('2026-03-01'))
  await begin(of, 'done', 5, { ...on('2026-03-02'), faults: [FAULT] })
  await begin(of, 'done', 7, on('2026-03-03'))
  const serviced = (day: string | null) => store.act((act) => act.printers.machine(of.printerId, { serviced: { [of.pathId]: day } }))
  const now = async () => (await known()).map(({ sheets, faults }) => [sheets, faults.curl ?? 0])
  expect(await now()).toEqual([[15, 1]])
  await serviced('2026-03-02')
  expect(await now()).toEqual([[12, 1]])
  await serviced('2026-03-03')
  expect(await now()).toEqual([[7, 0]])
  // What comes late of a run from before the service is none of its history.
  const early = await begin(of, 'printing', 0, on('2026-03-02'))
  await store.runs.change(early, { sheetsDelivered: 40 })
  expect(await now()).toEqual([[7, 0]])
  await serviced('2026-03-04')
  expect(await now()).toEqual([])
  await serviced(null)
  expect(await now()).toEqual([[55, 1]])
  await store.empty()
  expect(await known()).toEqual([])
})

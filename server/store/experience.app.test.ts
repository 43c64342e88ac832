import type { Sequelize } from 'sequelize'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { brief } from '../../core/testing/fixtures.ts'
import type { Printer } from '../../core/things/printers/printer.ts'
import type { Experience } from '../../core/things/studio/experience.ts'
import { MOVING, type RunState } from '../../core/work/runs/states.ts'
import { ownStudio, studioRecords, testDatabase } from '../testing/own-studio.ts'
import { forgetExperience } from './experience.ts'
import type { RunRow } from './runs.ts'
import type { Store } from './store.ts'

const NAME = 'much-printed'
const studio = studioRecords()
const plate = resolve(brief(), studio, {})
let db: Sequelize
let store: Store
beforeAll(async () => {
  db = testDatabase()
  store = await ownStudio(db, NAME)
})
afterAll(() => db.close())

const sorted = (list: Experience[]) =>
  [...list]
    .sort((a, b) => (`${a.printerId} ${a.pathId}` < `${b.printerId} ${b.pathId}` ? -1 : 1))
    .filter(({ sheets, faults }) => sheets > 0 || Object.keys(faults).length > 0)
/** What is kept in mind, and what the log says when everything is summed anew. */
async function both(printers: readonly Printer[]) {
  const kept = await store.runs.experience(printers)
  forgetExperience({ db, studio: NAME, transaction: null })
  return { kept: sorted(kept), anew: sorted(await store.runs.experience(printers)) }
}
const FAULT = { faultId: 'head-strike', causeId: 'curl', sheets: 1, at: '2026-11-01T00:00:00.000Z' } as RunRow['faults'][number]

test('what is kept in mind of many runs is what the log says, whatever becomes of them', async () => {
  let seed = 7
  const dice = (n: number) => {
    seed = (Math.imul(seed, 1_103_515_245) + 12_345) & 0x7fffffff
    return seed % n
  }
  const paths = studio.printers.flatMap((p) => p.paths.map((path) => ({ printerId: p.id, pathId: path.id }))).slice(0, 4)
  let { printers } = studio
  const begin = (state: RunState, sheetsDelivered: number) =>
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
        ...(paths[dice(paths.length)] as (typeof paths)[number]),
      }),
    )
  // One that waits through all of it, as at an empty path, keeps nobody from summing the others.
  const runs: number[] = [(await begin('waiting', 2)).id]
  for (let step = 0; step < 80; step++) {
    const one = runs.length > 0 ? await store.runs.find(runs[dice(runs.length)] as number) : null
    switch (dice(6)) {
      case 0:
        runs.push((await begin('printing', 0)).id)
        break
      case 1:
        // A piece of a gang: its sheets are there from the first.
        runs.push((await begin('inspect', 1 + dice(9))).id)
        break
      case 2:
        if (one && MOVING.includes(one.state))
          await store.act((act) => act.runs.change(one, { state: 'done', sheetsDelivered: one.sheetsDelivered + 1 + dice(30) }))
        break
      case 3:
        if (one) await store.act((act) => act.runs.change(one, { faults: [...one.faults, FAULT] }))
        break
      case 4:
        // Of an act that is taken back nothing stays.
        if (one)
          await store
            .act(async (act) => {
              await act.runs.change(one, { sheetsDelivered: 5000, faults: [FAULT, FAULT, FAULT] })
              await act.runs.experience(printers)
              throw new Error('no')
            })
            .catch(() => undefined)
        break
      default:
        if (step % 20 === 19)
          printers = printers.map((p) => ({
            ...p,
            paths: p.paths.map((path, i) => (i === 0 ? { ...path, serviced: '2020-01-01' } : path)),
          }))
    }
    await store.runs.experience(printers)
    if (step % 4 === 0) {
      const { kept, anew } = await both(printers)
      expect([step, kept]).toEqual([step, anew])
    }
  }
  const { kept } = await both(printers)
  expect(kept.reduce((sum, { sheets }) => sum + sheets, 0)).toBeGreaterThan(50)
  // Serviced after all of them, a path begins anew.
  const later = printers.map((p) => ({ ...p, paths: p.paths.map((path) => ({ ...path, serviced: '2099-01-01' })) }))
  expect((await both(later)).kept).toEqual([])
  // Emptied and filled again with the same numbers, nothing of before is left.
  await store.empty()
  expect((await both(printers)).kept).toEqual([])
})

import type { Sequelize } from 'sequelize'
import { EMPTY_BRIEF } from '../../core/things/brief/brief.ts'
import { JOB_STATES, LAST_JOBS } from '../../core/work/runs/states.ts'
import { ownStudio, testDatabase } from '../testing/own-studio.ts'

let db: Sequelize
beforeAll(() => {
  db = testDatabase()
})
afterAll(() => db.close())

test('what is still to be done is listed however long ago it was begun; of what is over the last, newest first', async () => {
  const store = await ownStudio(db, 'many-jobs')
  const add = (title: string, state: (typeof JOB_STATES)[number]) =>
    store.act((act) => act.jobs.add({ title, brief: EMPTY_BRIEF, pins: {}, state }))
  const old = []
  for (const state of JOB_STATES) old.push(await add(`old ${state}`, state))
  for (let n = 0; n < LAST_JOBS; n++) await add(`over ${n}`, n % 3 === 0 ? 'failed' : 'done')
  const aside = await add('aside', 'setup')
  await store.act((act) => act.jobs.edit(aside, { archived: true }, ''))
  const heads = await store.jobs.heads()
  const named = await store.jobs.page({ ids: [...heads.slice(0, 150).map(({ id }) => id), ...old.map(({ id }) => id)] })
  expect(named.map(({ id }) => id)).toEqual([...named.map(({ id }) => id)].sort((a, b) => b - a))
  const titles = await store.jobs.titles(heads.map(({ id }) => id))
  const list = heads.map((head) => ({ ...head, title: titles.get(head.id) ?? '' }))
  expect(list.map(({ id }) => id)).toEqual([...list.map(({ id }) => id)].sort((a, b) => b - a))
  expect(list.filter(({ title }) => title.startsWith('old')).map(({ state }) => state)).toEqual(['inspect', 'printing', 'setup'])
  expect(list.filter(({ title }) => title.startsWith('over'))).toHaveLength(LAST_JOBS)
  expect(list.some(({ title }) => title === 'aside')).toBe(false)
  await store.empty()
})

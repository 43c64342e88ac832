import type { Sequelize } from 'sequelize'
import { EMPTY_BRIEF } from '../../core/things/brief/brief.ts'
import { JOB_STATES, LAST_JOBS } from '../../core/work/runs/states.ts'
import { ownStudio, testDatabase } from '../testing/own-studio.ts'

let db: Sequelize
beforeAll(() => {
  db = testDatabase()
})
afterAll(() => db.close())

test('what is still to be done is listed however long ago it was begun; of what is over the last', async () => {
  const store = await ownStudio(db, 'many-jobs')
  const add = (title: string, state: (typeof JOB_STATES)[number]) =>
    store.act((act) => act.jobs.add({ title, brief: EMPTY_BRIEF, pins: {}, state }))
  const old = []
  for (const state of JOB_STATES) old.push(await add(`old ${state}`, state))
  for (let n = 0; n < LAST_JOBS; n++) await add(`over ${n}`, n % 3 === 0 ? 'failed' : 'done')
  const aside = await add('aside', 'setup')
  await store.act((act) => act.jobs.edit(aside, { archived: true }, ''))
  const heads = await store.jobHeads()
  const named = await store.jobs.page({ ids: [...heads.slice(0, 150).map(({ id }) => id), ...old.map(({ id }) => id)] })
  expect(named.map(({ id }) => id)).toEqual([...named.map(({ id }) => id)].sort((a, b) => b - a))
  const titles = await store.jobs.titles(heads.map(({ id }) => id))
  const list = heads.map((head) => ({ ...head, title: titles.get(head.id) ?? '' }))
  expect(list.map(({ id }) => id)).toEqual([...list.map(({ id }) => id)].sort((a, b) => a - b))
  expect(
    list
      .filter(({ title }) => title.startsWith('old'))
      .map(({ state }) => state)
      .sort(),
  ).toEqual(['inspect', 'printing', 'setup'])
  expect(list.filter(({ title }) => title.startsWith('over'))).toHaveLength(LAST_JOBS)
  expect(list.some(({ title }) => title === 'aside')).toBe(false)
  await store.empty()
})

const DUE = '2026-12-03T16:30:00.000Z'
test('whatever is done to jobs, the heads are those that are read anew; of a job that nobody wrote they are the very same', async () => {
  const store = await ownStudio(db, 'heads-again')
  const add = (state: (typeof JOB_STATES)[number]) =>
    store.act((act) => act.jobs.add({ title: 'one', brief: EMPTY_BRIEF, pins: {}, state }))
  const first = await add('done')
  const second = await add('failed')
  const open = await add('setup')
  for (let n = 2; n < LAST_JOBS; n++) await add('done')
  const edit = (id: number, change: Parameters<typeof store.jobs.edit>[1]) =>
    store.act(async (act) => act.jobs.edit(await act.jobs.find(id), change, ''))
  const steps: [string, changed: number, gone: number[], () => Promise<unknown>][] = [
    ['nothing', 0, [], async () => undefined],
    ['one is named', 1, [], () => edit(open.id, { title: 'another' })],
    ['one is due', 1, [], () => edit(open.id, { brief: { ...EMPTY_BRIEF, dueAt: DUE } })],
    ['one is begun', 1, [], () => add('setup')],
    ['one more is over: the oldest of those goes', 1, [first.id], () => add('done')],
    ['that one is named: it stays away', 0, [], () => edit(first.id, { title: 'far back' })],
    ['what is over is printed again: the one before comes back', 2, [], () => store.jobs.stands(second.id, 'printing')],
    ['it is over: there is one too many', 1, [first.id], () => store.jobs.stands(second.id, 'done')],
    ['one is put aside', 0, [open.id], () => edit(open.id, { archived: true })],
    ['and taken up again, where it was', 1, [], () => edit(open.id, { archived: false })],
    ['one is removed', 0, [open.id], () => store.jobs.remove(open.id)],
    [
      'an act is taken back',
      0,
      [],
      () =>
        store
          .act(async (act) => {
            await act.jobs.stands(second.id, 'setup')
            throw new Error('no')
          })
          .catch(() => undefined),
    ],
  ]
  for (const [what, changed, gone, write] of steps) {
    const before = await store.jobHeads()
    await write()
    const now = await store.jobHeads()
    expect([what, now]).toEqual([what, await store.jobs.heads(null)])
    expect([what, now === before]).toEqual([what, changed === 0 && gone.length === 0])
    if (what === 'one is due') expect(now.find(({ id }) => id === open.id)).toMatchObject({ dueAt: DUE })
    const had = new Map(before.map((head) => [head.id, JSON.stringify(head)]))
    expect([what, now.filter((head) => had.get(head.id) !== JSON.stringify(head)).length]).toEqual([what, changed])
    const there = new Set(now.map(({ id }) => id))
    expect([what, before.flatMap(({ id }) => (there.has(id) ? [] : [id]))]).toEqual([what, gone])
    const same = new Set(before)
    expect([what, now.filter((head) => !same.has(head)).length <= Math.max(1, changed) || what.startsWith('what is over')]).toEqual([
      what,
      true,
    ])
  }
  await store.empty()
})

test('while an act writes one job, of the others nothing is read again', async () => {
  const store = await ownStudio(db, 'heads-meanwhile')
  const [one, other] = [
    await store.jobs.add({ title: 'one', brief: EMPTY_BRIEF, pins: {} }),
    await store.jobs.add({ title: 'other', brief: EMPTY_BRIEF, pins: {} }),
  ]
  const before = await store.jobHeads()
  let during: Awaited<ReturnType<typeof store.jobHeads>> = []
  let inside: typeof during = []
  await store.act(async (act) => {
    await act.jobs.stands(other.id, 'done')
    inside = await act.jobHeads()
    during = await store.jobHeads()
  })
  expect(inside.map(({ state }) => state)).toEqual(['setup', 'done'])
  // The very same list: whoever has it is told that nothing has changed.
  expect(during).toBe(before)
  expect((await store.jobHeads()).map(({ id, state }) => [id, state])).toEqual([
    [one.id, 'setup'],
    [other.id, 'done'],
  ])
  await store.empty()
})

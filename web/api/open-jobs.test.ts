import { changeOf } from '../../core/things/studio/list-change.ts'
import type { Job, JobHead } from '../../core/wire/api/dto.ts'
import { MOST_AT_ONCE } from '../../core/wire/api/page-size.ts'
import { type OpenJobs, openJobs } from './open-jobs.ts'

const job = (id: number, change: Partial<Job> = {}) =>
  ({ id, version: 1, state: 'setup', gang: null, title: `job ${id}`, updatedAt: 'then', brief: { dueAt: null }, ...change }) as Job
const headOf = ({ id, version, state, gang, updatedAt, brief }: Job): JobHead => ({
  id,
  version,
  state,
  gang,
  updatedAt,
  dueAt: brief.dueAt,
  begun: false,
})
const inOrder = ({ jobs }: OpenJobs) => [...jobs.values()]

const asBegun = (a: JobHead, b: JobHead) => a.id - b.id
type Asked = { have?: string; ids?: string }
/** A server that answers so; both of its calls are one function here. */
const asking = (answer: (call: string, asked: Asked) => Promise<unknown>) => answer as Parameters<typeof openJobs>[0]

let words = 0
/** All heads, as they are told to whoever has none. */
const all = (heads: JobHead[]) => ({ at: `word ${++words}`, heads: [...heads].sort(asBegun), changed: null })

/** A server with these jobs that keeps what it was asked for. */
function server(jobs: Job[], unreadable: number[] = []) {
  const asked: string[] = []
  const ask = asking(async (call, { ids = '' }) => {
    if (call === 'GET /jobs/heads') return all(jobs.map(headOf))
    asked.push(ids)
    return jobs.filter(({ id }) => ids.split(',').includes(String(id)) && !unreadable.includes(id))
  })
  return { ask, asked }
}

test('only jobs that have changed are fetched; the others, and a list of the same, stay the very same', async () => {
  const one = server([job(9), job(5), job(4)])
  const first = await openJobs(one.ask)
  expect(inOrder(first).map(({ id }) => id)).toEqual([9, 5, 4])
  expect(first).toMatchObject({ heads: [{ id: 9 }, { id: 5 }, { id: 4 }], complete: true })
  expect(one.asked).toEqual(['9,5,4'])
  expect(await openJobs(one.ask)).toBe(first)
  expect(one.asked).toHaveLength(1)

  // Edited, printing, taken into a gang, new; and one is gone.
  for (const [changed, ids] of [
    [[job(9, { version: 2 }), job(5), job(4)], '9'],
    [[job(9, { version: 2 }), job(5, { state: 'printing' }), job(4)], '5'],
    [[job(9, { version: 2 }), job(5, { state: 'printing' }), job(4, { gang: 9 })], '4'],
    [[job(11), job(9, { version: 2 }), job(4, { gang: 9 })], '11'],
  ] as const) {
    const now = server([...changed])
    const after = await openJobs(now.ask)
    expect(now.asked).toEqual([ids])
    expect(inOrder(after).map(headOf)).toEqual(changed.map(headOf))
    expect(after.heads).toEqual(changed.map(headOf))
    // One that nobody touched is the very one that came first.
    if (ids === '9' || ids === '5') expect(after.jobs.get(4)).toBe(first.jobs.get(4))
    expect(await openJobs(now.ask)).toBe(after)
    expect(now.asked).toEqual([ids])
  }
})

test('a job of another studio of the same name, as old and in the same state, is another', async () => {
  await openJobs(server([job(31)]).ask)
  const afresh = server([job(31, { updatedAt: 'now', title: 'afresh' })])
  expect((await openJobs(afresh.ask)).jobs.get(31)?.title).toBe('afresh')
  expect(afresh.asked).toEqual(['31'])
})

test('many come a page at a time, what is seen first before the others; what is known stands until it comes again', async () => {
  const [soon, later] = ['2026-12-01T08:00:00.000Z', '2026-12-02T08:00:00.000Z']
  const last = 1000 - 2 * MOST_AT_ONCE
  const due = { [last + 1]: later, [last]: soon } as Record<number, string>
  const many = Array.from({ length: 2 * MOST_AT_ONCE + 1 }, (_, i) =>
    job(1000 - i, { brief: { dueAt: due[1000 - i] ?? null } as Job['brief'], ...(i === 300 ? { state: 'done' } : {}) }),
  )
  const one = server(many)
  const first = await openJobs(one.ask)
  // All are listed and counted before all of them are there; the two that are due, and the one that is over, are there.
  expect([first.heads.length, first.jobs.size, first.complete]).toEqual([many.length, MOST_AT_ONCE, false])
  expect([last, last + 1, 700].map((id) => first.jobs.has(id))).toEqual([true, true, true])
  expect(one.asked[0]?.split(',').slice(0, 3)).toEqual([`${last}`, `${last + 1}`, '1000'])
  const second = await openJobs(one.ask)
  expect([second.jobs.size, second.complete]).toEqual([2 * MOST_AT_ONCE, false])
  const third = await openJobs(one.ask)
  expect([inOrder(third), third.complete]).toEqual([many, true])
  expect(one.asked.map((ids) => ids.split(',').length)).toEqual([MOST_AT_ONCE, MOST_AT_ONCE, 1])
  expect(await openJobs(one.ask)).toBe(third)

  const changed = server(many.map((it) => ({ ...it, version: 2 })))
  const part = await openJobs(changed.ask)
  expect([part.jobs.size, part.complete]).toEqual([many.length, false])
  expect([1, 2].map((version) => inOrder(part).filter((it) => it.version === version).length)).toEqual([MOST_AT_ONCE + 1, MOST_AT_ONCE])
})

test('exactly a page is all of them', async () => {
  const one = server(Array.from({ length: MOST_AT_ONCE }, (_, i) => job(5000 - i)))
  expect(await openJobs(one.ask)).toMatchObject({ complete: true, jobs: { size: MOST_AT_ONCE } })
  expect(one.asked).toHaveLength(1)
})

test('one that cannot be read is left out, and not asked for each time', async () => {
  const one = server([job(70), job(69)], [70])
  expect(await openJobs(one.ask)).toMatchObject({ heads: [{ id: 69 }], complete: true })
  expect(inOrder(await openJobs(one.ask)).map(({ id }) => id)).toEqual([69])
  await openJobs(one.ask)
  expect(one.asked).toHaveLength(1)
})

test('one that was changed between the two answers is known as it came', async () => {
  const came = job(80, { version: 7 })
  let heads = [headOf(job(80, { version: 6 }))]
  let asked = 0
  const ask = asking(async (call) => {
    if (call === 'GET /jobs/heads') return all(heads)
    asked++
    return [came]
  })
  expect(inOrder(await openJobs(ask))).toEqual([came])
  heads = [headOf(came)]
  expect(inOrder(await openJobs(ask))).toEqual([came])
  expect(asked).toBe(1)
})

test('of heads only what has changed is told, and made of those that were there', async () => {
  let jobs = [93, 94, 95, 96, 97, 98, 99].map((id) => job(id))
  const lists = new Map<string, JobHead[]>()
  const had: (string | undefined)[] = []
  const ask = asking(async (call, { have, ids = '' }) => {
    if (call === 'GET /jobs') return jobs.filter(({ id }) => ids.split(',').includes(String(id)))
    had.push(have)
    const told = all(jobs.map(headOf))
    lists.set(told.at, told.heads)
    const before = lists.get(have ?? '')
    // The heads of before are told once; those that are the same are the very same there.
    const now = told.heads.map((head) => before?.find((one) => JSON.stringify(one) === JSON.stringify(head)) ?? head)
    lists.set(told.at, now)
    return before ? { ...told, heads: null, changed: changeOf(before, now) } : told
  })
  const first = await openJobs(ask)
  jobs = [job(93), job(94), job(95), job(97, { version: 2 }), job(98), job(99), job(101)]
  const second = await openJobs(ask)
  expect(inOrder(second).map(({ id, version }) => [id, version])).toEqual(
    [101, 99, 98, 97, 95, 94, 93].map((id) => [id, id === 97 ? 2 : 1]),
  )
  // 98 stood second and stands third now.
  expect(second.jobs.get(98)).toBe(first.jobs.get(98))
  const at = [...lists.keys()]
  expect(had.slice(1)).toEqual([at[0]])
})

import type { JobState } from '../runs/states.ts'
import { asSeen, byState } from './by-state.ts'

const head = (id: number, state: JobState, dueAt: string | null = null) => ({ id, state, dueAt })
const ids = (heads: ReturnType<typeof head>[]) =>
  byState(heads)
    .filter((group) => group.heads.length > 0)
    .map(({ state, heads: of }) => `${state} ${of.map(({ id }) => id).join()}`)

test('every job stands under its state, in the order of the work, and every state is there', () => {
  expect(ids([head(1, 'failed'), head(2, 'inspect'), head(3, 'printing'), head(4, 'done'), head(5, 'setup')])).toEqual([
    'setup 5',
    'printing 3',
    'inspect 2',
    'done 4',
    'failed 1',
  ])
  expect(byState([]).map((group) => group.words)).toEqual(['being set up', 'printing', 'to inspect', 'done', 'failed'])
})
const [late, soon] = ['2026-12-04T10:00:00.000Z', '2026-11-26T10:00:00.000Z']
test('of those being set up the one due first stands first, one without a day last; others stay as they came', () => {
  const heads = [head(1, 'setup'), head(2, 'setup', late), head(3, 'setup', soon), head(5, 'inspect', late), head(4, 'inspect', soon)]
  expect(ids(heads)).toEqual(['setup 3,2,1', 'inspect 5,4'])
})
test('the first thirty of each state are wanted before any other, wherever they stand among all', () => {
  const setup = Array.from({ length: 33 }, (_, i) => head(200 - i, 'setup', i === 32 ? soon : i === 31 ? late : null))
  const done = Array.from({ length: 31 }, (_, i) => head(100 - i, 'done'))
  const down = (from: number, count: number) => Array.from({ length: count }, (_, i) => from - i)
  expect(asSeen([...setup, ...done, head(3, 'failed')]).map(({ id }) => id)).toEqual([
    ...[168, 169, ...down(200, 28)],
    ...down(100, 30),
    3,
    ...down(172, 3),
    70,
  ])
})

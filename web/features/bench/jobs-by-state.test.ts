import { EMPTY_BRIEF } from '../../../core/things/brief/brief.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { jobsByState } from './jobs-by-state.ts'

const job = (id: number, state: Job['state'], dueAt: string | null = null): Job => ({
  id,
  title: `${id}`,
  state,
  brief: { ...EMPTY_BRIEF, dueAt },
  pins: {},
  version: 1,
  archived: false,
  gang: null,
  createdAt: '2026-11-25T08:00:00.000Z',
  updatedAt: '2026-11-25T08:00:00.000Z',
})
const ids = (jobs: Job[]) =>
  jobsByState(jobs)
    .filter((group) => group.jobs.length > 0)
    .map(({ state, jobs: of }) => `${state} ${of.map((j) => j.id).join()}`)

test('every job stands under its state, in the order of the work, and every state is there', () => {
  expect(ids([job(1, 'failed'), job(2, 'inspect'), job(3, 'printing'), job(4, 'done'), job(5, 'setup')])).toEqual([
    'setup 5',
    'printing 3',
    'inspect 2',
    'done 4',
    'failed 1',
  ])
  expect(jobsByState([]).map((group) => group.words)).toEqual(['being set up', 'printing', 'to inspect', 'done', 'failed'])
})
test('of those being set up the one due first stands first, one without a day last; others stay as they came', () => {
  const [late, soon] = ['2026-12-04T10:00:00.000Z', '2026-11-26T10:00:00.000Z']
  expect(ids([job(1, 'setup'), job(2, 'setup', late), job(3, 'setup', soon), job(5, 'inspect', late), job(4, 'inspect', soon)])).toEqual([
    'setup 3,2,1',
    'inspect 5,4',
  ])
})

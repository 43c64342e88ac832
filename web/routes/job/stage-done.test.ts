import { plateOf } from '../../../core/testing/fixtures.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { DONE } from './stage-done.ts'

const gone = { rows: [], steps: [], ticked: new Set<string>() }
const done = (slug: keyof typeof DONE, state: Job['state'], of = gone) => DONE[slug]({ state }, plateOf({}), of)

test('a run is done once its sheet is out, an inspection once it is written', () => {
  const states = ['setup', 'printing', 'inspect', 'done'] as const
  expect(states.map((s) => done('run', s))).toEqual([false, false, true, true])
  expect(states.map((s) => done('inspect', s))).toEqual([false, false, false, true])
})

test('loading is done when every step before printing is ticked; agreement is not done by having nothing to look at', () => {
  const steps = [
    { id: 'fan', when: 'before' },
    { id: 'panel', when: 'before' },
    { id: 'dry', when: 'after' },
  ] as unknown as typeof gone.steps
  const ticked = (...ids: string[]) => done('load', 'setup', { ...gone, steps, ticked: new Set(ids) })
  expect([ticked(), ticked('fan'), ticked('fan', 'panel'), done('load', 'setup')]).toEqual([false, false, true, false])
  expect(done('agreement', 'setup')).toBe(false)
})

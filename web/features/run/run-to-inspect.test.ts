import type { RunState } from '../../../core/work/runs/states.ts'
import { runToInspect, toInspect } from './run-to-inspect.ts'

const runs = (...states: RunState[]) => states.map((state, i) => ({ id: 20 - i, state }))

test('what was asked for is looked at; else the newest that waits, else the newest that is over', () => {
  expect(runToInspect(runs('printing', 'done', 'drying', 'inspect'), null)?.id).toBe(18)
  expect(runToInspect(runs('printing', 'done', 'drying', 'inspect'), 17)?.id).toBe(17)
  expect(runToInspect(runs('cancelled', 'done', 'failed'), null)?.id).toBe(19)
  expect(runToInspect(runs('failed', 'done'), null)?.id).toBe(20)
  expect(runToInspect(runs('queued', 'cancelled'), null)).toBeUndefined()
})

test('of a run that is on its way, or another job’s, nothing can be looked at', () => {
  expect(runToInspect(runs('printing', 'inspect'), 20)?.id).toBe(19)
  expect(runToInspect(runs('done'), 99)?.id).toBe(20)
  expect(toInspect({ id: 7, jobId: 4 })).toBe('/jobs/4/inspect?run=7')
})

import type { Waiting } from '../../api/outbox-list.ts'
import { ticksOver } from './ticks-over.ts'

const kept = [
  { stepId: 'fan', at: '2026-11-25T09:00:00.000Z' },
  { stepId: 'load', at: '2026-11-25T09:01:00.000Z' },
]
const later = '2026-11-25T09:05:00.000Z'
const put = (id: number, step: string): Waiting => ({
  id: step,
  studio: 'quay',
  call: 'PUT /jobs/{id}/ticks/{step}',
  asked: { id, step, body: { at: later } },
  about: step,
  at: 0,
})
const remove = (id: number, step: string): Waiting => ({
  id: step,
  studio: 'quay',
  call: 'DELETE /jobs/{id}/ticks/{step}',
  asked: { id, step },
  about: step,
  at: 0,
})

test('what waits lies over what the server has: set, taken back, set again', () => {
  expect(ticksOver(3, kept, [put(3, 'panel'), remove(3, 'fan'), put(3, 'load')])).toEqual({
    ticks: [
      { stepId: 'panel', at: later },
      { stepId: 'load', at: later },
    ],
    waiting: 3,
  })
})
test('another job’s ticks and other calls are none of this job’s', () => {
  const note: Waiting = { id: 'x', studio: 'quay', call: 'PATCH /jobs/{id}', asked: { id: 3, body: {} }, about: 'x', at: 0 }
  expect(ticksOver(3, kept, [put(4, 'fan'), note])).toEqual({ ticks: kept, waiting: 0 })
})

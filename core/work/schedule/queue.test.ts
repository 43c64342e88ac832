import { plateOf } from '../../testing/fixtures.ts'
import { queueUp } from './queue.ts'

test('the earliest due goes first, drying does not hold up the next', () => {
  const plate = plateOf({})
  const [a, b] = queueUp([
    { id: 1, dueAt: null, plate },
    { id: 2, dueAt: '2026-11-24T10:00:00.000Z', plate },
  ])
  expect([a?.jobId, b?.jobId]).toEqual([2, 1])
  expect(b?.loadFrom).toBe(a?.dryFrom)
  expect(a?.doneAt).toBe((a?.dryFrom ?? 0) + 30)
})

test('a job that cannot be set up takes no time', () =>
  expect(
    queueUp([
      {
        id: 1,
        dueAt: null,
        plate: plateOf({
          studio: (s) => {
            s.printers = []
          },
        }),
      },
    ]),
  ).toEqual([]))

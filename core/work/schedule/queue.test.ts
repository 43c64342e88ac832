import { plateOf, sheet } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
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

test('the two sides of a card dry one after the other', () => {
  const card = { paperId: 'keepsake-card', sheet: sheet('na_index-4x6_4x6in') }
  const [one, both] = [NEW_MAKE.print, NEW_MAKE['two-sided']].map((make) =>
    queueUp([{ id: 1, dueAt: null, plate: plateOf({ brief: { ...card, make } }) }]),
  )
  const minutes = (s: typeof one) => [(s?.[0]?.doneAt ?? 0) - (s?.[0]?.dryFrom ?? 0), (s?.[0]?.dryFrom ?? 0) - (s?.[0]?.printFrom ?? 0)]
  const [[dry = 0, print = 0], twice] = [minutes(one), minutes(both)]
  expect(dry).toBeGreaterThan(0)
  expect(twice).toEqual([2 * dry, expect.closeTo(2 * print, 6)])
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

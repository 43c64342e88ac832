import { byDue } from './by-due.ts'

test('what is due first stands first, what has no day last; of two due at one time the one that stood first', () => {
  const jobs: [number, string | null][] = [
    [9, null],
    [8, '2026-12-01T09:00:00.000Z'],
    [7, '2026-11-30T23:59:59.999Z'],
    [6, '2026-12-01T09:00:00.000Z'],
    [5, null],
    [4, '2027-01-01T00:00:00.000Z'],
  ]
  expect(jobs.sort(([, a], [, b]) => byDue(a, b)).map(([id]) => id)).toEqual([7, 8, 6, 4, 9, 5])
})

test('a moment is a moment, however exactly it is written', () => {
  const [minute, second, half, later] = ['2026-12-01T09:00Z', '2026-12-01T09:00:00Z', '2026-12-01T09:00:00.500Z', '2026-12-01T09:00:30Z']
  expect([byDue(minute, second), byDue(null, null)]).toEqual([0, 0])
  for (const [one, other] of [
    [minute, half],
    [second, half],
    [minute, later],
    [half, later],
  ] as const)
    expect([byDue(one, other) < 0, byDue(other, one) > 0]).toEqual([true, true])
})

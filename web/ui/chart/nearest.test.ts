import { nearest } from './nearest.ts'

const points = [
  { x: 0, y: 90 },
  { x: 10, y: 0 },
  { x: 30, y: 8 },
]

test.each([
  [{ x: -5, y: 0 }, 'x', 0],
  [{ x: 4.9, y: 0 }, 'x', 0],
  [{ x: 5.1, y: 90 }, 'x', 1],
  [{ x: 5.1, y: 90 }, 'xy', 0],
  [{ x: 21, y: 50 }, 'x', 2],
  [{ x: 99, y: 0 }, 'xy', 2],
] as const)('nearest to %j by %s is point %d', (to, by, is) => expect(nearest(points, to, by)).toBe(is))

test('of none there is none, and of equals the first', () => {
  expect(nearest([], { x: 0, y: 0 }, 'xy')).toBe(-1)
  expect(nearest(points, { x: 5, y: 45 }, 'x')).toBe(0)
})

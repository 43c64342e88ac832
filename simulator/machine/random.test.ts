import { normal } from './random.ts'

/** Gives these numbers, one after the other. */
const given =
  (...numbers: number[]) =>
  () =>
    numbers.shift() ?? 0

test('luck is normal, and cut off at three deviations either way (Box and Muller, by hand)', () => {
  // √(−2 ln 0.5) = 1.1774
  expect(normal(given(0.5, 0))).toBeCloseTo(1.1774, 4)
  expect(normal(given(0.5, 0.5))).toBeCloseTo(-1.1774, 4)
  expect(normal(given(0.5, 0.25))).toBeCloseTo(0, 9)
  // √(−2 ln 0.01) = 3.0349
  expect([normal(given(0.99, 0)), normal(given(0.99, 0.5))]).toEqual([3, -3])
  expect(normal(given(0.988, 0))).toBeCloseTo(2.974, 3)
})

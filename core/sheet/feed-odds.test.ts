import { mm } from '../things/length/length.ts'
import { anyOf, leanOdds, shiftOdds } from './feed-odds.ts'

const odds = (of: Partial<Parameters<typeof shiftOdds>[0]>) =>
  shiftOdds({ drawn: 0, tolerance: 1500, spread: 0, measured: true, ...of }, mm(1))

/** Figures by numerical integration with another error function (C library's erf), 200 000 steps over the habit. */
test.each([
  [{}, 0.06904],
  [{ drawn: 150 }, 0.07939],
  [{ drawn: -150 }, 0.07939],
  [{ tolerance: 1000, measured: false }, 0.11283],
  [{ spread: 300, measured: false }, 0.32603],
] as const)('facing borders differ by more than a millimetre: %o', (of, expected) =>
  expect(Math.abs(odds(of) - expected)).toBeLessThan(0.001),
)

test('a tolerance is a hard limit: under it nothing differs, just over it something does', () => {
  expect(odds({ tolerance: 909 })).toBe(0)
  expect(odds({ tolerance: 912 })).toBeGreaterThan(0)
  expect(odds({ tolerance: 0, measured: false })).toBe(0)
  expect(odds({ tolerance: 0, drawn: 1001 })).toBe(1)
})

test('a picture leans: 15.2 % at 0.3° over 400 mm; one in 250 more where nothing finds what goes in askew', () => {
  const finds = leanOdds(mm(400), { skewDegrees: 0.3, outOfSquare: 0, finds: true }, mm(1))
  expect(Math.abs(finds - 0.15203)).toBeLessThan(0.0005)
  expect(leanOdds(mm(400), { skewDegrees: 0.3, outOfSquare: 0, finds: false }, mm(1))).toBeCloseTo(finds + (1 - finds) / 250, 9)
  // Nine times 0.05° over 100 mm is 0.79 mm, over 150 mm 1.18 mm.
  expect(leanOdds(mm(100), { skewDegrees: 0, outOfSquare: 0, finds: false }, mm(1))).toBe(0)
  expect(leanOdds(mm(150), { skewDegrees: 0, outOfSquare: 0, finds: false }, mm(1))).toBeCloseTo(1 / 250, 9)
})

test('a sheet out of square takes its share of what is seen: 0.1° of the 0.143° that 1 mm over 400 mm is', () => {
  const lean = (outOfSquare: number, skewDegrees: number) => leanOdds(mm(400), { skewDegrees, outOfSquare, finds: true }, mm(1))
  // Left are 0.04324°, 0.4324 of a standard deviation of 0.1°: 66.6 % lie beyond (tables of the normal distribution).
  expect(Math.abs(lean(0.1, 0.3) - 0.6655)).toBeLessThan(0.001)
  expect([lean(0.14, 0), lean(0.15, 0)]).toEqual([0, 1])
})

test('any of a tenth and a fifth is 28 %', () => expect(anyOf([0.1, 0.2])).toBeCloseTo(0.28, 12))

import fc from 'fast-check'
import { layoutOf } from '../../plate/resolve/plate.ts'
import { decided, finding, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../length/length.ts'
import type { Studio } from '../studio/studio.ts'
import { calibrate, median, type OffsetReading, offsetFrom, robustSpread, skewFrom } from './offset.ts'

const even = (um: number) => ({ leading: um, trailing: um, left: um, right: um })
const reading = (runId: number, across: number, along = 0): OffsetReading => ({
  runId,
  printerId: 'heron',
  pathId: 'heron-cassette',
  across,
  along,
  skewDegrees: null,
})

test('a print 0.4 mm to the right is found from facing borders, on a sheet of any size', () => {
  const measured = { leading: mm(20), trailing: mm(21), left: mm(20.4) + 300, right: mm(19.6) + 300 }
  expect(offsetFrom(measured, even(mm(20)), { x: 0, y: 0 })).toEqual({ across: 400, along: -500 })
})
test('what was already corrected is counted in, so a good print does not undo its own correction', () => {
  expect(offsetFrom(even(mm(20)), even(mm(20)), { x: 400, y: -100 })).toEqual({ across: 400, along: -100 })
})
test('a border 3.5 mm narrower one metre further on is 0.2° of skew (geometry; the handbook’s worked number)', () =>
  expect(skewFrom(mm(10), mm(6.509), mm(1000))).toBeCloseTo(0.2, 3))
test('one wild reading among five does not move the median, and hardly the spread', () => {
  const [known] = calibrate([300, 320, 310, 4000, 290].map((across, i) => reading(i + 1, across)))
  expect(known?.across).toBe(310)
  expect(known?.spreadAcross).toBeLessThan(50)
})
test('for a normal sample the robust spread is its standard deviation (consistency factor 1.4826)', () => {
  // Quantiles of the normal distribution at 1/8 steps (from memory): ±1.150, ±0.674, ±0.319, 0.
  expect(robustSpread([-1.15, -0.674, -0.319, 0, 0.319, 0.674, 1.15])).toBeCloseTo(1, 2)
})
test('the median lies between the smallest and the largest', () => {
  fc.assert(
    fc.property(fc.array(fc.integer(), { minLength: 1 }), (values) => {
      expect(median(values)).toBeGreaterThanOrEqual(Math.min(...values))
      expect(median(values)).toBeLessThanOrEqual(Math.max(...values))
    }),
  )
})

const learn = (readings: ReturnType<typeof reading>[]) => (s: Studio) => {
  s.calibrations = calibrate(readings)
}
const CASE = { brief: {}, pins: { printer: 'heron', path: 'heron-cassette' } }
test('two inspections correct nothing and say how many are missing', () => {
  const plate = plateOf({ ...CASE, studio: learn([reading(1, 700), reading(2, 720)]) })
  expect(decided(plate, 'position')).toBe('none')
  expect(plate.decisions.find((d) => d.key === 'position')?.reason).toContain('2 of 3')
})
test('three do: the page lies off by what was measured, the picture where it should, and a finding says so', () => {
  const plain = plateOf(CASE)
  const plate = plateOf({ ...CASE, studio: learn([1, 2, 3].map((n) => reading(n, 700, -200))) })
  expect(decided(plate, 'position')).toBe('measured')
  expect((layoutOf(plate)?.page.x ?? 0) - (layoutOf(plain)?.page.x ?? 0)).toBe(700)
  expect(layoutOf(plate)?.margins).toEqual(layoutOf(plain)?.margins)
  expect(finding(plate, 'position-off')?.level).toBe('note')
  const without = plateOf({
    ...CASE,
    pins: { ...CASE.pins, position: 'none' },
    studio: learn([1, 2, 3].map((n) => reading(n, 700))),
  })
  expect(finding(without, 'position-off')?.level).toBe('warn')
})

test('a measured skew is said with the correction, since placing cannot make up for it', () => {
  const askew = [1, 2, 3].map((n) => ({ ...reading(n, 700), skewDegrees: 0.14 }))
  const plate = plateOf({ ...CASE, studio: learn(askew) })
  expect(plate.decisions.find((d) => d.key === 'position')?.reason).toContain('0.14° askew')
  expect(
    plateOf({ ...CASE, studio: learn([1, 2, 3].map((n) => reading(n, 700))) }).decisions.find((d) => d.key === 'position')?.reason,
  ).not.toContain('askew')
})

test('only the latest twenty inspections count: after a service the correction follows within eleven', () => {
  const before = Array.from({ length: 20 }, (_, i) => reading(i + 1, 900))
  const after = (n: number) => calibrate([...Array.from({ length: n }, (_, i) => reading(30 + i, -200)), ...before])[0]
  expect([after(0)?.across, after(10)?.across, after(11)?.across, after(20)?.across]).toEqual([900, 350, -200, -200])
  expect(after(20)?.runs).toEqual(Array.from({ length: 20 }, (_, i) => 30 + i))
})

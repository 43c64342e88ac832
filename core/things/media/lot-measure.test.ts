import fc from 'fast-check'
import { inch, mm } from '../length/length.ts'
import { iso216Tolerance, measureLot, outOfSquare, rollLength, withinLabel } from './lot-measure.ts'

const A3 = { form: 'sheet' as const, nominal: { width: mm(297), length: mm(420) }, measured: { width: mm(297), length: mm(420) } }
const none = { width: [], length: [], diagonals: [] }

test('three readings each way give their median and half of their range', () => {
  const read = measureLot(A3, { width: [mm(296.4), mm(296.9), mm(296.5)], length: [mm(419.8), mm(419.6), mm(419.9)], diagonals: [] }, 'mm')
  expect(read.ok && [read.value.measured, read.value.spread]).toEqual([{ width: mm(296.5), length: mm(419.8) }, 250])
})

test('equal diagonals are square; 1 mm between them on an A3 is 0.12°', () => {
  const d = Math.hypot(297_000, 420_000)
  expect(outOfSquare(297_000, 420_000, [d, d])).toBe(0)
  // Geometry, checked the other way round: the diagonals of a parallelogram leaning by that angle.
  const lean = (outOfSquare(297_000, 420_000, [d + 500, d - 500]) * Math.PI) / 180
  const diagonals = [1, -1].map((s) => Math.sqrt(297_000 ** 2 + 420_000 ** 2 + 2 * s * 297_000 * 420_000 * Math.sin(lean)))
  expect((diagonals[0] ?? 0) - (diagonals[1] ?? 0)).toBeCloseTo(1000, 0)
})

test('a reading far from the label is a slip, and says so', () => {
  const slip = measureLot(A3, { ...none, width: [mm(196.4)] }, 'mm')
  expect(slip.ok ? null : [slip.problem.code, slip.problem.field]).toEqual(['reading-far-off', 'readings.width'])
  // 196.4 mm are 7.732 in; a studio of inches reads its ruler in inches.
  const inches = measureLot(A3, { ...none, width: [mm(196.4)] }, 'in')
  expect(inches.ok ? null : inches.problem.message).toMatch(/^7\.73\d* in is more than [\d./ ]+ in from the 11\.69\d* in on the label\./)
  expect(slip.ok ? null : slip.problem.message).toMatch(
    /^196\.4 mm is more than \d+(\.\d)? mm from the 297\.0 mm on the label\. Read it again, or correct the label\.$/,
  )
  expect(measureLot(A3, { ...none, diagonals: [mm(300), mm(300)] }, 'mm').ok).toBe(false)
})

test('nothing read leaves the lot as it was; on a roll only the width counts', () => {
  const same = measureLot(A3, none, 'mm')
  expect(same.ok && same.value.measured).toEqual(A3.measured)
  const roll = {
    form: 'roll' as const,
    nominal: { width: inch(17), length: mm(12_000) },
    measured: { width: inch(17), length: mm(12_000) },
  }
  const read = measureLot(roll, { ...none, width: [mm(431.9), mm(432)], length: [mm(1)] }, 'mm')
  expect(read.ok && read.value.measured).toEqual({ width: mm(431.95), length: mm(12_000) })
})

test('ISO 216 allows ±1.5 mm to 150 mm, ±2 mm to 600 mm, ±3 mm above (from memory)', () => {
  expect([148, 210, 594, 841].map((edge) => iso216Tolerance(mm(edge)))).toEqual([1500, 2000, 2000, 3000])
})

test('roll length from diameter: L = π(D² − d²)/(4t); winding it up again gives the diameter back', () => {
  // 100 mm over a 3-inch core of 0.25 mm paper, worked by hand: π(0.01 − 0.005806)/0.001 = 13.17 m.
  expect(rollLength(mm(100), inch(3), 250) / 1e6).toBeCloseTo(13.175, 2)
  fc.assert(
    fc.property(
      fc.integer({ min: 50_800, max: 300_000 }),
      fc.integer({ min: 1, max: 100_000 }),
      fc.integer({ min: 80, max: 600 }),
      (core, wound, caliper) => {
        const back = Math.sqrt((4 * caliper * rollLength(core + wound, core, caliper)) / Math.PI + core * core)
        expect(Math.abs(back - core - wound)).toBeLessThan(1)
      },
    ),
  )
  expect(rollLength(mm(50), mm(76), 250)).toBe(0)
})

test.each([
  [mm(90), mm(200), null],
  [mm(89.9), mm(200), 'measured.width'],
  [mm(110), mm(220), null],
  [mm(110.1), mm(220), 'measured.width'],
  [mm(100), mm(220.1), 'measured.length'],
])('a lot of 100 × 200 mm that measures %s × %s is within a tenth of its label but for %s', (width, length, field) => {
  const nominal = { width: mm(100), length: mm(200) }
  const read = withinLabel({ form: 'sheet', nominal }, { width, length }, 'mm')
  expect(read.ok ? null : read.problem.field).toBe(field)
  // The length of a roll is what is left of it.
  expect(withinLabel({ form: 'roll', nominal }, { width: mm(100), length: mm(5) }, 'mm').ok).toBe(true)
})

test('a ruler slips by more than 15 mm, on an edge or on one of the diagonals', () => {
  const width = (w: number) => measureLot(A3, { ...none, width: [mm(297), mm(w)] }, 'mm').ok
  expect([width(312), width(312.001), width(282), width(281.999)]).toEqual([true, false, true, false])
  const d = Math.hypot(mm(297), mm(420))
  const diagonals = (a: number, b: number) => measureLot(A3, { ...none, diagonals: [Math.round(d + a), Math.round(d + b)] }, 'mm').ok
  expect([diagonals(14_999, 0), diagonals(15_001, 0), diagonals(0, -15_001)]).toEqual([true, false, false])
  // A tenth of a small edge is less than 15 mm.
  const card = { form: 'sheet' as const, nominal: { width: mm(100), length: mm(150) }, measured: { width: mm(100), length: mm(150) } }
  expect([110, 110.001].map((w) => measureLot(card, { ...none, width: [mm(w)] }, 'mm').ok)).toEqual([true, false])
})

test('the spread is half of what two readings differ by, of the side that differs more; one reading has none', () => {
  const spread = (width: number[], length: number[]) => {
    const read = measureLot(A3, { width: width.map(mm), length: length.map(mm), diagonals: [] }, 'mm')
    return read.ok && read.value.spread
  }
  expect([spread([296.8, 297.2], []), spread([296.8, 297.2], [419.5, 420.1]), spread([297], [420])]).toEqual([200, 300, 0])
})

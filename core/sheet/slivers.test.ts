import fc from 'fast-check'
import { mm } from '../things/length/length.ts'
import { neededBySheet, SIMULATED_SHEETS, sliverRisk } from './slivers.ts'
import { type Coverage, excess, expansionNeeded } from './tolerance.ts'

const card: Coverage = {
  sheet: { width: mm(101.6), length: mm(152.4) },
  page: { width: mm(101.6), length: mm(152.4) },
  path: { registration: 'centre', tolerance: { across: mm(0.6), along: mm(0.8), skewDegrees: 0.15 } },
  spread: mm(0.2),
}
const size = fc.record({ width: fc.integer({ min: 60_000, max: 1_200_000 }), length: fc.integer({ min: 60_000, max: 3_000_000 }) })
const coverage = fc.record({
  sheet: size,
  page: size,
  path: fc.record({
    registration: fc.constantFrom('left' as const, 'right' as const, 'centre' as const),
    tolerance: fc.record({ across: fc.nat(3000), along: fc.nat(3000), skewDegrees: fc.double({ min: 0, max: 1, noNaN: true }) }),
  }),
  spread: fc.nat(2000),
})

test('growing a tolerance never lowers the risk of a step that covers what lies outside anyway', () => {
  const more = fc.record({
    across: fc.integer({ min: 200, max: 2000 }),
    along: fc.integer({ min: 200, max: 2000 }),
    skew: fc.double({ min: 0, max: 0.3, noNaN: true }),
  })
  fc.assert(
    fc.property(coverage, more, fc.nat(6000), (at, by, step) => {
      const { tolerance } = at.path
      const wider: Coverage = {
        ...at,
        path: {
          ...at.path,
          tolerance: {
            across: tolerance.across + by.across,
            along: tolerance.along + by.along,
            skewDegrees: tolerance.skewDegrees + by.skew,
          },
        },
      }
      const covering = Math.max(0, ...Object.values(excess(at))) + at.spread + step + 1
      const before = sliverRisk(neededBySheet(at, 2000), covering)
      // Where nearly every sheet shows one anyway, more luck also spares a few.
      fc.pre(before < 0.5)
      expect(sliverRisk(neededBySheet(wider, 2000), covering)).toBeGreaterThanOrEqual(before - 0.01)
    }),
    { numRuns: 60 },
  )
})

test('the same sheets are fed every time, whoever asked for more or fewer of them in between', () => {
  const before = neededBySheet(card)
  const more = neededBySheet(card, 2 * SIMULATED_SHEETS)
  expect([before.length, more.length, neededBySheet(card, 300).length]).toEqual([SIMULATED_SHEETS, 2 * SIMULATED_SHEETS, 300])
  expect(neededBySheet(card)).toEqual(before)
  // Those of the shorter row are among those of the longer.
  const among = new Set(more)
  expect(before.filter((need) => !among.has(need))).toHaveLength(0)
  // A sheet of its own is a chance of its own.
  expect(new Set(more.filter((need) => need > 0)).size).toBe(more.filter((need) => need > 0).length)
})

test('a sheet that lies as it should needs what it is short of at each edge that is to be covered, and no other', () => {
  const still: Coverage = { ...card, spread: 0, path: { registration: 'centre', tolerance: { across: 0, along: 0, skewDegrees: 0 } } }
  const short = { leading: 700, trailing: 400, left: 300, right: 500 }
  for (const edge of ['leading', 'trailing', 'left', 'right'] as const) {
    const needs = neededBySheet({ ...still, edges: [edge], short }, 50)
    expect([edge, needs[0], needs.at(-1)]).toEqual([edge, expect.closeTo(short[edge], 6), expect.closeTo(short[edge], 6)])
  }
  expect(neededBySheet({ ...still, edges: [], short }, 50).at(-1)).toBe(0)
})

test('skew counts whole at the far end: a sheet that only turns needs L·tan θ across and half its width’s along', () => {
  const turning: Coverage = { ...card, spread: 0, path: { registration: 'centre', tolerance: { across: 0, along: 0, skewDegrees: 1 } } }
  const drift = mm(152.4) * Math.tan(Math.PI / 180)
  expect(expansionNeeded(turning)).toBeCloseTo(drift, 6)
  // The worst of ten thousand sheets is turned by all of the tolerance: the corner also swings in by its rise.
  expect(Math.abs((neededBySheet(turning).at(-1) ?? 0) - drift)).toBeLessThan(0.03 * drift)
  const ends = { ...turning, edges: ['leading', 'trailing'] as const }
  expect(expansionNeeded(ends)).toBeCloseTo(mm(50.8) * Math.tan(Math.PI / 180), 6)
  expect(Math.abs((neededBySheet(ends).at(-1) ?? 0) - expansionNeeded(ends))).toBeLessThan(40)
})

test('plainly askew feeds count where the printer does not find them: four in a thousand', () => {
  const wide = { ...card, spread: 0, path: { registration: 'centre' as const, tolerance: { across: 0, along: 0, skewDegrees: 0.1 } } }
  // 0.1° over 152.4 mm are 0.27 mm, nine times as much 2.4 mm.
  expect(sliverRisk(neededBySheet({ ...wide, path: { ...wide.path, senses: { skew: false } } }), 1200)).toBeCloseTo(0.004, 4)
  expect(sliverRisk(neededBySheet({ ...wide, path: { ...wide.path, senses: { skew: true } } }), 1200)).toBe(0)
})

test('no sheet needs more than the worst case adds up to, and the same sheets come every time', () => {
  fc.assert(
    fc.property(coverage, (at) => {
      const needs = neededBySheet(at, 400)
      expect(needs.at(-1)).toBeLessThanOrEqual(expansionNeeded(at) + 1)
      expect(neededBySheet(at, 400)).toEqual(needs)
    }),
    { numRuns: 60 },
  )
})

test('a larger step never shows more slivers; none is certain, enough is none', () => {
  const needs = neededBySheet(card)
  expect(needs).toHaveLength(SIMULATED_SHEETS)
  const risks = [0, 300, 600, 900, 1200].map((step) => sliverRisk(needs, step))
  expect(risks).toEqual([...risks].sort((a, b) => b - a))
  expect(risks[0]).toBeGreaterThan(0.999)
  expect(sliverRisk(needs, expansionNeeded(card))).toBe(0)
})

test('measured, what is left of a placing error is luck: a normal distribution of 55 % of the tolerance (two-sided tail: 31.7 % beyond one deviation)', () => {
  const alone: Coverage = {
    ...card,
    path: { registration: 'left', tolerance: { across: mm(3), along: 0, skewDegrees: 0 } },
    spread: 0,
    offset: { x: 1e-6, y: 0 },
  }
  const needs = neededBySheet(alone)
  expect(sliverRisk(needs, mm(0.55))).toBeCloseTo(0.3173, 1)
  expect(sliverRisk(needs, mm(1.1))).toBeCloseTo(0.0455, 1.7)
  // Not measured, its habit is added: more sheets lie off.
  expect(sliverRisk(neededBySheet({ ...alone, offset: { x: 0, y: 0 } }), mm(1.1))).toBeGreaterThan(0.15)
})

test('corners that are not square add to the skew, whichever way the sheet turns', () => {
  const turning = (skewDegrees: number, outOfSquare: number): Coverage => ({
    ...card,
    spread: 0,
    outOfSquare,
    path: { registration: 'centre', tolerance: { across: 0, along: 0, skewDegrees } },
  })
  const drift = (degrees: number) => mm(152.4) * Math.tan((degrees * Math.PI) / 180)
  expect(expansionNeeded(turning(1, 0.5))).toBeCloseTo(drift(1.5), 6)
  const needs = neededBySheet(turning(1, 1))
  expect((needs[0] ?? 0) / drift(1)).toBeGreaterThan(0.95)
  expect((needs.at(-1) ?? 0) / drift(2)).toBeGreaterThan(0.95)
})

test('a page 2 mm shorter than the sheet leaves its end white up to an expansion of 2 mm, and no longer', () => {
  const still = { registration: 'centre' as const, tolerance: { across: 0, along: 0, skewDegrees: 0 } }
  const needs = neededBySheet({ ...card, spread: 0, page: { width: mm(101.6), length: mm(150.4) }, path: still })
  expect([sliverRisk(needs, mm(1.99)), sliverRisk(needs, mm(2))]).toEqual([1, 0])
})

test('a print that lies towards one end leaves the other bare, by as much', () => {
  const off = (x: number, y: number, edges: NonNullable<Coverage['edges']>) =>
    neededBySheet({
      ...card,
      spread: 0,
      path: { registration: 'left', senses: { skew: true }, tolerance: { across: 0, along: 0, skewDegrees: 0 } },
      offset: { x, y },
      edges,
    }).at(-1)
  expect([off(0, 500, ['leading']), off(0, 500, ['trailing']), off(0, -300, ['leading']), off(0, -300, ['trailing'])]).toEqual([
    500, 0, 0, 300,
  ])
  expect([off(700, 0, ['left']), off(700, 0, ['right']), off(-200, 0, ['left']), off(-200, 0, ['right'])]).toEqual([700, 0, 0, 200])
})

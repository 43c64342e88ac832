import fc from 'fast-check'
import { mm } from '../things/length/length.ts'
import { neededBySheet, SIMULATED_SHEETS, sliverRisk } from './slivers.ts'
import { type Coverage, expansionNeeded } from './tolerance.ts'

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

test('growing any tolerance never lowers the need of any sheet, nor the risk at any step', () => {
  const more = fc.record({
    across: fc.nat(900),
    along: fc.nat(900),
    skew: fc.double({ min: 0, max: 0.3, noNaN: true }),
    spread: fc.nat(500),
  })
  fc.assert(
    fc.property(coverage, more, fc.nat(6000), (at, by, step) => {
      const { tolerance } = at.path
      const wider: Coverage = {
        ...at,
        spread: at.spread + by.spread,
        path: {
          ...at.path,
          tolerance: {
            across: tolerance.across + by.across,
            along: tolerance.along + by.along,
            skewDegrees: tolerance.skewDegrees + by.skew,
          },
        },
      }
      const [before, after] = [neededBySheet(at, 500), neededBySheet(wider, 500)]
      expect(sliverRisk(after, step)).toBeGreaterThanOrEqual(sliverRisk(before, step))
      for (let i = 0; i < before.length; i++) expect(after[i]).toBeGreaterThanOrEqual((before[i] as number) - 1e-9)
    }),
    { numRuns: 60 },
  )
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
  expect(risks[0]).toBe(1)
  expect(sliverRisk(needs, expansionNeeded(card))).toBe(0)
})

test('with placing error across alone the risk is that of a normal distribution (two-sided tail: 31.7 % beyond one deviation)', () => {
  const alone: Coverage = { ...card, path: { registration: 'left', tolerance: { across: mm(3), along: 0, skewDegrees: 0 } }, spread: 0 }
  const needs = neededBySheet(alone)
  expect(sliverRisk(needs, mm(1))).toBeCloseTo(0.3173, 1)
  expect(sliverRisk(needs, mm(2))).toBeCloseTo(0.0455, 1.7)
})

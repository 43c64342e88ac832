import fc from 'fast-check'
import { anyAsked } from '../../testing/any-plate.ts'
import { cases } from '../../testing/thorough.ts'
import { applyFix } from './apply-fix.ts'
import { needsRemedy, remedies } from './remedies.ts'
import { resolve } from './resolve.ts'

/** Where one press is the end of it: nothing is left to be said, of other numbers neither. */
const GONE = new Set([
  'back-text',
  'colour-managed-wrongly',
  'head-strike',
  'kept-edge',
  'layout-make',
  'lot-differs',
  'paper-shows',
  'pin-lost',
  'profile-mismatch',
  'resolution-low',
  'sheet-not-as-asked',
  'sheet-too-long',
  'sheet-too-short',
  'sheet-too-thick',
  'sheet-too-thin',
  'sheet-too-wide',
  'stock-form',
  'stock-short',
  'two-sided-stock',
])

test('no fix is offered that leaves things as they are: what it was offered for is gone, or is said of other numbers', () => {
  const tried = new Set<string>()
  fc.assert(
    fc.property(anyAsked, ({ studio, brief, pins, plate }) => {
      for (const found of plate.findings)
        for (const fix of [found.fix, found.otherwise]) {
          if (!fix) continue
          const then = applyFix({ brief, pins }, fix)
          const after = resolve(then.brief, studio, then.pins)
          const check = found.id.replace(/[@:].*/, '')
          tried.add(check)
          const still = after.findings.find(
            ({ id, says, level }) => id === found.id && (GONE.has(check) || (says === found.says && level === found.level)),
          )
          expect([fix.label, still?.says]).toEqual([fix.label, undefined])
        }
    }),
    // One seed: which checks come up must not be a matter of luck.
    { numRuns: cases(4000, 200), seed: 20_261_128 },
  )
  expect(tried.size).toBeGreaterThan(15)
})

test('no remedy is listed that leaves everything where it is', () => {
  let tried = 0
  fc.assert(
    fc.property(anyAsked, ({ studio, brief, pins, plate }) => {
      if (!needsRemedy(plate)) return
      for (const { title, fix } of remedies(brief, studio, pins)) {
        if (!fix) continue
        tried++
        const then = applyFix({ brief, pins }, fix)
        const after = resolve(then.brief, studio, then.pins)
        const same = JSON.stringify([after.setup, after.forms]) === JSON.stringify([plate.setup, plate.forms])
        expect([title, same]).toEqual([title, false])
      }
    }),
    { numRuns: cases(1000, 80), seed: 20_261_128 },
  )
  expect(tried).toBeGreaterThan(20)
})

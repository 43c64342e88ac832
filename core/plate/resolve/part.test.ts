import { plateOf, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { findingsOfPart } from './part.ts'
import { resolve } from './resolve.ts'

test('of forty copies of which few are still to be printed only those have to be there; one more than there are is a stop', () => {
  const { brief, pins } = plateOf({ brief: { copies: 40 } })
  const found = (count: number) =>
    findingsOfPart(brief, studioOf(), pins, null, [{ form: 'front', count }]).find(({ id }) => id === 'stock-short')
  expect([1, 31].map(found)).toEqual([undefined, undefined])
  // Fewer copies of the job would not be fewer of those that are left: that is not offered.
  expect(found(32)).toMatchObject({ level: 'stop', numbers: { needed: 32, stock: 31, copies: 31 } })
  expect(found(32)?.fix?.item).toBeUndefined()
  expect(found(40)?.fix?.item).toEqual({ copies: 31 })
  // Named twice, they are printed twice.
  const twice = [16, 16].map((count) => ({ form: 'front', count }))
  expect(findingsOfPart(brief, studioOf(), pins, null, twice).find(({ id }) => id === 'stock-short')?.numbers).toMatchObject({ needed: 32 })
})

test('a part is told what a job of so many would be: as many sheets of each kind, and nothing of kinds that are out', () => {
  const PINS = { printer: 'heron', path: 'heron-cassette' }
  const studio = studioOf()
  for (const ink of studio.printers.find(({ id }) => id === 'heron')?.inks ?? []) ink.millilitres = 0.4
  const items = (one: number, other: number) => several([{ copies: one }, { copies: other }], { as: 'apart' })
  const of = (one: number, other: number) => resolve(items(one, other), studio, PINS).findings
  const ink = (findings: ReturnType<typeof of>) => findings.find(({ id }) => id === 'ink-low')?.says
  const part = findingsOfPart(items(14, 13), studio, PINS, null, [
    { form: 'front', count: 5 },
    { form: 'front-2', count: 3 },
  ])
  expect(ink(of(5, 3))).toContain('of 8 sheets')
  expect(ink(part)).toBe(ink(of(5, 3)))
  expect(ink(part)).not.toBe(ink(of(14, 13)))
  // Nothing chosen yet: the whole is judged.
  expect(findingsOfPart(items(14, 13), studio, PINS, null, [])).toEqual(of(14, 13))
})

import { afterFix, finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'

const make = { ...NEW_MAKE['two-sided'], text: { text: 'Back', points: 9, at: 'foot' as const, align: 'centre' as const } }

test('paper with one printable side stops a two-sided job', () => {
  const plate = plateOf({ brief: { make } })
  expect(finding(plate, 'two-sided-stock')?.says).toContain('two-sided stock')
  expect(afterFix(plate, 'two-sided-stock').brief.make.as).toBe('print')
})
test('a path that must not see a printed side is pointed away from', () => {
  const plate = plateOf({
    brief: { make, paperId: 'logbook-plain', sheet: sheet('iso_a4_210x297mm') },
    pins: { printer: 'tern', path: 'tern-rear' },
  })
  expect(finding(plate, 'two-sided-stock')?.fix?.pins).toMatchObject({ printer: 'dunlin', path: 'dunlin-main' })
})

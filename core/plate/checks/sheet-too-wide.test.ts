import { afterFix, finding, plateOf, sheet } from '../../testing/fixtures.ts'

const brief = { paperId: 'lamproom-baryta', sheet: sheet('na_super-b_13x19in') }

test('a 13 in sheet does not go into an A4 feeder, and the fix names a path that takes it', () => {
  const plate = plateOf({ brief, pins: { printer: 'tern' } })
  expect(finding(plate, 'sheet-too-wide')?.numbers.limit).toBe(216_000)
  expect(finding(afterFix(plate, 'sheet-too-wide'), 'sheet-too-wide')).toBeUndefined()
})

test('a sheet a hair over its label still goes', () => {
  const plate = plateOf({
    brief,
    studio: (s) => {
      for (const l of s.lots) if (l.id === 'baryta-super-b') l.measured.width = 330_600
    },
  })
  expect(finding(plate, 'sheet-too-wide')).toBeUndefined()
})

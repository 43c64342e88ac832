import { finding, plateOf } from '../../testing/fixtures.ts'

test('an empty studio says what to add', () => {
  const plate = plateOf({
    studio: (s) => {
      s.printers = []
    },
  })
  expect(finding(plate, 'nothing-possible')?.says).toContain('no printer')
  expect(plate.setup).toBeNull()
})

test('a paper without stock, a paper that is gone, and a sheet nobody has each get their own sentence and fix', () => {
  const noStock = plateOf({
    studio: (s) => {
      s.lots = s.lots.filter((l) => l.paperId !== 'harbour-lustre')
    },
  })
  expect(finding(noStock, 'nothing-possible')?.says).toContain('no stock')
  expect(finding(plateOf({ brief: { paperId: 'gone' } }), 'nothing-possible')?.fix?.brief).toEqual({ paperId: null })
  const odd = finding(plateOf({ brief: { sheet: { width: 777_000, length: 999_000, name: null } } }), 'nothing-possible')
  expect(odd?.level).toBe('stop')
  expect(odd?.fix?.brief).toEqual({ sheet: null })
})

test('an ordinary job has a way', () => expect(finding(plateOf({}), 'nothing-possible')).toBeUndefined())

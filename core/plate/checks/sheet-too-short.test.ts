import { finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'

test('wide printers have minimum sizes too: a 17 in cassette refuses 4 × 6 in', () => {
  const plate = plateOf({ brief: { paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in') }, pins: { path: 'heron-cassette' } })
  const found = finding(plate, 'sheet-too-short')
  expect(found?.level).toBe('stop')
  expect(found?.numbers.limit).toBe(mm(203))
  expect(finding(plateOf({}), 'sheet-too-short')).toBeUndefined()
})

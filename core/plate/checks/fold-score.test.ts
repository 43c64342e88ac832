import { finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'

test('heavy card is scored before it is folded, and where (common practice)', () => {
  const plate = plateOf({ brief: { paperId: 'keepsake-card', sheet: sheet('iso_a4_210x297mm'), make: NEW_MAKE['folded-card'] } })
  // The lot measures 296.8 mm: the crease is in the middle of the true sheet.
  expect(finding(plate, 'fold-score')?.numbers.at).toBe(148_400)
  expect(finding(plateOf({}), 'fold-score')).toBeUndefined()
})

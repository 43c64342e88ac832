import { finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'

test('heavy card is scored before it is folded, and where (common practice)', () => {
  const plate = plateOf({ brief: { paperId: 'keepsake-card', sheet: sheet('iso_a4_210x297mm'), make: NEW_MAKE['folded-card'] } })
  // The lot measures 296.8 mm: the crease is in the middle of the true sheet.
  expect(finding(plate, 'fold-score')?.numbers.at).toBe(148_400)
  expect(finding(plateOf({}), 'fold-score')).toBeUndefined()
})

test('from 180 g/m² on it is scored, under that and where it comes creased it is not', () => {
  const of = (change: object) =>
    finding(
      plateOf({
        brief: { paperId: 'keepsake-card', sheet: sheet('iso_a4_210x297mm'), make: NEW_MAKE['folded-card'] },
        studio: (s) => {
          for (const paper of s.papers) if (paper.id === 'keepsake-card') Object.assign(paper, change)
        },
      }),
      'fold-score',
    )?.numbers.weight
  expect([of({ weight: 179 }), of({ weight: 180 }), of({ weight: 180, crease: 'long-side' })]).toEqual([undefined, 180, undefined])
})

import { finding, plateOf, sheet } from '../../testing/fixtures.ts'

test('what lies in the path is compared with what the job needs', () => {
  expect(finding(plateOf({}), 'not-loaded')).toBeUndefined()
  const board = finding(plateOf({ brief: { paperId: 'breakwater-board' } }), 'not-loaded')
  expect(board?.says).toContain('when the printer asks, not before')
  const other = finding(
    plateOf({ brief: { paperId: 'lamproom-baryta', sheet: sheet('na_super-b_13x19in') }, pins: { path: 'gannet-rear' } }),
    'not-loaded',
  )
  expect(other?.says).toContain('holds Beacon Gloss 260')
})

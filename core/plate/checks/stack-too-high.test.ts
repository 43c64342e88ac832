import { finding, plateOf, sheet } from '../../testing/fixtures.ts'

const souvenirs = { paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in') }

test('a hundred prints through a tray of twenty are five loads', () => {
  expect(finding(plateOf({ brief: { ...souvenirs, copies: 100 }, pins: { path: 'dunlin-photo' } }), 'stack-too-high')?.numbers).toEqual({
    copies: 100,
    holds: 20,
    loads: 5,
  })
  expect(finding(plateOf({ brief: { ...souvenirs, copies: 20 }, pins: { path: 'dunlin-photo' } }), 'stack-too-high')).toBeUndefined()
})

import { finding, plateOf } from '../../testing/fixtures.ts'

test('a roll in a sheet path, and sheets in a roll path, are stopped', () => {
  expect(
    finding(plateOf({ brief: { paperId: 'pilot-rag', sheet: null }, pins: { path: 'heron-cassette' } }), 'stock-form')?.says,
  ).toContain('takes sheets')
  expect(finding(plateOf({ pins: { path: 'heron-roll' } }), 'stock-form')?.says).toContain('takes rolls')
  expect(finding(plateOf({}), 'stock-form')).toBeUndefined()
})

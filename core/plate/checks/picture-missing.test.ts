import { finding, plateOf } from '../../testing/fixtures.ts'

test('a job without a picture is stopped, one with a picture is not', () => {
  expect(finding(plateOf({ brief: { picture: null } }), 'picture-missing')?.level).toBe('stop')
  expect(finding(plateOf({}), 'picture-missing')).toBeUndefined()
})

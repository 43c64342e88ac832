import { finding, picture, plateOf } from '../../testing/fixtures.ts'

const odd = { picture: picture({ joins: false, profile: 'Odd RGB' }) }

test('a profile that opens and cannot be joined stops the print, by name', () => {
  expect(finding(plateOf({ brief: odd }), 'profile-unjoinable')).toMatchObject({ level: 'stop' })
  expect(finding(plateOf({ brief: odd }), 'profile-unjoinable')?.says).toContain('Odd RGB')
})
test('one that can, or a picture whose numbers are left alone, does not', () => {
  expect(finding(plateOf({}), 'profile-unjoinable')).toBeUndefined()
  expect(finding(plateOf({ brief: odd, pins: { 'colour-management': 'none' } }), 'profile-unjoinable')).toBeUndefined()
})

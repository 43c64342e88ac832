import { finding, picture, plateOf } from '../../testing/fixtures.ts'

test('a picture without a profile is a decision that is said', () => {
  expect(finding(plateOf({ brief: { picture: picture({ profile: null }) } }), 'profile-not-embedded')?.says).toContain('sRGB')
  expect(finding(plateOf({}), 'profile-not-embedded')).toBeUndefined()
})

import { afterFix, decided, finding, plateOf } from '../../testing/fixtures.ts'

test('the right profile is chosen by itself', () => {
  const plate = plateOf({})
  expect(decided(plate, 'profile')).toBe('heron-harbour-lustre')
  expect(finding(plate, 'profile-mismatch')).toBeUndefined()
})

test('another paper’s profile is a stop, another resolution a warning, each with a fix', () => {
  const wrong = plateOf({ pins: { profile: 'heron-pilot-rag' } })
  expect(finding(wrong, 'profile-mismatch')?.level).toBe('stop')
  expect(decided(afterFix(wrong, 'profile-mismatch'), 'profile')).toBe('heron-harbour-lustre')
  const finer = plateOf({ pins: { quality: 'finest' } })
  expect(finding(finer, 'profile-mismatch')?.level).toBe('warn')
  expect(finding(finer, 'profile-mismatch')?.says).toContain('1440 dpi, not 2880')
  expect(finding(afterFix(finer, 'profile-mismatch'), 'profile-mismatch')).toBeUndefined()
})

test('another media type than the profile was made with is warned of', () => {
  expect(finding(plateOf({ pins: { 'media-type': 'photographic-glossy' } }), 'profile-mismatch')?.says).toContain('Photo satin')
})

test('a profile nobody bound, and managing without one, are said', () => {
  const unbound = plateOf({
    pins: { profile: 'heron-harbour-lustre', 'colour-management': 'program' },
    studio: (s) => {
      for (const p of s.profiles) p.boundTo = null
    },
  })
  expect(finding(unbound, 'profile-mismatch')?.level).toBe('warn')
  const none = plateOf({ pins: { profile: 'none' } })
  expect(finding(none, 'profile-mismatch')?.level).toBe('stop')
  expect(finding(afterFix(none, 'profile-mismatch'), 'profile-mismatch')).toBeUndefined()
})

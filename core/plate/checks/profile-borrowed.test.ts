import { finding, plateOf } from '../../testing/fixtures.ts'

test('a profile from a sister printer is used, and said to be borrowed', () => {
  const plate = plateOf({
    studio: (s) => {
      for (const p of s.profiles) if (p.boundTo) p.boundTo = { ...p.boundTo, borrowedFrom: 'Gannet 17' }
    },
  })
  expect(finding(plate, 'profile-borrowed')?.says).toContain('made on Gannet 17')
  expect(finding(plateOf({}), 'profile-borrowed')).toBeUndefined()
})

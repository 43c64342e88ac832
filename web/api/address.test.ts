import { addressIn } from './address.ts'

test('an address without a studio leads to the last one, and without one to all of them', () => {
  expect(addressIn('/', 'quay')).toBe('/quay/')
  expect(addressIn('/', null)).toBe('/studios')
  expect(addressIn('/jobs/13/load', 'quay')).toBe('/quay/jobs/13/load')
  expect(addressIn('/log', null)).toBe('/lantern-wharf/log')
})
test('an address that names one stays', () => {
  expect(addressIn('/quay/jobs/13', 'mill')).toBeNull()
  expect(addressIn('/studios', 'mill')).toBeNull()
})

import { type Announced, nearbyFrom } from './nearby.ts'

const eve: Announced = {
  name: 'Eve, upstairs',
  port: 631,
  host: 'eve.local.',
  addresses: ['fe80::1', 'fd00::2', '192.0.2.20'],
  txt: { rp: 'ipp/print', ty: 'Eve 24', note: 'by the window' },
}
const address = (change: Partial<Announced>) => nearbyFrom([{ ...eve, ...change }])[0]?.address

test('a printer is asked by its IPv4 address, on its own port and path', () => {
  expect(nearbyFrom([eve])).toEqual([{ name: 'Eve, upstairs', says: 'Eve 24, by the window', address: 'ipp://192.0.2.20:631/ipp/print' }])
  expect(address({ port: 8631, txt: { rp: '/printers/eve' } })).toBe('ipp://192.0.2.20:8631/printers/eve')
})
test('without one by the address a printer can be at, else by its name', () => {
  expect(address({ addresses: ['fe80::1', 'fd00::2'] })).toBe('ipp://[fd00::2]:631/ipp/print')
  expect(address({ addresses: ['fe80::1', '169.254.3.4'] })).toBe('ipp://eve.local:631/ipp/print')
})
test('one queue is one printer, two are two, in the order of their names', () => {
  const other = { ...eve, name: 'Ada', txt: { rp: 'ipp/two' } }
  expect(nearbyFrom([eve, { ...eve }, other]).map((p) => p.name)).toEqual(['Ada', 'Eve, upstairs'])
})
test('what says nothing of itself, or nonsense, is taken for what it is or left', () => {
  expect(nearbyFrom([{ ...eve, txt: {} }])[0]).toEqual({ name: 'Eve, upstairs', says: '', address: 'ipp://192.0.2.20:631/ipp/print' })
  expect(nearbyFrom([{ ...eve, txt: { rp: 7, ty: null } }])[0]?.says).toBe('')
  expect(nearbyFrom([{ ...eve, port: 0 }])).toEqual([])
  expect(nearbyFrom([{ ...eve, txt: { rp: 'a?b=c' } }])).toEqual([])
  expect(nearbyFrom([{ ...eve, addresses: [], host: 'not a host' }])).toEqual([])
})

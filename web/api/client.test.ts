import { addressOf } from './client.ts'

test('parameters stand in their places and the rest asks', () => {
  expect(addressOf('GET /jobs/{id}/sheets/{side}', { id: 3, side: 'front', scale: 2 })).toBe('/api/jobs/3/sheets/front?scale=2')
  expect(addressOf('GET /jobs', {})).toBe('/api/jobs')
})
test('what is not asked is left out, and nought is asked', () => {
  expect(addressOf('GET /runs', { words: undefined, after: 0 })).toBe('/api/runs?after=0')
})
test('no value leads elsewhere: slashes, marks and spaces are written as part of the value', () => {
  expect(addressOf('GET /lots/{id}', { id: 'a/../b?c=1', q: 'fog & bank' })).toBe('/api/lots/a%2F..%2Fb%3Fc%3D1?q=fog+%26+bank')
})

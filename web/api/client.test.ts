import { addressOf } from './client.ts'

test('parameters stand in their places and the rest asks', () => {
  expect(addressOf('GET /jobs/{id}/sheets/{side}', { id: 3, side: 'front', scale: 2 }, 'quay')).toBe(
    '/api/studios/quay/jobs/3/sheets/front?scale=2',
  )
  expect(addressOf('GET /jobs', {}, 'quay')).toBe('/api/studios/quay/jobs')
})
test('what is not asked is left out, and nought is asked', () => {
  expect(addressOf('GET /runs', { words: undefined, after: 0 }, 'quay')).toBe('/api/studios/quay/runs?after=0')
})
test('no value leads elsewhere: slashes, marks and spaces are written as part of the value', () => {
  expect(addressOf('GET /lots/{id}', { id: 'a/../b?c=1', q: 'fog & bank' }, 'quay')).toBe(
    '/api/studios/quay/lots/a%2F..%2Fb%3Fc%3D1?q=fog+%26+bank',
  )
})
test('what is asked about studios is asked of none', () => {
  expect(addressOf('GET /studios', {}, 'quay')).toBe('/api/studios')
  expect(addressOf('PATCH /studios/{studio}', { studio: 'mill' }, 'quay')).toBe('/api/studios/mill')
  // The call about one studio's things is named nearly alike.
  expect(addressOf('GET /studio', {}, 'quay')).toBe('/api/studios/quay/studio')
})

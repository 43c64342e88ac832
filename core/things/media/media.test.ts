import { provenOn } from './media.ts'

test('a path has proven itself by a good print, not by one that turned out to be wasted', () => {
  expect([provenOn({ pathId: 'rear', good: 1 }), provenOn({ pathId: 'rear', good: 0 }), provenOn({ pathId: null, good: 4 })]).toEqual([
    'rear',
    null,
    null,
  ])
})

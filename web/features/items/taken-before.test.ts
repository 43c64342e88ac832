import { picture } from '../../../core/testing/fixtures.ts'
import { takenBefore } from './taken-before.ts'

function memory(limit = Number.POSITIVE_INFINITY) {
  const kept = new Map<string, string>()
  return {
    kept,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => {
      if (value.length > limit) throw new Error('full')
      kept.set(key, value)
    },
    removeItem: (key: string) => void kept.delete(key),
  }
}
const file = (name: string, size: number) => ({ name, size })

test('a file is known again by name and size, in another visit too, until it is forgotten', () => {
  const store = memory()
  const first = takenBefore(store, 'new')
  first.add(file('a.jpg', 10), picture({ id: 'pa' }))
  first.add(file('b.jpg', 10), picture({ id: 'pb' }))
  first.add(file('a.jpg', 11), picture({ id: 'longer' }))
  const later = takenBefore(store, 'new')
  expect(later.list().map((t) => t.picture.id)).toEqual(['pa', 'pb', 'longer'])
  const known = later.matching()
  expect([known(file('a.jpg', 11))?.id, known(file('b.jpg', 10))?.id]).toEqual(['longer', 'pb'])
  expect([known(file('b.jpg', 11)), known(file('c.jpg', 10))]).toEqual([null, null])
  expect(takenBefore(store, 'other').list()).toEqual([])
  later.forget()
  expect(takenBefore(store, 'new').list()).toEqual([])
  expect(store.kept.size).toBe(0)
})

test('two files of one name and size, from two folders, are two: within an upload and when it goes on', () => {
  const store = memory()
  const first = takenBefore(store, 'new')
  const fresh = first.matching()
  // What is taken in while it goes is not taken for the next.
  first.add(file('IMG_1.tif', 99), picture({ id: 'one' }))
  expect(fresh(file('IMG_1.tif', 99))).toBeNull()
  const on = takenBefore(store, 'new').matching()
  expect([on(file('IMG_1.tif', 99))?.id, on(file('IMG_1.tif', 99))]).toEqual(['one', null])
  first.add(file('IMG_1.tif', 99), picture({ id: 'two' }))
  const both = takenBefore(store, 'new').matching()
  expect([1, 2, 3].map(() => both(file('IMG_1.tif', 99))?.id)).toEqual(['one', 'two', undefined])
})

test('what is kept and cannot be read is nothing; a full store takes no more and breaks nothing', () => {
  const store = memory(400)
  for (const broken of ['{', '', 'null']) {
    store.kept.set('new 0', broken)
    expect(takenBefore(store, 'new').list()).toEqual([])
  }
  const taken = takenBefore(store, 'new')
  taken.forget()
  taken.add(file('a.jpg', 1), picture({ id: 'a', name: 'x'.repeat(500) }))
  expect(taken.list()).toEqual([])
})

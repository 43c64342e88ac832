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
  expect(later.find(file('a.jpg', 11))?.id).toBe('longer')
  expect(later.find(file('b.jpg', 10))?.id).toBe('pb')
  expect([later.find(file('b.jpg', 11)), later.find(file('c.jpg', 10))]).toEqual([null, null])
  expect(takenBefore(store, 'other').list()).toEqual([])
  // Taken in once more it stands there once.
  later.add(file('a.jpg', 10), picture({ id: 'again' }))
  expect(later.list().map((t) => t.picture.id)).toEqual(['again', 'pb', 'longer'])
  expect(takenBefore(store, 'new').find(file('a.jpg', 10))?.id).toBe('again')
  later.forget()
  expect(takenBefore(store, 'new').list()).toEqual([])
  expect(store.kept.size).toBe(0)
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

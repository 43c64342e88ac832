import { ShortNameSchema, shortNameOf } from './short-name.ts'

test.each([
  ['Lantern Wharf', 'lantern-wharf'],
  ['  Atelier Écluse & Fils ', 'atelier-ecluse-fils'],
  ['4th Floor', 'th-floor'],
  ['Öl/2', 'ol-2'],
  ['刷', 'studio'],
  ['x', 'studio'],
  ['xy', 'xy'],
  ['Jobs', 'jobs-2'],
  [`${'long '.repeat(20)}`, 'long-long-long-long-long-long-long-l'],
])('“%s” comes to %s', (name, short) => {
  expect(shortNameOf(name, [])).toBe(short)
  expect(ShortNameSchema.safeParse(short).success).toBe(true)
})
test('a name that is taken gets a number, the first that is free', () => {
  expect(shortNameOf('Quay', ['quay', 'quay-2', 'quay-4'])).toBe('quay-3')
})
test.each(['a', 'studios', 'Quay', 'quay-', '-quay', 'qu--ay', '9quay', 'quay/x', '', 'q'.repeat(41)])('“%s” is none', (word) => {
  expect(ShortNameSchema.safeParse(word).success).toBe(false)
})
test('forty letters are one, and two', () => {
  expect(['q'.repeat(40), 'qy'].map((word) => ShortNameSchema.safeParse(word).success)).toEqual([true, true])
})

import { chosenAfter, passes, rowAfter, withChip } from './columns.ts'

const row = { printer: 'Heron 17', verdict: 'wasted', sheets: 3, note: null }
const read = (column: string) => row[column as keyof typeof row]

test.each([
  [{}, true],
  [{ printer: ['Heron 17'] }, true],
  [{ printer: ['Gannet 13'] }, false],
  [{ printer: ['Gannet 13', 'Heron 17'] }, true],
  [{ printer: ['Heron 17'], verdict: ['right'] }, false],
  [{ printer: ['Heron 17'], verdict: ['right', 'wasted'] }, true],
  [{ sheets: ['3'] }, true],
  [{ note: [''] }, true],
  [{ printer: [] }, true],
])('chips %j: passes %s', (chips, is) => expect(passes(chips, read)).toBe(is))

test('a chip is put in, taken out, and a column without any is gone', () => {
  const one = withChip({}, 'printer', 'Heron 17')
  expect(one).toEqual({ printer: ['Heron 17'] })
  const two = withChip(one, 'printer', 'Gannet 13')
  expect(two).toEqual({ printer: ['Heron 17', 'Gannet 13'] })
  expect(withChip(two, 'printer', 'Heron 17')).toEqual({ printer: ['Gannet 13'] })
  expect(withChip({ ...one, verdict: ['right'] }, 'printer', 'Heron 17')).toEqual({ verdict: ['right'] })
})

test.each([
  ['ArrowDown', 4, 5],
  ['ArrowUp', 4, 3],
  ['ArrowUp', 0, 0],
  ['ArrowDown', 9, 9],
  ['PageDown', 4, 7],
  ['PageDown', 8, 9],
  ['PageUp', 2, 0],
  ['Home', 6, 0],
  ['End', 6, 9],
  ['x', 6, 6],
])('%s from row %d of ten, three seen, goes to %d', (key, from, to) => expect(rowAfter(key, from, 10, 3)).toBe(to))

test('rows are chosen one by one, and with Shift from the last one on, either way', () => {
  const ids = ['a', 'b', 'c', 'd', 'e']
  expect(chosenAfter(new Set(['a']), ids, 3, null, false)).toEqual(new Set(['a', 'd']))
  expect(chosenAfter(new Set(['a', 'd']), ids, 3, 3, false)).toEqual(new Set(['a']))
  expect(chosenAfter(new Set(['b']), ids, 3, 1, true)).toEqual(new Set(['b', 'c', 'd']))
  expect(chosenAfter(new Set(['d']), ids, 1, 3, true)).toEqual(new Set(['d', 'c', 'b']))
  // Nothing was pressed before: only this one.
  expect(chosenAfter(new Set(), ids, 2, null, true)).toEqual(new Set(['c']))
  expect(chosenAfter(new Set(['a']), ids, 9, null, false)).toEqual(new Set(['a']))
})

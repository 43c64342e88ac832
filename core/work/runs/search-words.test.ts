import { searchable, wanted, withInspection, wordsOf } from './search-words.ts'

test('every word once, in small letters, after a space; what is between words is left out', () => {
  expect(searchable('Red lens, catalogue print', null, 'Tern A4', undefined, 'Red (13-inch) ½')).toBe(
    ' red lens catalogue print tern a4 13 inch 1 2',
  )
  expect(searchable('Ærø · Ｗｉｄｅ naïve')).toBe(' ærø wide naive')
  expect(searchable('', null)).toBe('')
  // At and over the longest word.
  expect(searchable(`${'a'.repeat(40)} ${'b'.repeat(41)}`)).toBe(` ${'a'.repeat(40)} ${'b'.repeat(40)}`)
})
test('what an inspection says takes the place of what one before said', () => {
  const first = withInspection(' red lens head strike', searchable('right', 'Lovely reds'))
  expect(first).toBe(' red lens head strike ¦ right lovely reds')
  expect(withInspection(first, searchable('wasted'))).toBe(' red lens head strike ¦ wasted')
  expect(wordsOf(first)).toEqual(['red', 'lens', 'head', 'strike', 'right', 'lovely', 'reds'])
  expect(wordsOf(' red ¦ red wasted')).toEqual(['red', 'wasted'])
  expect(wordsOf('')).toEqual([])
})
test('what is typed is looked for by its words, eight at the most', () => {
  expect(wanted('  Red-LENS red %_ ')).toEqual(['red', 'lens'])
  expect(wanted('1 2 3 4 5 6 7 8 9')).toEqual(['1', '2', '3', '4', '5', '6', '7', '8'])
  expect(wanted('¦ … ')).toEqual([])
})

import { readListing } from './listing.ts'

const read = (text: string) => {
  const found = readListing(text)
  return found.ok ? found.value : found.problem.message
}

test('attributes as tools print them: with their syntax or without, one value or several, quoted or plain', () => {
  expect(
    read(
      [
        'Printer attributes of ipp://somewhere',
        '    printer-state (enum) = idle',
        '  media-ready (1setOf keyword) = iso_a4_210x297mm,na_letter_8.5x11in',
        'printer-info: Heron 17',
        'printer-name = "Heron, the second"',
        'not an attribute',
      ].join('\r\n'),
    ),
  ).toEqual({
    'printer-state': ['idle'],
    'media-ready': ['iso_a4_210x297mm', 'na_letter_8.5x11in'],
    'printer-info': ['Heron 17'],
    'printer-name': ['Heron, the second'],
  })
})

test('collections in braces, one in the other, side by side, and what stands beside them', () => {
  expect(read('media-col (collection) = {media-size={x-dimension=21000 y-dimension=29700} media-source=main},{media-source=rear}')).toEqual(
    {
      'media-col': [
        { 'media-size': [{ 'x-dimension': ['21000'], 'y-dimension': ['29700'] }], 'media-source': ['main'] },
        { 'media-source': ['rear'] },
      ],
    },
  )
  expect(read('col = {b=1,2 c="x y"}')).toEqual({ col: [{ b: ['1', '2'], c: ['x y'] }] })
})

test('the same as JSON, where one value need not be a list', () => {
  expect(read('{"printer-state": "idle", "copies": [1, 2], "media-col": {"media-source": "main"}}')).toEqual({
    'printer-state': ['idle'],
    copies: ['1', '2'],
    'media-col': [{ 'media-source': ['main'] }],
  })
})

test.each([
  ['nothing in it', 'no attributes', 'no attributes in this text'],
  ['JSON that is cut short', '{"a": ', 'cannot be read'],
  ['a name without a value', 'col = {b}', '“b” has no value'],
  ['too long', `col = ${'x'.repeat(400_000)}`, 'longer than'],
  ['nested nine deep', `col = ${'{b='.repeat(9)}1${'}'.repeat(9)}`, 'nest too deep'],
  ['JSON nested ten deep', `{"a": ${'{"b":'.repeat(9)}1${'}'.repeat(10)}`, 'nest too deep'],
])('%s is refused with a reason', (_what, text, says) => expect(read(text)).toContain(says))

test('a collection that is cut short is read as far as it goes', () => expect(read('col = {b=1')).toEqual({ col: [{ b: ['1'] }] }))

test('eight deep is read', () => expect(typeof read(`col = ${'{b='.repeat(8)}1${'}'.repeat(8)}`)).toBe('object'))

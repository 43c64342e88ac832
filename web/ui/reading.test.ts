import { readLength, readMoney, readNumber, readsWithin } from './reading.ts'

test.each([
  ['1,5', 1.5],
  ['1.5', 1.5],
  [' 1 200 ', 1200],
  ['1.200,50', 1200.5],
  ['1,200.50', 1200.5],
  ['1.200.000', 1_200_000],
  ["1'200", 1200],
  ['-3', -3],
  [',5', 0.5],
  ['5.', 5],
  ['', null],
  ['-', null],
  ['.', null],
  ['1,2,3', null],
  ['1.20.300', null],
  ['12,34.5', null],
  ['1.2,3.4', null],
  ['1e9', null],
  ['7 mm', null],
])('%j is %j', (text, value) => expect(readNumber(text)).toBe(value))

test.each([
  [3, true],
  [2.9, false],
  [9, true],
  [9.1, false],
])('%d within 3 and 9: %s', (value, ok) => expect(readsWithin(value, 3, 9, false).ok).toBe(ok))

test('what counts things takes whole numbers only, and says so', () => {
  expect(readsWithin(2.5, 0, 9, true)).toEqual({ ok: false, message: 'Type a whole number.' })
  expect(readsWithin(null, 0, 9, true)).toEqual({ ok: false, message: 'Type a number.' })
  expect(readsWithin(10, 0, 9, true)).toEqual({ ok: false, message: 'Between 0 and 9.' })
})

test.each([
  ['12', 'mm', false, 12_000],
  ['1/2', 'in', false, 12_700],
  ['3,5 cm', 'mm', false, 35_000],
  ['-4.2', 'mm', true, -4_200],
  ['0', 'mm', true, 0],
  ['0.0 mm', 'in', true, 0],
  ['-0', 'mm', true, 0],
] as const)('%j in %s is %d µm', (text, unit, signed, um) =>
  expect(readLength(text, unit, 'Width', signed)).toEqual({ ok: true, value: um }),
)

test.each([
  ['0', false, /“0”|above|more than/],
  ['-4', false, /“-4”|above|more than/],
  ['', true, /^Type a length/],
  ['-', true, /^Type a length/],
  ['wide', true, /^“wide” is not a length/],
])('%j, signed %s, is refused in words', (text, signed, words) => {
  const read = readLength(text, 'mm', 'Width', signed)
  expect(read.ok ? '' : read.message).toMatch(words)
})

test.each([
  ['12', 1200],
  ['12,5', 1250],
  ['€ 12.50', 1250],
  ['1.234,56 EUR', 123_456],
  ['0', 0],
  ['0.29', 29],
  ['99999', 9_999_900],
])('%j is %d cents', (text, cents) => expect(readMoney(text, 9_999_900)).toEqual({ ok: true, value: cents }))

test.each(['', 'free', '-1', '0.005', '99999.01'])('%j is refused', (text) => expect(readMoney(text, 9_999_900).ok).toBe(false))

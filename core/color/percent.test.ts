import { percent } from './percent.ts'

test.each([
  [0, '0 %'],
  [0.0004, '< 0.1 %'],
  [0.0005, '0.1 %'],
  [0.0512, '5.1 %'],
  [0.1, '10 %'],
  [0.57, '57 %'],
  [0.99, '99 %'],
  [0.9996, '99.9 %'],
  [1, '100 %'],
])('%s of a picture is said as %s', (share, words) => expect(percent(share)).toBe(words.replaceAll(' ', '\u00a0')))

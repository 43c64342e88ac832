import { listed } from './listed.ts'

test('numbers are named as in a sentence, of many the first and how many follow', () => {
  const of = (count: number, most: number) =>
    listed(
      Array.from({ length: count }, (_, i) => 7 * i + 2),
      most,
    )
  expect([0, 1, 2, 3, 4, 5].map((count) => of(count, 2))).toEqual(['', '2', '2 and 9', '2, 9 and 16', '2, 9 and 2 more', '2, 9 and 3 more'])
  expect([4, 5].map((count) => of(count, 3))).toEqual(['2, 9, 16 and 23', '2, 9, 16 and 2 more'])
})

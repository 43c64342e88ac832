import { unbroken } from './unbroken.ts'

test('a number stays with its unit, and with nothing else', () => {
  const said = 'It loses 9.0 % of it, 24.7 mm left, 3 m, 2 cm and 1/2 in; 2 pictures, 14 inks and 2 more of 3 made.'
  expect(unbroken(said).split(' ')).toEqual(
    'It|loses|9.0\u00a0%|of|it,|24.7\u00a0mm|left,|3\u00a0m,|2\u00a0cm|and|1/2\u00a0in;|2|pictures,|14|inks|and|2|more|of|3|made.'.split(
      '|',
    ),
  )
})

import { itemsOf } from '../../../core/testing/several.ts'
import { oddOnes } from './odd-ones.ts'

const said = (list: Parameters<typeof itemsOf>[0]) => Object.fromEntries(oddOnes(itemsOf(list)))
const lying = { picture: { width: 6000, height: 4000 } }

test('upright among lying ones, another shape, few pixels and no profile are each told, one thing a picture', () => {
  expect(
    said([
      lying,
      lying,
      lying,
      lying,
      lying,
      lying,
      lying,
      lying,
      { picture: { width: 4000, height: 6000 } },
      { picture: { width: 2999, height: 2000 } },
      { picture: { width: 6000, height: 2000 } },
      { picture: { width: 6000, height: 4000, profile: null } },
    ]),
  ).toEqual({
    9: 'upright, most others lie',
    10: 'few pixels: 2999 × 2000',
    11: 'another shape than most',
    12: 'no profile, most others have one',
  })
})

test('half the pixels of most is just enough; of two pictures neither is the exception, and of mixed ones none', () => {
  expect(said([lying, lying, lying, { picture: { width: 3000, height: 2000 } }])).toEqual({})
  expect(said([lying, { picture: { width: 400, height: 600 } }])).toEqual({})
  const upright = { picture: { width: 4000, height: 6000 } }
  expect(said([lying, upright, lying, upright])).toEqual({})
})

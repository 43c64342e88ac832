import { filledByCrop, lossOf } from '../../sheet/loss.ts'
import { picture, plateOf, sheet } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { pictureLost } from './picture-lost.ts'
import { sideOf } from './plate.ts'

test('what the crop takes is lost as well: a square out of three by two is two thirds of it', () => {
  const lost = (height: number | null) =>
    pictureLost(plateOf({ brief: { picture: picture({ width: 3000, height: 2000 }), size: { by: 'picture', width: mm(100), height } } }))
  expect(lost(null)).toBeCloseTo(0, 9)
  expect(lost(mm(100))).toBeCloseTo(1 / 3, 3)
})

test('it is what the list of losses beside the sheet comes to, with borders and without', () => {
  for (const [finish, fill] of [
    ['bordered', true],
    ['borderless', true],
    ['bordered', false],
  ] as const) {
    const plate = plateOf({
      brief: {
        paperId: 'beacon-gloss',
        sheet: sheet('na_index-4x6_4x6in'),
        picture: picture({ width: 3000, height: 2250 }),
        finish,
        size: { by: 'sheet', fill },
      },
    })
    const front = sideOf(plate)
    if (!front?.crop) throw new Error('no picture')
    const { share } = lossOf({ ...front, crop: front.crop, face: filledByCrop(plate.brief.make, front) })
    expect([finish, fill, share > 0.05]).toEqual([finish, fill, fill])
    expect(pictureLost(plate)).toBeCloseTo(share, 9)
  }
})

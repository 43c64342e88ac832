import { afterFix, finding, picture, plateOf, sheet } from '../../testing/fixtures.ts'
import type { BriefParts } from '../../things/brief/brief-of.ts'
import { mm } from '../../things/length/length.ts'

const square: BriefParts = {
  picture: picture({ width: 6000, height: 6000 }),
  paperId: 'beacon-gloss',
  sheet: sheet('na_index-4x6_4x6in'),
  finish: 'borderless',
  size: { by: 'sheet', fill: true },
}
const onCard = (brief: BriefParts, allowed?: number) =>
  plateOf({
    brief: { ...square, ...brief },
    pins: { printer: 'dunlin', expansion: 'small', orientation: '0' },
    studio: (s) => Object.assign(s.rules, allowed === undefined ? {} : { cropAllowed: allowed }),
  })

test('a crop is said edge by edge with its share, crop and overprint added up, and its fix shows the whole picture', () => {
  const plate = onCard({})
  const found = finding(plate, 'picture-cropped')
  expect(found?.level).toBe('warn')
  expect(found?.numbers).toMatchObject({ left: mm(26.6), right: mm(26.6), head: mm(1.2), foot: mm(1.3), lostPercent: 35.43 })
  expect(found?.says).toBe(
    'The picture loses head 1.2 mm, right 26.6 mm, foot 1.3 mm, left 26.6 mm, 35.4 % of it: 32.8 % by the crop and 2.6 % printed past the edge.',
  )
  expect(finding(afterFix(plate, 'picture-cropped'), 'picture-cropped')?.numbers.lostPercent).toBeCloseTo(2.31, 2)
})

test('it is a note up to what the house allows and a warning above', () => {
  expect(finding(onCard({}, 0.3542), 'picture-cropped')?.level).toBe('warn')
  expect(finding(onCard({}, 0.3544), 'picture-cropped')?.level).toBe('note')
  // The usual rule: 5 %.
  expect(finding(onCard({ picture: picture({ width: 4060, height: 6000 }) }), 'picture-cropped')?.level).toBe('note')
  expect(finding(onCard({ picture: picture({ width: 4200, height: 6000 }) }), 'picture-cropped')?.level).toBe('warn')
})

test('an edge that is wanted is a warning however little it loses; where there is room the crop moves to the facing one', () => {
  const plate = onCard({ keep: ['left'] }, 1)
  expect(finding(plate, 'picture-cropped')?.level).toBe('warn')
  expect(finding(plate, 'picture-cropped')?.says).toContain('You want its left kept.')
  expect(finding(onCard({}, 1), 'picture-cropped')?.says).not.toContain('You want')
  const moved = finding(
    afterFix(plate, 'picture-cropped', (s) => Object.assign(s.rules, { cropAllowed: 1 })),
    'picture-cropped',
  )
  expect(moved?.numbers).toMatchObject({ left: mm(1.2), right: mm(52) })
  // The overprint alone touches a wanted edge too.
  expect(
    finding(
      onCard({ keep: ['head'], size: { by: 'sheet', fill: false }, picture: picture({ width: 4000, height: 6000 }) }, 1),
      'picture-cropped',
    )?.level,
  ).toBe('warn')
})

test('a size of another shape and exact borders crop too, and say so', () => {
  const bySize = plateOf({ brief: { size: { by: 'picture', width: mm(200), height: mm(200) } } })
  // A picture of 3 : 2 at 200 mm high is 300 mm wide: 50 mm go at each side.
  expect(finding(bySize, 'picture-cropped')?.numbers).toMatchObject({ left: mm(50), right: mm(50), head: 0, foot: 0, lostPercent: 33.33 })
  expect(finding(afterFix(bySize, 'picture-cropped'), 'picture-cropped')).toBeUndefined()
  const exact = plateOf({ brief: { size: { by: 'border', border: mm(60), exact: true } } })
  expect(finding(exact, 'picture-cropped')?.level).toBe('warn')
  expect(finding(afterFix(exact, 'picture-cropped'), 'picture-cropped')).toBeUndefined()
})

test('a picture that is printed whole says nothing', () => expect(finding(plateOf({}), 'picture-cropped')).toBeUndefined())

test('a crop that no ruler reads at any edge is no finding, whatever share of a small picture it is', () => {
  // Three to two, 60 mm wide: 40 mm high as it is; what is more is cropped at head and foot, half at each.
  const says = (height: number) =>
    finding(plateOf({ brief: { size: { by: 'picture', width: mm(60), height: mm(height) } } }), 'picture-cropped')?.says
  expect([says(39.95), says(39.8)]).toEqual([undefined, 'The picture loses head 0.1 mm, foot 0.1 mm, 0.5 % of it.'])
})

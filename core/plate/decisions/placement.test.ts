import { facingDifference } from '../../sheet/facing-borders.ts'
import { decided, lineOf, optionOf, plateOf } from '../../testing/fixtures.ts'
import type { BriefParts } from '../../things/brief/brief-of.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'
import { placementPin } from './placement.ts'

test('a dead margin makes the shifted place the choice, with what it costs said', () => {
  const plate = plateOf({ brief: { paperId: 'breakwater-board', size: { by: 'picture', width: mm(390), height: null } } })
  expect(decided(plate, 'placement')).toBe('shifted')
  expect(optionOf(plate, 'placement', 'shifted')?.costs[0]?.says).toContain('facing borders differ by 18.6 mm')
  expect(optionOf(plate, 'placement', 'centred')?.costs[0]?.says).toContain('9.3 mm at the trailing edge cut off: 2.4 % of the picture')
})

test('what the middle makes of the borders is said of the borders as they come out: equal, deeper at the foot, or none', () => {
  const told = (change: BriefParts, pins = {}) => {
    const plate = plateOf({ brief: change, pins })
    const borders = layoutOf(plate)?.borders ?? { leading: 0, trailing: 1, left: 0, right: 2 }
    return [lineOf(plate, 'placement')?.reason, facingDifference(borders)]
  }
  const deep = { by: 'border' as const, border: mm(20), foot: 1.45 }
  expect(told({ size: { ...deep, foot: 1 } })).toEqual(['Equal borders on the sheet as it really measures.', expect.closeTo(0, -1)])
  expect(told({ size: deep })).toEqual([
    'The border at the foot is 9.0 mm wider than at the head, on the sheet as it really measures.',
    expect.closeTo(9000, -1),
  ])
  const kept = { width: mm(250), length: mm(350) }
  expect(told({ size: deep, finished: kept })[0]).toBe('The border at the foot is 9.0 mm wider than at the head, on what is kept.')
  expect(told({ paperId: 'beacon-gloss', sheet: null, finish: 'borderless', size: { by: 'sheet', fill: true } })[0]).toBe(
    'In the middle of all that the path prints, beyond the edges too.',
  )
})

test('what is moved out of a dead margin costs from there on where it is seen', () => {
  const cost = (visible: number) =>
    optionOf(
      plateOf({
        brief: { paperId: 'breakwater-board', size: { by: 'picture', width: mm(390), height: null } },
        studio: (s) => {
          s.rules.visibleShift = visible
        },
      }),
      'placement',
      'shifted',
    )?.costs[0] ?? { points: Number.NaN, says: '' }
  // Three for being seen, and one for every two millimetres; facing borders differ by twice as much.
  const shift = Math.round((cost(1000).points - 3) * 2000)
  expect(cost(1000).says).toBe(`facing borders differ by ${((2 * shift) / 1000).toFixed(1)} mm`)
  expect([shift - 1, shift, shift + 1].map((visible) => cost(visible).points)).toEqual([3 + shift / 2000, 3 + shift / 2000, 0])
})

test('a place is pinned to the micrometre', () => expect(placementPin(12.4, -0.6)).toBe('at:12,-1'))

test('a place by hand is where it was put, as large as the print is, and no further than anything is long', () => {
  const at = (pin: string) =>
    plateOf({
      brief: { size: { by: 'picture', width: mm(150), height: mm(80) } },
      pins: { path: 'heron-cassette', orientation: '0', placement: pin },
    })
  const { picture: placed } = layoutOf(at('at:31000,47000')) ?? { picture: null }
  expect(placed).toEqual({ x: mm(31), y: mm(47), w: mm(150), h: mm(80) })
  expect(lineOf(at('at:31000,47000'), 'placement')?.label).toBe('31.0 mm from the left, 47.0 mm from the leading edge')
  for (const wrong of ['at:100000001,0', 'at:0,-100000001', 'at:1', 'at:x,y']) expect(lineOf(at(wrong), 'placement')?.value).not.toBe(wrong)
})

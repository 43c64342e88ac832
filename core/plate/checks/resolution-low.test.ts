import { afterFix, finding, picture, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { sideOf } from '../resolve/plate.ts'
import { ppiAtDistance, usualDistance } from './resolution-low.ts'

test('one arc minute at 10 in is 344 pixels per inch (visual acuity, 3438/d)', () => {
  expect(ppiAtDistance(254_000)).toBeCloseTo(343.8, 1)
  expect(ppiAtDistance(254_000)).toBeCloseTo(1 / (10 * Math.tan(Math.PI / 180 / 60)), 1)
})

test('the usual distance is one and a half diagonals, 30 cm at the least', () => {
  const of = (w: number, h: number) => usualDistance({ layout: { picture: { x: 0, y: 0, w: mm(w), h: mm(h) } } })
  expect([of(300, 400), of(119, 159), of(126, 168)]).toEqual([mm(750), mm(300), mm(315)])
})

const small = { picture: picture({ width: 1200, height: 800 }) }

test('few pixels on a large sheet are warned of, the more the nearer it is looked at', () => {
  expect(finding(plateOf({ brief: { ...small, viewingDistance: mm(300) } }), 'resolution-low')?.level).toBe('warn')
  expect(finding(plateOf({ brief: { ...small, viewingDistance: mm(3000) } }), 'resolution-low')).toBeUndefined()
  expect(finding(plateOf({}), 'resolution-low')).toBeUndefined()
})

test('its fix makes the print small enough to be sharp', () => {
  const fixed = afterFix(plateOf({ brief: { ...small, viewingDistance: mm(300) } }), 'resolution-low')
  expect(finding(fixed, 'resolution-low')).toBeUndefined()
  expect(sideOf(fixed)?.ppi).toBeGreaterThanOrEqual(291)
})

test('says with its own numbers how wide it would be sharp, however it lies; at half of what is wanted it is a note, under it a warning', () => {
  // 1200 pixels at 300 per inch are four inches; 203.2 mm are eight.
  for (const turn of [0, 90] as const) {
    const at = (width: number) =>
      finding(
        plateOf({ brief: { ...small, viewingDistance: mm(250), turn, size: { by: 'picture', width: mm(width), height: null } } }),
        'resolution-low',
      )
    expect(at(203.2)).toMatchObject({
      level: 'note',
      says: 'The picture has 150 pixels per inch at this size; from 250.0 mm away the eye can use 300. Up to 101.6 mm wide it would be sharp.',
      numbers: { ppi: 150, wanted: 300, distance: 250_000, sharpWidth: 101_600 },
      fix: { item: { size: { by: 'picture', width: 101_600, height: null } } },
    })
    expect(at(203.3)?.level).toBe('warn')
    // 95 % of what is wanted: 285 per inch are 106.95 mm.
    expect([at(106.9), at(107)?.level]).toEqual([undefined, 'note'])
  }
})

import { afterFix, finding, picture, plateOf } from '../../testing/fixtures.ts'
import type { BriefParts } from '../../things/brief/brief-of.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import { sideOf } from '../resolve/plate.ts'
import { ppiAtDistance, usualDistance } from './resolution-low.ts'

test('one arc minute at 10 in is 344 pixels per inch (visual acuity, 3438/d)', () => {
  expect(ppiAtDistance(254_000)).toBeCloseTo(343.8, 1)
  expect(ppiAtDistance(254_000)).toBeCloseTo(1 / (10 * Math.tan(Math.PI / 180 / 60)), 1)
})

test('the usual distance is one and a half diagonals, 30 cm at the least', () => {
  const of = (w: number, h: number) => usualDistance({ face: { x: 0, y: 0, w: mm(w), h: mm(h) } })
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

test('where nobody says from how far it is looked at, a smaller print is looked at from nearer: its fix is as small as is sharp in the hand', () => {
  for (const turn of [0, 90] as const) {
    const large = plateOf({ brief: { ...small, turn, size: { by: 'picture', width: mm(240), height: null } } })
    // 240 × 160 mm: one and a half diagonals are 432.7 mm, at which an eye tells 3438 · 25.4 / 432.7 = 202 per inch apart; 1200
    // pixels at the 291 of 30 cm are 104.7 mm.
    expect(finding(large, 'resolution-low')).toMatchObject({
      level: 'note',
      says: 'The picture has 127 pixels per inch at this size; from 432.7 mm away the eye can use 202. A smaller print is looked at from nearer: up to 104.7 mm wide it would be sharp however near.',
      fix: { label: 'Print it 104.7 mm wide', item: { size: { by: 'picture', width: 104_712, height: null } } },
    })
    const fixed = afterFix(large, 'resolution-low')
    expect(finding(fixed, 'resolution-low')).toBeUndefined()
    expect(sideOf(fixed)?.ppi).toBeCloseTo((3438 / 300) * 25.4, 1)
  }
})

test('its fix keeps the shape of what is seen, whatever was cropped, and has just so many pixels per inch as are wanted', () => {
  const wrapped = (wrap: 'picture' | 'mirror'): BriefParts => ({
    picture: picture({ width: 4000, height: 3000 }),
    viewingDistance: mm(300),
    paperId: 'mainsail-canvas',
    sheet: null,
    make: { as: 'wrapped-canvas', depth: mm(38), wrap, colour: '#ffffff', tuck: mm(40) },
    size: { by: 'picture', width: mm(900), height: mm(800) },
  })
  for (const brief of [
    { ...small, size: { by: 'picture', width: mm(200), height: mm(250) } },
    { ...small, turn: 90, size: { by: 'border', border: mm(40), exact: true } },
    { ...small, make: NEW_MAKE['folded-card'], size: { by: 'sheet', fill: true } },
    wrapped('mirror'),
    wrapped('picture'),
  ] satisfies BriefParts[]) {
    const plate = plateOf({ brief })
    const fixed = afterFix(plate, 'resolution-low')
    const [before, after] = [sideOf(plate)?.face, sideOf(fixed)?.face]
    if (!before || !after) throw new Error('nothing is seen')
    // It may lie turned about: its long side is as much longer.
    const long = ({ w, h }: { w: number; h: number }) => Math.max(w / h, h / w)
    expect(long(after)).toBeCloseTo(long(before), 3)
    expect(sideOf(fixed)?.ppi).toBeCloseTo((3438 / 300) * 25.4, 1)
    expect(finding(fixed, 'resolution-low')).toBeUndefined()
  }
})

test('a picture that goes round deep bars with few pixels is sharp at no size', () => {
  // 800 pixels at 291 per inch are 69.8 mm, and two bars take 80.
  const wraps = (depth: number) =>
    finding(
      plateOf({
        brief: {
          ...small,
          paperId: 'mainsail-canvas',
          sheet: null,
          make: { as: 'wrapped-canvas', depth: mm(depth), wrap: 'picture', colour: '#ffffff', tuck: mm(40) },
          size: { by: 'picture', width: mm(400), height: null },
        },
      }),
      'resolution-low',
    )
  expect(wraps(40)).toMatchObject({ says: expect.stringMatching(/away the eye can use \d+\.$/), fix: null })
  // At 25 mm a bar 19.8 of them are left for the height.
  expect(wraps(25)?.fix).toMatchObject({ item: { size: { by: 'picture', width: 29_712 } } })
  // Ten millimetres are the least: 800 pixels less 2 × 31.4 are 7.0, times 3 : 2.
  expect([wraps(31.4)?.fix?.label, wraps(31.6)?.fix ?? null]).toEqual(['Print it 10.5 mm wide', null])
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

import { afterFix, finding, picture, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { sideOf } from '../resolve/plate.ts'
import { ppiAtDistance } from './resolution-low.ts'

test('one arc minute at 10 in is 344 pixels per inch (visual acuity, 3438/d)', () => {
  expect(ppiAtDistance(254_000)).toBeCloseTo(343.8, 1)
  expect(ppiAtDistance(254_000)).toBeCloseTo(1 / (10 * Math.tan(Math.PI / 180 / 60)), 1)
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

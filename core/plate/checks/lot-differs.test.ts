import { afterFix, decided, finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'

const cotton = { paperId: 'saltmarsh-cotton', sheet: sheet('iso_a3_297x420mm') }

test('a side guide puts the whole difference at the far edge', () => {
  const plate = plateOf({ brief: cotton, pins: { page: 'iso_a3_297x420mm' } })
  const found = finding(plate, 'lot-differs')
  expect(found?.numbers.across).toBe(mm(297) - mm(296.2))
  expect(found?.says).toContain('at the left edge')
})

test('a centring feed puts half of it on each side', () => {
  const found = finding(plateOf({ pins: { page: 'iso_a3_297x420mm' } }), 'lot-differs')
  expect(found?.numbers.across).toBe((mm(297) - mm(296.6)) / 2)
  expect(found?.level).toBe('note')
})

test('its fix is a custom page of the measured size', () => {
  const fixed = afterFix(plateOf({ brief: cotton, pins: { page: 'iso_a3_297x420mm' } }), 'lot-differs')
  expect(decided(fixed, 'page')).toBe('measured')
  expect(finding(fixed, 'lot-differs')).toBeUndefined()
})

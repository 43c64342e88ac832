import { afterFix, finding, plateOf } from '../../testing/fixtures.ts'

test('a pin on something the studio no longer has is said and can be released', () => {
  const plate = plateOf({ pins: { printer: 'sold-last-year' } })
  expect(finding(plate, 'pin-lost')?.level).toBe('stop')
  expect(plate.setup?.printer.id).toBe('heron')
  expect(finding(afterFix(plate, 'pin-lost'), 'pin-lost')).toBeUndefined()
})

test('a pin that holds is not lost', () => expect(finding(plateOf({ pins: { intent: 'perceptual' } }), 'pin-lost')).toBeUndefined())

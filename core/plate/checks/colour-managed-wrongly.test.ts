import { afterFix, finding, plateOf } from '../../testing/fixtures.ts'

test.each(['both', 'none'])('%s places managing colour is a stop with a fix', (pin) => {
  const plate = plateOf({ pins: { 'colour-management': pin } })
  expect(finding(plate, 'colour-managed-wrongly')?.level).toBe('stop')
  expect(finding(afterFix(plate, 'colour-managed-wrongly'), 'colour-managed-wrongly')).toBeUndefined()
})

test.each(['program', 'driver'])('%s alone is right', (pin) =>
  expect(finding(plateOf({ pins: { 'colour-management': pin } }), 'colour-managed-wrongly')).toBeUndefined(),
)

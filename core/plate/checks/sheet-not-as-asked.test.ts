import { afterFix, finding, plateOf } from '../../testing/fixtures.ts'

test('a pinned lot of another size is said, and the brief can follow it', () => {
  const plate = plateOf({ pins: { stock: 'lustre-a2' } })
  expect(finding(plate, 'sheet-not-as-asked')?.level).toBe('stop')
  expect(finding(afterFix(plate, 'sheet-not-as-asked'), 'sheet-not-as-asked')).toBeUndefined()
  expect(finding(plateOf({}), 'sheet-not-as-asked')).toBeUndefined()
})

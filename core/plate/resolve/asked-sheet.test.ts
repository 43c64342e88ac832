import { decided, finding, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from './plate.ts'

const satin = (sheet: { width: number | null; length: number | null }, change: object = {}) =>
  plateOf({ brief: { paperId: 'fairway-satin', sheet: { ...sheet, name: null }, size: { by: 'sheet', fill: false }, ...change } })

test('“44 in roll” takes a roll of that width, cut where the print ends', () => {
  const plate = satin({ width: mm(1117.6), length: null })
  expect(decided(plate, 'stock')).toBe('satin-44')
  expect(layoutOf(plate)?.sheet.w).toBe(mm(1117.6))
})
test('“1.2 m” alone is that long, of whatever width there is', () => {
  const plate = satin({ width: null, length: mm(1200) })
  expect(layoutOf(plate)?.sheet.h).toBe(mm(1200))
  expect(plate.setup?.lot.form).toBe('roll')
})
test('a roll nobody stocks is said, with what there is', () => {
  const plate = satin({ width: mm(914.4), length: null })
  expect(finding(plate, 'sheet-not-as-asked')?.says ?? finding(plate, 'nothing-possible')?.says).toContain('roll')
})
test('a sheet narrower than the roll can be cut from it first, on a path for sheets', () => {
  const plate = plateOf({
    brief: { paperId: 'pilot-rag', sheet: { width: mm(210), length: mm(297), name: 'A4' }, size: { by: 'sheet', fill: false } },
  })
  expect(plate.setup?.cut?.parent.roll).toBe(true)
  expect(finding(plate, 'cut-first')?.says).toContain('length of roll')
})

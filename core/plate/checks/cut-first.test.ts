import { decided, finding, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'

test('a panorama sheet nobody stocks is cut from A2, and that has to be done first', () => {
  const plate = plateOf({ brief: { sheet: { width: mm(210), length: mm(594), name: null } } })
  expect(decided(plate, 'stock')).toBe('lustre-a2:cut')
  expect(finding(plate, 'cut-first')?.level).toBe('stop')
  expect(plate.setup?.cut?.fromLotId).toBe('lustre-a2')
  // The lot measures 419.2 × 593.6 mm, so the pieces are not the nominal 210 × 594.
  expect([layoutOf(plate)?.sheet.w, layoutOf(plate)?.sheet.h]).toEqual([mm(209.6), mm(593.6)])
})
test('a sheet in stock is not cut', () => expect(finding(plateOf({}), 'cut-first')).toBeUndefined())

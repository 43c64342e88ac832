import { afterFix, finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'

const brief = { paperId: 'lamproom-baryta', sheet: sheet('na_super-b_13x19in') }

test('a custom page of the refused width is stopped; 330.2 mm becomes 329 mm (handbook, trade)', () => {
  const plate = plateOf({ brief, pins: { page: 'measured' } })
  expect(finding(plate, 'driver-quirk')?.numbers).toEqual({ refused: 330_200, accepts: 329_000 })
  const fixed = afterFix(plate, 'driver-quirk')
  expect(finding(fixed, 'driver-quirk')?.level).toBe('note')
  expect(fixed.setup?.page.width).toBe(mm(329))
  // The layout knows of the lie: the picture is still centred on the sheet that is really there.
  expect(layoutOf(fixed)?.margins.left).toBe(layoutOf(fixed)?.margins.right)
  expect(layoutOf(fixed)?.page.x).toBe(330_200 - 329_000)
})

test('a named size is no custom size', () =>
  expect(finding(plateOf({ brief, pins: { page: 'na_super-b_13x19in' } }), 'driver-quirk')).toBeUndefined())

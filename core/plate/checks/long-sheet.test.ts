import { finding, picture, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'

/** A metre through the tern's rear feeder, which here may draw askew by 0.2°. */
const strip = () =>
  plateOf({
    studio: (studio) => {
      for (const printer of studio.printers) for (const path of printer.paths) path.tolerance.skewDegrees = 0.2
    },
    brief: { paperId: 'quay-matte', sheet: { width: mm(203), length: mm(1000), name: null }, size: { by: 'sheet', fill: false } },
    pins: { printer: 'tern' },
  })

test('a metre-long sheet says its drift and the room it needs: L·tan θ, 0.2° over 1 m is 3.5 mm (geometry)', () => {
  const plate = strip()
  expect(finding(plate, 'long-sheet')?.numbers.drift).toBe(3488)
  expect(finding(plate, 'long-sheet')?.says).toContain('clear behind the printer')
})
test('an A3 does not', () => expect(finding(plateOf({}), 'long-sheet')).toBeUndefined())

test('a drift is warned of when it can be seen and may reach into the picture’s border; else it is a note', () => {
  // Over 1000 mm at 0.2° the far end drifts 3.5 mm: three times that is 10.5 mm.
  const level = (border: number, skewDegrees: number) =>
    finding(
      plateOf({
        studio: (s) => {
          for (const printer of s.printers)
            for (const path of printer.paths) {
              path.tolerance.skewDegrees = skewDegrees
              path.margins = { leading: 1000, trailing: 1000, left: 1000, right: 1000 }
            }
          for (const lot of s.lots) lot.outOfSquare = 0
        },
        brief: {
          paperId: 'quay-matte',
          sheet: { width: mm(203), length: mm(1000), name: null },
          size: { by: 'border', border: mm(border), exact: true },
        },
        pins: { printer: 'tern' },
      }),
      'long-sheet',
    )?.level
  expect([level(8, 0.2), level(13, 0.2)]).toEqual(['warn', 'note'])
  // 0.05° are 0.9 mm, less than twice the half millimetre that people see, however narrow the border.
  expect([level(2, 0.05), level(2, 0.06)]).toEqual(['note', 'warn'])
})

test('the narrower side decides, whichever it is; a lot that is cut out of square says so with its drift', () => {
  const at = (x: number, outOfSquare: number) =>
    finding(
      plateOf({
        studio: (s) => {
          for (const printer of s.printers) for (const path of printer.paths) path.tolerance.skewDegrees = 0.2
          for (const lot of s.lots) lot.outOfSquare = outOfSquare
        },
        brief: {
          paperId: 'quay-matte',
          sheet: { width: mm(203), length: mm(1000), name: null },
          picture: picture({ width: 3000, height: 9000 }),
          size: { by: 'picture', width: mm(170), height: null },
        },
        pins: { printer: 'tern', orientation: '0', placement: `at:${mm(x)},${mm(200)}` },
      }),
      'long-sheet',
    )
  // A bare 33 mm are left of 203 beside 170: 3.5 mm of drift want 10.5 on either side.
  expect([11, 21, 10, 23].map((x) => at(x, 0)?.level)).toEqual(['note', 'note', 'warn', 'warn'])
  expect(at(15, 0)?.says).toMatch(/^Fed 0\.2° askew, which this path may do, its far end drifts 3\.5 mm sideways\./)
  // 0.25° over a metre are 4.4 mm.
  expect(at(15, 0.05)?.says).toMatch(
    /^Fed 0\.2° askew, which this path may do, on a lot cut 0\.05° out of square its far end drifts 4\.4 mm sideways\./,
  )
})

test('a sheet is long from 600 mm on', () => {
  const long = (length: number) =>
    finding(
      plateOf({
        studio: (s) => {
          for (const lot of s.lots) if (lot.form === 'sheet') lot.measured = { ...lot.measured, length: mm(length) }
        },
        brief: { paperId: 'quay-matte', sheet: { width: mm(203), length: mm(1000), name: null }, size: { by: 'sheet', fill: false } },
        pins: { printer: 'tern' },
      }),
      'long-sheet',
    )?.numbers.length
  expect([long(599.9), long(600), long(601)]).toEqual([undefined, mm(600), mm(601)])
})

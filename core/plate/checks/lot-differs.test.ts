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

test('what the driver refuses, and what would then not be printed to the edge, is not its fix', () => {
  const offered = (change: { width?: number; custom?: boolean; margins?: string }) =>
    finding(
      plateOf({
        brief: cotton,
        pins: { page: 'iso_a3_297x420mm', ...(change.margins ? { margins: change.margins } : {}) },
        studio: (s) => {
          for (const printer of s.printers) {
            printer.quirks = change.width ? [{ kind: 'refused-width', width: change.width, accepts: mm(295) }] : []
            for (const path of printer.paths) path.customSizes = change.custom ?? true
          }
        },
      }),
      'lot-differs',
    )
  // The lot measures 296.2 mm; a driver knows tenths.
  expect(offered({})?.fix).toMatchObject({ pins: { page: 'measured' } })
  expect(offered({ width: mm(296.1) })?.fix).toMatchObject({ pins: { page: 'measured' } })
  const not = [{ width: mm(296.2) }, { width: mm(296.15) }, { custom: false }, { margins: 'borderless' }].map(offered)
  expect(not.map((found) => found?.fix)).toEqual([null, null, null, null])
})

test('says whether the sheet is the larger or the smaller, each way, and what that does where ink runs past the edge', () => {
  const says = (width: number, length: number, borderless: boolean) =>
    finding(
      plateOf({
        brief: borderless
          ? { paperId: 'beacon-gloss', sheet: sheet('iso_a4_210x297mm'), finish: 'borderless', size: { by: 'sheet', fill: true } }
          : cotton,
        pins: borderless ? { page: 'iso_a4_210x297mm' } : { page: 'iso_a3_297x420mm' },
        studio: (s) => {
          for (const lot of s.lots)
            if (lot.form === 'sheet') lot.measured = { width: lot.nominal.width + mm(width), length: lot.nominal.length + mm(length) }
        },
      }),
      'lot-differs',
    )?.says
  expect(says(-0.8, 0, false)).toMatch(/^The lot measures 0\.8 mm less in width \(all of it at the left edge\) than the page\. /)
  expect(says(0.8, -0.5, false)).toMatch(
    /^The lot measures 0\.8 mm more in width \(.*\) and 0\.5 mm less in length \(at the trailing edge\) than the page\. /,
  )
  expect(says(-0.8, -0.5, true)).toMatch(/So much more runs past there\.$/)
  expect(says(0.8, 0.5, true)).toMatch(/So much less runs past there\.$/)
  expect(says(0.8, -0.5, true)).toMatch(/Where the sheet is larger so much less runs past its edge, where it is smaller so much more\.$/)
})

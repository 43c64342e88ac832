import { plateOf, sheet } from '../../testing/fixtures.ts'
import { quirkFor, refusalText, sized } from './page.ts'

const quirks = [
  { kind: 'refused-width' as const, width: 203_000, accepts: 203_200 },
  { kind: 'refused-length' as const, width: 1_000_000, accepts: 999_000 },
]

test('a driver’s quirk meets a page within a tenth of a millimetre of its width, or of its length', () => {
  const met = (width: number, length: number) => quirkFor({ quirks } as Parameters<typeof quirkFor>[0], { width, length })?.accepts
  expect([-100, -99, 0, 99, 100].map((off) => met(203_000 + off, 500_000))).toEqual([undefined, 203_200, 203_200, 203_200, undefined])
  expect([-100, -99, 0, 99, 100].map((off) => met(300_000, 1_000_000 + off))).toEqual([undefined, 999_000, 999_000, 999_000, undefined])
  // A length that is refused is no width, nor the other way round.
  expect([met(1_000_000, 500_000), met(300_000, 203_000)]).toEqual([undefined, undefined])
})

test('what it refuses is said with its measure', () => {
  expect(quirks.map((quirk) => refusalText(quirk as Parameters<typeof refusalText>[0], 'mm'))).toEqual([
    'The driver refuses a custom width of 203.0 mm.',
    'The driver refuses a custom length of 1000.0 mm.',
  ])
})

test('a page has its measures behind its name, unless they are its name', () => {
  const page = { width: 330_200, length: 482_600, pwg: null, name: '13 × 19 in' }
  expect([sized(page, 'mm'), sized(page, 'in'), sized({ ...page, width: 482_600, length: 330_200 }, 'in')]).toEqual([
    '13 × 19 in (330.2 × 482.6 mm)',
    '13 × 19 in',
    '13 × 19 in (19 × 13 in)',
  ])
})

test('a sheet that is plainly not its label’s size is told as measured, unless the label’s is what is printed borderless', () => {
  const told = (finish: 'borderless' | 'bordered', borderlessSize: string) => {
    const plate = plateOf({
      brief: { paperId: 'beacon-gloss', sheet: sheet('iso_a4_210x297mm'), finish, size: { by: 'sheet', fill: true } },
      pins: { printer: 'gannet', path: 'gannet-rear', stock: 'gloss-a4' },
      studio: (s) => {
        for (const lot of s.lots) if (lot.id === 'gloss-a4') lot.measured = { width: 204_000, length: 296_900 }
        for (const path of s.printers.flatMap(({ paths }) => paths))
          if (path.id === 'gannet-rear' && path.borderless) path.borderless = { ...path.borderless, sizes: [borderlessSize] }
      },
    })
    return plate.decisions.find(({ key }) => key === 'page')?.value
  }
  expect(told('bordered', 'iso_a4_210x297mm')).toBe('measured')
  expect(told('borderless', 'iso_a4_210x297mm')).toBe('iso_a4_210x297mm')
  // No page of this sheet is printed borderless there: nothing speaks for its label.
  expect(told('borderless', 'iso_a3_297x420mm')).toBe('measured')
})

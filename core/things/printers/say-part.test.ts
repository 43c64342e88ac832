import { studioOf } from '../../testing/fixtures.ts'
import { differences } from './differences.ts'
import type { Printer } from './printer.ts'
import { sayPart, sayPlace } from './say-part.ts'

const heron = () => studioOf().printers.find((p) => p.id === 'heron') as Printer
/** What would change, in words, where the record is altered. */
function said(alter: (printer: Printer) => void, unit: 'mm' | 'in' = 'mm'): string[] {
  const other = heron()
  alter(other)
  return differences(heron(), other).map((d) => `${sayPlace(d.at)}: ${sayPart(d.at, d.now, unit)} > ${sayPart(d.at, d.proposed, unit)}`)
}
const path = (printer: Printer) => {
  const found = printer.paths.find((p) => p.id === 'heron-cassette')
  if (!found) throw new Error('no cassette')
  return found
}

test.each<[(printer: Printer) => void, RegExp]>([
  // A resolution, a speed and a grammage are whole numbers as large as lengths are, and lengths can be small.
  [(p) => Object.assign(p.qualities[1] ?? {}, { dpi: 1200 }), /^fine, dpi: 1440 dpi > 1200 dpi$/],
  [
    (p) => Object.assign(p.qualities[2] ?? {}, { secondsPerSquareMetre: 2500 }),
    /^finest, seconds per square metre: 1800 s\/m² > 2500 s\/m²$/,
  ],
  [(p) => Object.assign(path(p).margins, { left: 400 }), /^heron-cassette, margins, left: 3\.0 mm > 0\.4 mm$/],
  [(p) => Object.assign(path(p).margins, { trailing: 0 }), /^heron-cassette, margins, trailing: 3\.0 mm > 0\.0 mm$/],
  [(p) => Object.assign(path(p).thickness, { max: 310 }), /^heron-cassette, thickness, max: 0\.\d\d mm > 0\.31 mm$/],
  [(p) => Object.assign(path(p).weight, { max: 1100 }), /^heron-cassette, weight, max: \d+ g\/m² > 1100 g\/m²$/],
  [(p) => Object.assign(path(p).width, { max: 420_000 }), /^heron-cassette, width, max: [\d.]+ mm > 420\.0 mm$/],
  [(p) => Object.assign(path(p).tolerance, { across: 900, skewDegrees: 0.25 }), /^heron-cassette, tolerance, across: [\d.]+ mm > 0\.9 mm$/],
  [(p) => Object.assign(p, { feedPpi: 600 }), /^feed ppi: 360 ppi > 600 ppi$/],
  [(p) => Object.assign(p, { normalGapUpTo: 500 }), /^normal gap up to: 0\.40 mm > 0\.50 mm$/],
  [(p) => Object.assign(p, { confirmsWideGap: true }), /^confirms wide gap: no > yes$/],
  [
    (p) => Object.assign(path(p), { borderless: null }),
    /^heron-cassette, borderless: edges left; right, sizes .*, enforced 5\.0 mm, margins nothing > nothing$/,
  ],
  [
    (p) => Object.assign(path(p), { capacity: [{ upTo: 300, sheets: 1200 }] }),
    /^heron-cassette, capacity: .* > up to 0\.30 mm, sheets 1200$/,
  ],
  [(p) => Object.assign(p, { monochromeTones: ['Cool', 'Warm'] }), /^monochrome tones: none > Cool; Warm$/],
  [(p) => void p.qualities.pop(), /^finest: Finest > nothing$/],
  [(p) => Object.assign(path(p), { signal: 'two beeps' }), /^heron-cassette, signal: nothing > two beeps$/],
])('a difference is said with what each number is in (%#)', (alter, expected) => {
  const [first] = said(alter)
  expect(first).toMatch(expected)
})

test('an id stays as it is, a field is said in words, and a whole list by its name', () => {
  expect(['paths.RearTray.customSizes', 'mediaTypes.Photo_A.weight.min', 'mediaTypes', 'monochromeTones'].map(sayPlace)).toEqual([
    'RearTray, custom sizes',
    'Photo_A, weight, min',
    'media types',
    'monochrome tones',
  ])
})

test('in a studio of inches lengths are inches, calipers and grammages what they are everywhere', () => {
  const alter = (p: Printer) => {
    path(p).width.max = 406_400
    path(p).thickness.max = 310
  }
  expect(said(alter, 'in')).toEqual([
    expect.stringMatching(/^heron-cassette, width, max: .* in > 16 in$/),
    expect.stringMatching(/^heron-cassette, thickness, max: 0\.\d\d mm > 0\.31 mm$/),
  ])
})

test('no number of any record is said without what it is in, but for counts', () => {
  const COUNTS = /(^|\.)(sheets|priceCents)$|(^|\.)meter\b/
  let numbers = 0
  const walk = (at: string, value: unknown) => {
    if (typeof value === 'number') {
      numbers++
      if (!COUNTS.test(at)) expect([at, sayPart(at, value, 'mm')]).toEqual([at, expect.stringMatching(/[^\d.-]$/)])
    } else if (typeof value === 'object' && value !== null)
      for (const [key, part] of Object.entries(value)) walk(at === '' ? key : `${at}.${key}`, part)
  }
  for (const printer of studioOf().printers) walk('', printer)
  expect(numbers).toBeGreaterThan(300)
})

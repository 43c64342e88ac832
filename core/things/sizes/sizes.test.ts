import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { SENTENCE } from '../../testing/sentence.ts'
import { mm } from '../length/length.ts'
import { NAMED_SIZES, namedSize, nameOf, offeredSizes } from './named.ts'
import { parsePwgName, writeCustomName } from './pwg.ts'
import { parseSize } from './size-field.ts'

// Names of PWG 5101.1 (media standardized names); the name carries the size.
const STANDARD = readFileSync('core/testing/reference/pwg-media-names.txt', 'utf8').trim().split('\n')

test('every named size is a name of PWG 5101.1 and has the size that name says', () => {
  for (const size of NAMED_SIZES) {
    expect(STANDARD).toContain(size.pwg)
    const [, w, l, unit] = /_([\d.]+)x([\d.]+)(mm|in)$/.exec(size.pwg) ?? []
    const factor = unit === 'in' ? 25_400 : 1000
    expect([size.width, size.length]).toEqual([Math.round(Number(w) * factor), Math.round(Number(l) * factor)])
  }
})

test('reads every self-describing name of the standard', () => {
  for (const name of STANDARD) expect(parsePwgName(name)?.pwg).toBe(name)
})

/** Sizes people type, with the unit of the studio and the source of each: handbook, size-forms.csv. */
const FORMS = readFileSync('core/testing/reference/size-forms.csv', 'utf8')
  .trim()
  .split('\n')
  .slice(1)
  .map((line) =>
    (line.match(/("(?:[^"]|"")*"|[^,]*)(?:,|$)/g) ?? []).map((cell) => cell.replace(/,$/, '').replace(/^"|"$/g, '').replaceAll('""', '"')),
  )
test.each(FORMS.map(([typed = '', unit = '', width = '', length = '']) => ({ typed, unit, width, length })))(
  '“$typed” in a studio of $unit: $width × $length',
  ({ typed, unit, width, length }) => {
    const read = parseSize(typed, unit as 'mm' | 'in')
    if (width === 'ask') expect(read.ok ? read.value : read.problem.choices?.length).toBe(2)
    else if (width === 'refused') expect(read.ok).toBe(false)
    else {
      const sides = read.ok ? [read.value.width, read.value.length] : [read.problem.message]
      expect(sides.map((um) => (typeof um === 'number' ? um / 1000 : um))).toEqual([Number(width), length === '' ? null : Number(length)])
    }
  },
)
test('there are as many forms as the list has, and each asked-for choice reads', () => {
  expect(FORMS).toHaveLength(67)
  for (const typed of ['B0', 'B5', '50 x 70']) {
    const read = parseSize(typed, 'mm')
    for (const choice of read.ok ? [] : (read.problem.choices ?? [])) expect([choice, parseSize(choice, 'mm').ok]).toEqual([choice, true])
  }
})
test('every name of the standard can be typed and has the size it says', () => {
  for (const name of STANDARD) {
    const read = parseSize(name, 'in')
    const [, w, l, unit] = /_([\d.]+)x([\d.]+)(mm|in)$/.exec(name) ?? []
    const factor = unit === 'in' ? 25_400 : 1000
    expect([name, read.ok && [read.value.width, read.value.length]]).toEqual([
      name,
      [Math.round(Number(w) * factor), Math.round(Number(l) * factor)],
    ])
  }
})

test('the A series halves and rounds down to the millimetre (ISO 216)', () => {
  for (let n = 0; n < 7; n++) {
    const large = NAMED_SIZES.find((s) => s.name === `A${n}`)
    const small = NAMED_SIZES.find((s) => s.name === `A${n + 1}`)
    expect(small?.length).toBe(large?.width)
    expect(small?.width).toBe(Math.floor((large?.length ?? 0) / 2000) * 1000)
  }
})

test('B5 exists twice (ISO 216 and JIS P 0138), so it is asked about', () => {
  expect([namedSize('iso_b5_176x250mm')?.width, namedSize('jis_b5_182x257mm')?.width]).toEqual([mm(176), mm(182)])
  const b5 = parseSize('B5', 'mm')
  expect(b5.ok ? null : [b5.problem.code, b5.problem.choices]).toEqual(['size-ambiguous', ['ISO B5', 'JIS B5']])
  for (const choice of ['ISO B5', 'JIS B5']) expect(parseSize(choice, 'mm').ok).toBe(true)
})

test.each([
  ['A4', 210, 297, 'A4'],
  ['13x19in', 330.2, 482.6, '13 × 19 in'],
  ['8 1/2 × 11', 215.9, 279.4, 'Letter'],
  ['8 1/2 x 11 in', 215.9, 279.4, 'Letter'],
  ['203 x 1000', 203, 1000, null],
  ['203×1000', 203, 1000, null],
  ['24"x36"', 609.6, 914.4, '24 × 36 in'],
  ['a2 halved lengthwise', 210, 594, 'A2 halved lengthwise'],
  ['1.2 m x 30 cm', 1200, 300, null],
  ['A4 halved across', 148, 210, 'A5'],
  ['16x20', 406.4, 508, null],
])('reads the size %s', (text, width, length, name) => {
  const parsed = parseSize(text, 'mm')
  expect(parsed.ok && [parsed.value.width, parsed.value.length, parsed.value.name]).toEqual([mm(width), mm(length), name])
})

test.each([
  ['17in roll', 431.8, null, '17 in roll'],
  ['17 roll', 431.8, null, '17 in roll'],
  ['roll 610 mm', 610, null, '610 mm roll'],
  ['1.2 m', null, 1200, null],
])('reads %s, of which only one side is given', (text, width, length, name) => {
  const parsed = parseSize(text, 'mm')
  expect(parsed.ok && [parsed.value.width, parsed.value.length, parsed.value.name]).toEqual([
    width === null ? null : mm(width),
    length === null ? null : mm(length),
    name,
  ])
})

test('a pair without a unit: inches below 61, asked about up to 150, millimetres above', () => {
  const read = (text: string) => {
    const size = parseSize(text, 'mm')
    return size.ok ? [size.value.width, size.value.length] : [size.problem.code, ...(size.problem.choices ?? [])]
  }
  expect(read('60x60.5')).toEqual([mm(1524), mm(1536.7)])
  expect(read('60x61')).toEqual(['size-ambiguous', '60 × 61 mm', '60 × 61 cm'])
  expect(read('100x150')).toEqual(['size-ambiguous', '100 × 150 mm', '100 × 150 cm'])
  expect(read('150x61')).toEqual(['size-ambiguous', '150 × 61 mm', '150 × 61 cm'])
  expect(read('100x151')).toEqual([mm(100), mm(151)])
  // Ten millimetres is the shortest edge there is.
  expect([read('10 mm x 300 mm'), read('9.99 mm x 300 mm'), read('300 mm x 9.99 mm')]).toEqual([
    [mm(10), mm(300)],
    ['size-too-small'],
    ['size-too-small'],
  ])
})

test('half of an A2 lengthwise is the 594 × 210 mm panorama sheet (from the ISO series; common practice)', () => {
  const half = parseSize('a2 halved lengthwise', 'in')
  expect(half.ok && [half.value.width, half.value.length]).toEqual([mm(210), mm(594)])
})

test('every size that is offered can be read, favourites come first and nothing twice', () => {
  const offered = offeredSizes(['203 × 1000 mm', 'A3'])
  expect(offered.slice(0, 2)).toEqual(['203 × 1000 mm', 'A3'])
  expect(new Set(offered).size).toBe(offered.length)
  for (const name of offered) expect([name, parseSize(name, 'mm').ok]).toEqual([name, true])
})

test('the same size in millimetres and in inches agrees to a micrometre', () => {
  fc.assert(
    fc.property(fc.integer({ min: 200, max: 80_000 }), fc.integer({ min: 200, max: 80_000 }), (w, l) => {
      // Hundredths of an inch, so that both texts are exact.
      const inches = parseSize(`${w / 100}in x ${l / 100}in`, 'mm')
      const millimetres = parseSize(`${(w * 0.254).toFixed(3)} mm x ${(l * 0.254).toFixed(3)} mm`, 'in')
      if (!inches.ok || !millimetres.ok) return inches.ok === millimetres.ok || Math.min(w, l) < 400
      return (
        Math.abs((inches.value.width ?? 0) - (millimetres.value.width ?? 0)) <= 1 &&
        Math.abs((inches.value.length ?? 0) - (millimetres.value.length ?? 0)) <= 1
      )
    }),
  )
})

test.each(['', '0x0', '5x5 mm', '1 mm x 1 m', '120', '-3 x 4', '1e9', '1e9x1e9', '🙂', '🙂x🙂', 'A99', '10 x', 'x', '1x2x3'])(
  'refuses the size “%s” with a sentence',
  (text) => {
    const parsed = parseSize(text, 'mm')
    expect(parsed.ok).toBe(false)
    expect(!parsed.ok && parsed.problem.message).toMatch(SENTENCE)
  },
)

test('no text makes the size field throw', () => {
  fc.assert(fc.property(fc.string({ unit: 'binary' }), (text) => typeof parseSize(text, 'in').ok === 'boolean'))
})

test('finds the name of a sheet either way round and writes custom names', () => {
  expect(nameOf(mm(297), mm(210))?.name).toBe('A4')
  expect(nameOf(mm(296), mm(210))).toBeUndefined()
  // To a tenth of a millimetre, at either edge, over it and under it.
  for (const off of [99, -99]) expect([off, nameOf(mm(210) + off, mm(297) - off)?.name]).toEqual([off, 'A4'])
  for (const off of [100, -100]) {
    expect([off, nameOf(mm(210) + off, mm(297))]).toEqual([off, undefined])
    expect([off, nameOf(mm(210), mm(297) + off)]).toEqual([off, undefined])
  }
  // Every size bears its own name, also where its edge lies just under a whole millimetre.
  for (const { name, width, length } of NAMED_SIZES) expect([name, nameOf(length + 60, width - 60)?.name]).toEqual([name, name])
  expect(writeCustomName(mm(203), mm(1000))).toBe('custom_sheet_203x1000mm')
  expect(parsePwgName(writeCustomName(330_200, 482_600))?.width).toBe(330_200)
})

test.each([
  // Rolls are sold by the inch up to 60; a number from 61 on is millimetres (common practice).
  ['44 roll', mm(1117.6)],
  ['60 roll', mm(1524)],
  ['60.9 roll', mm(1546.86)],
  ['61 roll', mm(61)],
  ['610 roll', mm(610)],
])('“%s” in a studio of millimetres is so wide', (typed, width) => {
  const read = parseSize(typed, 'mm')
  expect(read.ok && [read.value.width, read.value.length]).toEqual([width, null])
})

test('a custom name is in millimetres where they are whole, in inches where those are, else in hundredths of a millimetre', () => {
  expect(writeCustomName(mm(127), mm(254))).toBe('custom_sheet_127x254mm')
  expect(writeCustomName(mm(139.7), mm(215.9))).toBe('custom_sheet_5.5x8.5in')
  expect(writeCustomName(mm(139.7), mm(215.87))).toBe('custom_sheet_139.7x215.87mm')
})

import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { xyzToLab } from '../cie.ts'
import { measurementsIn } from './measurements.ts'
import { LIMITS, readCgats } from './read.ts'

const file = (rows: string[], { fields = 'SAMPLE_ID RGB_R RGB_G RGB_B LAB_L LAB_A LAB_B', sets = rows.length, end = true } = {}) =>
  `CGATS.17\nDESCRIPTOR "A chart, of ours"\nNUMBER_OF_FIELDS 7\nBEGIN_DATA_FORMAT\n${fields}\nEND_DATA_FORMAT\nNUMBER_OF_SETS ${sets}\nBEGIN_DATA\n${rows.join('\n')}\n${end ? 'END_DATA\n' : ''}`

const read = (text: string) => {
  const table = readCgats(text)
  return table.ok ? measurementsIn(table.value) : table
}
const code = (text: string) => {
  const found = read(text)
  return found.ok ? 'ok' : found.problem.code
}

test('two hundred fields are taken, one more is not', () => {
  const wide = (count: number) => {
    const names = Array.from({ length: count }, (_, i) => `F${i}`).join(' ')
    const table = readCgats(file([Array(count).fill('1').join(' ')], { fields: names }))
    return table.ok ? table.value.rows[0]?.length : table.problem.code
  }
  expect([wide(200), wide(201)]).toEqual([200, 'cgats-too-many-fields'])
})

test('reads keywords, fields, rows', () => {
  const table = readCgats(file(['1 0 0 0 5 0 0', '"A 2" 100 100 100 96 0 1']))
  expect(table).toMatchObject({
    ok: true,
    value: {
      kind: 'CGATS.17',
      keywords: { DESCRIPTOR: 'A chart, of ours' },
      rows: [
        ['1', '0', '0', '0', '5', '0', '0'],
        ['A 2', '100', '100', '100', '96', '0', '1'],
      ],
    },
  })
})

test.each([
  ['commas for decimals', file(['1 0,0 0,0 0,0 5,25 0,1 -0,5'])],
  [
    'tabs, comments, other line ends',
    file(['# a remark', '1\t0\t0\t0\t5\t0\t0']).replace('NUMBER_OF_SETS 2', 'NUMBER_OF_SETS 1').replaceAll('\n', '\r\n'),
  ],
  ['a row over two lines', file(['1 0 0 0', '5 0 0'], { sets: 1 })],
  ['lower-case fields', file(['1 0 0 0 5 0 0'], { fields: 'sample_id rgb_r rgb_g rgb_b lab_l lab_a lab_b' })],
])('%s are read', (_name, text) => expect(code(text)).toBe('ok'))

test('patches bear the name the file gives them, else their number', () => {
  const names = (text: string) => {
    const found = read(text)
    return found.ok ? found.value.patches.map((patch) => patch.name) : found.problem.code
  }
  const colours = 'RGB_R RGB_G RGB_B LAB_L LAB_A LAB_B'
  expect(names(file(['7 0 0 0 5 0 0', '9 100 100 100 96 0 1']))).toEqual(['7', '9'])
  expect(names(file(['A1 0 0 0 5 0 0', '"" 1 1 1 9 0 0'], { fields: `SAMPLE_NAME ${colours}` }))).toEqual(['A1', '2'])
  expect(names(file(['0 0 0 5 0 0', '1 1 1 9 0 0'], { fields: colours }))).toEqual(['1', '2'])
})

test('the comma is a point', () => {
  const found = read(file(['1 0,0 0,0 0,0 5,25 0,1 -0,5']))
  expect(found.ok && found.value.patches[0]?.lab).toEqual([5.25, 0.1, -0.5])
})

test('RGB of 0 to 255 is told from per cent', () => {
  const found = read(file(['1 255 0 128 50 0 0', '2 0 0 0 5 0 0']))
  expect(found.ok && found.value.patches[0]?.device[0]).toBeCloseTo(100)
  const cents = read(file(['1 100 0 51 50 0 0', '2 0 0 0 5 0 0']))
  expect(cents.ok && cents.value.patches[0]?.device).toEqual([100, 0, 51])
})

test('XYZ stands in for Lab', () => {
  const found = read(file(['1 0 0 0 20 21 17'], { fields: 'SAMPLE_ID RGB_R RGB_G RGB_B XYZ_X XYZ_Y XYZ_Z' }))
  expect(found.ok && found.value.patches[0]?.lab).toEqual(xyzToLab([0.2, 0.21, 0.17]))
})

test.each([
  ['a picture', '\u0089PNG\n\n', 'cgats-no-data'],
  ['nothing', '', 'cgats-no-data'],
  ['a file cut short', file(['1 0 0 0 5 0 0'], { end: false }), 'cgats-truncated'],
  ['a short row', file(['1 0 0 0 5 0 0', '2 0 0'], { sets: 2 }), 'cgats-ragged'],
  ['a wrong count', file(['1 0 0 0 5 0 0'], { sets: 9 }), 'cgats-count'],
  ['no rows', file([]), 'cgats-no-rows'],
  ['no device values', file(['1 0 0 0 5 0 0'], { fields: 'SAMPLE_ID A B C LAB_L LAB_A LAB_B' }), 'cgats-no-device'],
  ['no colours', file(['1 0 0 0 5 0 0'], { fields: 'SAMPLE_ID RGB_R RGB_G RGB_B D1 D2 D3' }), 'cgats-no-colour'],
  ['a word for a number', file(['1 0 0 0 five 0 0']), 'cgats-not-a-number'],
  ['a word for the first of them', file(['1 x 0 0 5 0 0']), 'cgats-not-a-number'],
  ['a missing value', file(['1 0 0 0 "" 0 0']), 'cgats-not-a-number'],
  ['a colour no paper has', file(['1 0 0 0 500 0 0']), 'cgats-colour-range'],
  ['a device value out of range', file(['1 999 0 0 5 0 0']), 'cgats-device-range'],
])('%s is refused with its reason', (_name, text, expected) => expect(code(text)).toBe(expected))

test('100 000 rows are taken, one more is not', () => {
  const rows = Array.from({ length: LIMITS.rows }, (_, i) => `${i} ${i % 101} 0 0 50 0 0`)
  const many = read(file(rows))
  expect(many.ok && many.value.patches.length).toBe(LIMITS.rows)
  expect(code(file([...rows, '1 0 0 0 5 0 0']))).toBe('cgats-too-many-rows')
})

test('no text makes it throw', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.constantFrom(
          'BEGIN_DATA',
          'END_DATA',
          'BEGIN_DATA_FORMAT',
          'END_DATA_FORMAT',
          'RGB_R',
          '1',
          '"',
          '\n',
          'NUMBER_OF_SETS',
          'LAB_L',
          '1,5',
        ),
      ),
      (parts) => void read(parts.join(' ')),
    ),
  )
})

test('reads the press data of FOGRA39L (Debian icc-profiles-free)', () => {
  const found = read(readFileSync('/usr/share/color/icc/FOGRA39L.ti3', 'latin1'))
  expect(found.ok && [found.value.space, found.value.patches.length, found.value.patches[0]?.lab]).toEqual(['cmyk', 1617, [95, 0, -2]])
})

test.each([
  [['0 0 0', '-5 0 0'], 'ok'],
  [['0 0 0', '-5.1 0 0'], 'cgats-colour-range'],
  [['0 0 0', '130 200 -200'], 'ok'],
  [['0 0 0', '130.1 0 0'], 'cgats-colour-range'],
  [['0 0 0', '50 200.1 0'], 'cgats-colour-range'],
  [['0 0 0', '50 -200.1 0'], 'cgats-colour-range'],
  [['0 0 0', '50 0 200.1'], 'cgats-colour-range'],
  [['0 0 0', '50 0 -200.1'], 'cgats-colour-range'],
  [['0 255 0', '50 0 0'], 'ok'],
  [['0 255.1 0', '50 0 0'], 'cgats-device-range'],
  [['-0.1 0 0', '50 0 0'], 'cgats-device-range'],
])('a patch of %s is %s', ([sent, read], expected) => expect(code(file([`1 ${sent} ${read}`]))).toBe(expected))

test('the kind is the first line that says nothing but itself, also behind keywords', () => {
  const table = readCgats(`ORIGINATOR "A bench"\n${file(['1 0 0 0 5 0 0'])}`)
  expect(table).toMatchObject({ ok: true, value: { kind: 'CGATS.17', keywords: { ORIGINATOR: 'A bench' } } })
})

import fc from 'fast-check'
import { inch, mm, parseLength, toMm, writeLength, writeNumber, writeRoll } from './length.ts'

const um = (text: string, unit: 'mm' | 'in' = 'mm') => {
  const parsed = parseLength(text, unit)
  return parsed.ok ? parsed.value.um : parsed.problem.code
}

test.each([
  ['210', 210_000],
  ['8 1/2 in', 215_900],
  ['8½"', 215_900],
  ['1.2 m', 1_200_000],
  ['1,2 m', 1_200_000],
  ['30 cm', 300_000],
  // 1 mil = 0.0254 mm: a 16.5 mil sheet is 0.419 mm (handbook, trade).
  ['16.5 mil', 419],
  ['12 mils', 305],
  ['13in', 330_200],
])('reads %s', (text, expected) => expect(um(text)).toBe(expected))

test.each([
  ['210', null],
  ['210 mm', 'mm'],
  ['21 cm', 'mm'],
  ['1.2 m', 'mm'],
  ['8½"', 'in'],
  ['13 inches', 'in'],
  ['2 ft', 'in'],
  ['16.5 mil', 'in'],
] as const)('%s is meant in %s', (text, unit) => {
  expect(parseLength(text, 'mm')).toMatchObject({ ok: true, value: { unit } })
})

test.each([
  ['0', 'length-not-positive'],
  ['-5', 'length-unreadable'],
  ['1e9', 'length-unreadable'],
  ['1000000000', 'length-too-long'],
  ['🙂', 'length-unreadable'],
  ['', 'length-unreadable'],
  ['1/0', 'length-too-long'],
  ['12 furlongs', 'length-unreadable'],
])('refuses %s with %s', (text, code) => expect(um(text)).toBe(code))

test('an inch is 25.4 mm exactly (international yard and pound agreement, 1959)', () => {
  expect(toMm(inch(1))).toBe(25.4)
  expect(toMm(inch(13))).toBe(330.2)
})

test('millimetres and inches agree to a micrometre', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 4_000_000 }), (value) => {
      const inInches = um((value / 25_400).toFixed(8), 'in')
      expect(Math.abs((inInches as number) - value)).toBeLessThanOrEqual(1)
      expect(um(`${value / 1000} mm`)).toBe(value)
    }),
  )
})

test('writes inches as people say them and millimetres as a ruler shows them', () => {
  expect(writeLength(inch(8.5), 'in')).toBe('8 1/2 in')
  expect(writeLength(inch(19), 'in')).toBe('19 in')
  expect(writeLength(mm(329), 'in')).toBe('12.95 in')
  const eighths = ['1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8'].map((part, i) => [writeLength(inch((i + 1) / 8), 'in'), `${part} in`])
  for (const [written, said] of eighths) expect(written).toBe(said)
  // Within 0.05 mm of one, on either side, also of a whole; a hair further it is told in hundredths.
  expect([50, 51, -50, -51].map((off) => writeLength(inch(3.375) + off, 'in'))).toEqual(['3 3/8 in', '3.38 in', '3 3/8 in', '3.37 in'])
  expect([50, 51, -50, -51].map((off) => writeLength(inch(4) + off, 'in'))).toEqual(['4 in', '4.00 in', '4 in', '4.00 in'])
  expect(writeLength(419, 'mm')).toBe('0.4 mm')
  expect(writeLength(-40, 'mm')).toBe('0.0 mm')
})

test('what is written can be read back to the precision shown', () => {
  fc.assert(
    fc.property(fc.integer({ min: 300, max: 5_000_000 }), fc.constantFrom('mm' as const, 'in' as const), (value, unit) => {
      const back = um(writeLength(value, unit))
      expect(Math.abs((back as number) - value)).toBeLessThanOrEqual(unit === 'mm' ? 50 : 128)
    }),
  )
})

test('nothing is nothing on either side of nought, in both units', () => {
  expect([0, -30, 30].map((um) => writeNumber(um, 'in'))).toEqual(['0', '0', '0'])
  expect([0, -30, 30].map((um) => writeNumber(um, 'mm'))).toEqual(['0.0', '0.0', '0.0'])
  expect([writeNumber(-inch(1.5), 'in'), writeNumber(-mm(1.5), 'mm')]).toEqual(['-1 1/2', '-1.5'])
  expect([-1, 1].map((n) => writeNumber(inch(n), 'in'))).toEqual(['-1', '1'])
})

test('rolls are counted in metres or feet, what is short of a metre or three feet as any length', () => {
  expect([999.9, 1000, 7400, 9990, 10_000, 21_540].map((v) => writeRoll(mm(v), 'mm'))).toEqual([
    '999.9 mm',
    '1.00 m',
    '7.40 m',
    '9.99 m',
    '10.0 m',
    '21.5 m',
  ])
  expect([35.5, 36, 100 * 12, 292.5].map((v) => writeRoll(inch(v), 'in'))).toEqual(['35 1/2 in', '3.0 ft', '100.0 ft', '24.4 ft'])
})

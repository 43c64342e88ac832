import { inch, mm } from '../length/length.ts'
import { PaperPriceSchema, perSquareMetre } from './paper-price.ts'

const price = { cents: 4995, per: 'pack', sheets: 25, width: mm(210), length: mm(297) } as const
test('by the pack, the sheet, the metre and the square metre (by hand)', () => {
  // 25 sheets of 0.06237 m² are 1.55925 m².
  expect(perSquareMetre(price)).toBeCloseTo(32.0346, 4)
  expect(perSquareMetre({ ...price, per: 'sheet', sheets: 25 })).toBeCloseTo(800.8658, 4)
  // A metre of a 24-inch roll is 0.6096 m².
  expect(perSquareMetre({ cents: 900, per: 'metre', sheets: 1, width: inch(24), length: null })).toBeCloseTo(14.7638, 4)
  expect(perSquareMetre({ cents: 2850, per: 'square-metre', sheets: 1, width: null, length: null })).toBe(28.5)
})
test.each([
  [{ ...price, width: null }, false],
  [{ ...price, length: null }, false],
  [{ ...price, per: 'metre', length: null }, true],
  [{ ...price, per: 'metre', width: null }, false],
  [{ ...price, per: 'square-metre', width: null, length: null }, true],
  [{ ...price, sheets: 0 }, false],
  [{ ...price, cents: -1 }, false],
  [{ ...price, cents: 0 }, true],
])('%j is a price: %s', (of, is) => {
  expect(PaperPriceSchema.safeParse(of).success).toBe(is)
})

import { priceOf, sayPrice } from './price.ts'

const USED = { paperPrice: 4.2, inkPrice: 1.1, loadingMinutes: 9, handsMinutes: 6 }

test('hands are paid by the minute, the head is not; tax comes on the sum', () => {
  const price = priceOf(USED, { hourCents: 3600, tax: 0.19 })
  // 15 min at 36 an hour are 9; 4.20 + 1.10 + 9.00 = 14.30; 14.30 × 1.19 = 17.017.
  expect(price).toEqual({ paper: 4.2, ink: 1.1, hands: 9, sum: expect.closeTo(14.3, 9), withTax: expect.closeTo(17.017, 9) })
  expect(sayPrice(price, { currency: 'EUR', tax: 0.19 })).toBe('EUR 14.30: paper 4.20, ink 1.10, hands 9.00; with 19 % tax EUR 17.02')
})

test('what has no price is left out of the sum and named', () => {
  const price = priceOf({ ...USED, inkPrice: null }, { hourCents: 0, tax: 0 })
  expect(price).toEqual({ paper: 4.2, ink: null, hands: null, sum: 4.2, withTax: null })
  expect(sayPrice(price, { currency: 'CHF', tax: 0 })).toBe('CHF 4.20: paper 4.20, ink without a price')
})

test('a tax that is no whole per cent is said as it is', () => {
  expect(sayPrice(priceOf(USED, { hourCents: 0, tax: 0.081 }), { currency: 'CHF', tax: 0.081 })).toMatch(/with 8\.1 % tax CHF 5\.73$/)
})

import { plateOf } from '../../testing/fixtures.ts'
import type { Studio } from '../../things/studio/studio.ts'

const priced = (cents: (index: number) => number | null) => (studio: Studio) => {
  for (const printer of studio.printers) for (const [i, ink] of printer.inks.entries()) ink.priceCents = cents(i)
}
const estimates = (studio?: (studio: Studio) => void, copies = 1) => {
  const plate = plateOf({ pins: { printer: 'heron', path: 'heron-cassette' }, brief: { copies }, ...(studio ? { studio } : {}) })
  if (!plate.estimates || !plate.setup) throw new Error('no estimates')
  return { ...plate.estimates, printer: plate.setup.printer }
}

test('without a price nothing is said of what ink costs', () => {
  expect(estimates().inkPrice).toBeNull()
})
test('each ink by its own price for a millilitre, all copies (by hand)', () => {
  const { inkPrice, inks, printer } = estimates(
    priced((i) => 1000 * (i + 1)),
    3,
  )
  // `inks` are millilitres of all three copies.
  const hand = printer.inks.reduce((sum, ink, i) => sum + ((inks[ink.id] ?? 0) * 10 * (i + 1)) / ink.capacity, 0)
  expect(hand).toBeGreaterThan(0)
  expect(inkPrice).toBeCloseTo(hand, 6)
})
test('an ink nobody has priced counts as the others do in the mean', () => {
  const all = estimates(priced(() => 2000)).inkPrice
  expect(estimates(priced((i) => (i === 2 ? null : 2000))).inkPrice).toBeCloseTo(all ?? Number.NaN, 6)
})

import { TOLERANCES } from './tolerances.ts'

/** From memory: ISO 12647-7:2016 (contract proof) and ISO 12647-8:2012 (validation print), CIEDE2000; the others are common practice. */
test.each([
  ['proof', 2.5, 5, 5],
  ['validation', 3, 6, 8],
  ['edition', 1.5, 3, 6],
  ['everyday', 3, 6, 12],
])('%s holds the mean to %d, the 95th to %d and the largest to %d', (id, mean, p95, max) =>
  expect(TOLERANCES.find((one) => one.id === id)).toMatchObject({ mean, p95, max }),
)

import { UM_PER_MM } from '../length/length.ts'
import { CALIPER_SPREAD, estimateCaliper, writeCaliper } from './caliper.ts'

// Sheets of each kind as sold, grammage and caliper in mm: common practice.
test.each([
  ['gloss', 260, 0.26],
  ['satin', 310, 0.31],
  ['matte', 189, 0.235],
  ['art', 310, 0.419],
  ['art', 308, 0.47],
  ['canvas', 380, 0.48],
  ['board', 980, 1.3],
  ['plain', 80, 0.1],
] as const)('%s of %d g/m² is about %d mm thick', (surface, grams, mm) => {
  const estimate = estimateCaliper(surface, grams)
  expect(Math.abs(estimate / UM_PER_MM - mm) / mm).toBeLessThan(CALIPER_SPREAD)
  expect(estimate % 5).toBe(0)
})
test('the lightest sheet still has a thickness', () => {
  expect(estimateCaliper('satin', 0.1)).toBe(5)
})
test('a caliper is written in both units; the handbook’s 16.5 mil are 0.419 mm', () => {
  expect([419, 470, 1600].map(writeCaliper)).toEqual(['0.419 mm (16.5 mil)', '0.47 mm (18.5 mil)', '1.6 mm (63.0 mil)'])
})

import fc from 'fast-check'
import { weightedPercentile as percentile } from './statistics.ts'

const weightedPercentile = (values: number[], weights: number[], share: number) =>
  percentile(Float64Array.from(values), Float64Array.from(weights), share)

/** As it is told: go up the sorted values until the wanted share of the weight is reached. */
function told(values: number[], weights: number[], share: number): number {
  const order = values.map((v, i) => [v, weights[i] as number] as const).sort((a, b) => a[0] - b[0])
  const wanted = share * weights.reduce((a, b) => a + b, 0)
  let reached = 0
  for (const [v, w] of order) {
    reached += w
    if (reached >= wanted) return v
  }
  return order.at(-1)?.[0] ?? 0
}

test('the value that a share of the weight does not exceed is what a walk up the sorted values finds', () => {
  expect(weightedPercentile([], [], 0.95)).toBe(0)
  // 95 of 100 lie at 2 or below: at the limit it is 2, a hair over it is 7.
  expect(weightedPercentile([7, 1, 2], [5, 90, 5], 0.95)).toBe(2)
  expect(weightedPercentile([7, 1, 2], [6, 90, 4], 0.95)).toBe(7)
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 1, max: 1000 })), { minLength: 1, maxLength: 80 }),
      fc.constantFrom(0.25, 0.5, 0.75),
      (list, share) => {
        const [values, weights] = [list.map(([v]) => v), list.map(([, w]) => w)]
        expect(weightedPercentile(values, weights, share)).toBe(told(values, weights, share))
      },
    ),
  )
})

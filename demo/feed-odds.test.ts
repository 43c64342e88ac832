import { leanOdds, shiftOdds } from '../core/sheet/feed-odds.ts'
import { mm } from '../core/things/length/length.ts'
import { isRoll } from '../core/things/paths/kinds.ts'
import { realSheet } from '../simulator/demo-machines.ts'
import { feed } from '../simulator/machine/mechanics.ts'
import { seeded } from '../simulator/machine/random.ts'
import { demoStudio } from './studio.ts'

const SHEETS = 6_000
const studio = demoStudio()

/** Every path of the demo and some with wider tolerances, with a sheet that it takes. */
const cases = studio.printers.flatMap(({ paths }) =>
  paths.flatMap((path) => {
    const lot = studio.lots.find((l) => (l.form === 'roll') === isRoll(path) && l.nominal.width <= path.width.max)
    const real = lot && realSheet(lot.id)
    return real ? [1, 1.7, 2.5].map((wider) => ({ path, real, wider })) : []
  }),
)
const share = (list: number[], limit: number) => list.filter((v) => Math.abs(v) > limit).length / list.length
const near = (told: number, fed: number) => Math.abs(told - fed) <= Math.max(0.15 * fed, 0.006)

test('the odds of borders that differ, and of a picture that leans, are those of the simulator’s own feed', () => {
  expect(cases.length).toBeGreaterThan(20)
  const off: string[] = []
  let seen = 0
  for (const { path: own, real, wider } of cases) {
    const { tolerance } = own
    const path = {
      ...own,
      tolerance: { across: tolerance.across * wider, along: tolerance.along * wider, skewDegrees: tolerance.skewDegrees * wider },
    }
    const page = { width: real.width, length: real.form === 'roll' ? mm(600) : real.length }
    const random = seeded(77)
    const fed = Array.from({ length: SHEETS }, () => feed(path, real, page, random))
    const mean = (of: (t: (typeof fed)[number]) => number) => fed.reduce((a, t) => a + of(t), 0) / SHEETS
    // A picture with equal borders, laid where prints on this path lie on average: its habit is made up for.
    const [atX, atY] = [mean((t) => t.x), mean((t) => t.y)]
    const across = fed.map((t) => 2 * (t.x - atX) - (t.width - page.width))
    const along = fed.map((t) => 2 * (t.y - atY) - (t.length - page.length))
    const height = page.length - mm(40)
    const lean = fed.map((t) => height * Math.tan((t.skew * Math.PI) / 180))
    const spread = real.form === 'roll' ? 0 : real.spread
    const told = {
      across: shiftOdds(
        { drawn: 0, tolerance: path.tolerance.across, spread: path.registration === 'centre' ? 0 : spread, measured: true },
        mm(1),
      ),
      along: shiftOdds({ drawn: 0, tolerance: path.tolerance.along, spread, measured: true }, mm(1)),
      lean: leanOdds(height, { skewDegrees: path.tolerance.skewDegrees, outOfSquare: 0, finds: true }, mm(1)),
    }
    const really = { across: share(across, mm(1)), along: share(along, mm(1)), lean: share(lean, mm(1)) }
    for (const key of ['across', 'along', 'lean'] as const) {
      if (really[key] > 0.01) seen++
      if (!near(told[key], really[key]))
        off.push(`${path.id} × ${wider} ${key}: told ${told[key].toFixed(4)}, fed ${really[key].toFixed(4)}`)
    }
  }
  expect(off).toEqual([])
  expect(seen).toBeGreaterThan(20)
})

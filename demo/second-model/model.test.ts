import { isRoll } from '../../core/things/paths/kinds.ts'
import { violations } from '../../core/things/paths/limits.ts'
import { EDGES, type Edge, type Path } from '../../core/things/paths/path.ts'
import { realSheet } from '../../simulator/demo-machines.ts'
import { curlOf, strikes } from '../../simulator/machine/mechanics.ts'
import { CLEARANCE } from '../../simulator/machine/nature.ts'
import { passSheet } from '../../simulator/machine/one-sheet.ts'
import { seeded } from '../../simulator/machine/random.ts'
import { truthOf, UNMARKED } from '../../simulator/press/press.ts'
import type { DevicePage } from '../../simulator/press/raster-in.ts'
import { demoStudio } from '../studio.ts'
import { borders, corners, covered, dice, type Fed, type Feed, feedOne, lift } from './model.ts'

const { cos, PI, sin } = Math
const studio = demoStudio()
const SHEETS = 10_000
/** What a path does by habit may take up to this of its tolerance; the rest is luck (docs/decisions/22). */
const HABIT = 0.45

/** Every path of the studio with a lot that it takes, whichever way round. */
const cases = studio.printers.flatMap((printer) =>
  printer.paths.map((path) => {
    for (const lot of studio.lots) {
      const paper = studio.papers.find((p) => p.id === lot.paperId)
      const real = realSheet(lot.id)
      const { width, length } = lot.nominal
      const page = isRoll(path) ? { width, length: Math.max(path.length.min, 300_000) } : { width, length }
      if (paper && real && violations(path, paper, lot, page).length === 0) return { id: path.id, path, real, page }
    }
    throw new Error(`${path.id} takes nothing there is`)
  }),
)
type Case = (typeof cases)[number]
// No demo path has its guide at the left: one is given it.
const other = cases.find((c) => c.path.registration === 'right' && !isRoll(c.path))
if (other) cases.push({ ...other, id: `${other.id}, its guide at the left`, path: { ...other.path, registration: 'left' } })

/** The simulator's sheets of a path that went in straight, and how many did not. */
function simulated({ path, real, page }: Case) {
  const random = seeded(4242)
  const passes = []
  let askew = 0
  while (passes.length < SHEETS) {
    const pass = passSheet({ path, real, count: 1, told: page, borderless: false, bleed: 0, gap: 'wide', random })
    if (pass.askew) askew++
    else passes.push(pass)
  }
  return { passes, askew }
}
const rollOf = (of: Case, habit: Feed['habit']): Fed[] => {
  const roll = dice(99_991)
  const { path, real, page } = of
  const sheet = isRoll(path) ? { width: real.width, length: page.length, spread: 0 } : real
  const feed: Feed = { registration: path.registration, tolerance: path.tolerance, sheet, page, habit, luck: 1 - HABIT }
  return Array.from({ length: SHEETS }, () => feedOne(feed, roll))
}

/** An inked block on the page, with other borders at each edge. */
const inkOn = ({ width, length }: Case['page']) => ({ left: 9000, right: width - 13_000, top: 7000, bottom: length - 17_000 })
const rasterOf = (page: Case['page']): DevicePage =>
  ({ ink: inkOn(page), header: { width: page.width, height: page.length, ppi: 25_400 } }) as DevicePage

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length
const deviation = (values: readonly number[]) => {
  const middle = mean(values)
  return Math.sqrt(mean(values.map((v) => (v - middle) ** 2)))
}
const sorted = (values: readonly number[]) => [...Float64Array.from(values).sort()]
const QUANTILES = [0.01, 0.1, 0.5, 0.9, 0.99]
/** That two samples of ten thousand are of one kind: their quantiles lie within an eighth of a deviation of each other. */
function alike(one: readonly number[], other: readonly number[], least: number): string[] {
  const [a, b] = [sorted(one), sorted(other)]
  const allowed = deviation(b) / 8 + least
  return QUANTILES.flatMap((q) => {
    const [x, y] = [a[Math.floor(q * a.length)] as number, b[Math.floor(q * b.length)] as number]
    return Math.abs(x - y) > allowed ? [`${q}: ${x.toFixed(1)} against ${y.toFixed(1)}, allowed ${allowed.toFixed(1)}`] : []
  })
}

describe.each(cases.map((c) => [c.id, c] as const))('%s', (_id, of) => {
  const { path, real, page } = of
  const { passes, askew } = simulated(of)
  const limits = { left: 0, top: 0, right: page.width, bottom: page.length, enforced: false }
  const inks = { inkSet: 'dye-6', coating: real.coating, white: real.white, expects: real.coating, black: 'photo' } as const
  const truths = passes.map(({ travel }) => truthOf({ page: rasterOf(page), told: page, limits, travel, inks, marks: UNMARKED }))
  // Its habit is what an operator would find: half the difference of facing borders, against a path without one.
  const off = (list: readonly { left: number; right: number; leading: number; trailing: number }[]) => ({
    across: mean(list.map((m) => (m.left - m.right) / 2)),
    along: mean(list.map((m) => (m.leading - m.trailing) / 2)),
  })
  const even = rollOf(of, { across: 0, along: 0 }).map((fed) => borders(corners(inkOn(page)), fed))
  const [found, none] = [off(truths.map((t) => t.margins)), off(even)]
  const habit = { across: found.across - none.across, along: found.along - none.along }
  const fed = rollOf(of, habit)

  test('the habit is within what a path may do by habit', () => {
    expect(Math.abs(habit.across)).toBeLessThan(HABIT * path.tolerance.across + 30)
    expect(Math.abs(habit.along)).toBeLessThan(HABIT * path.tolerance.along + 30)
  })
  test('borders at all four edges, and skew, fall as in the second model', () => {
    const read = fed.map((f) => borders(corners(inkOn(page)), f))
    for (const edge of EDGES)
      expect([
        edge,
        alike(
          truths.map((t) => t.margins[edge]),
          read.map((b) => b[edge]),
          3,
        ),
      ]).toEqual([edge, []])
    expect(
      alike(
        truths.map((t) => t.skewDegrees),
        fed.map((f) => f.skew),
        0.0005,
      ),
    ).toEqual([])
  })
  test('one sheet in two hundred and fifty goes plainly askew', () => {
    const share = askew / (SHEETS + askew)
    expect(Math.abs(share - 0.004)).toBeLessThan(4 * Math.sqrt(0.004 / SHEETS))
  })
  test('a step of expansion leaves white on as many sheets as in the second model', () => {
    const past = path.borderless?.edges ?? EDGES
    const told: string[] = []
    for (const step of [300, 800, 1500, 2500, 4000]) {
      const grow = (edge: Edge) => (past.includes(edge) ? step : 50_000)
      const area = { left: -grow('left'), right: page.width + grow('right'), top: -grow('leading'), bottom: page.length + grow('trailing') }
      // The simulator's own drawing of a delivered sheet asks the other way: which point of the page a point of the sheet is.
      const white = passes.filter(({ travel }) => {
        const [c, s] = [cos((-travel.skew * PI) / 180), sin((-travel.skew * PI) / 180)]
        return [0, travel.width].some((x) =>
          [0, travel.length].some((y) => {
            const tx = (x - travel.width / 2) * c - y * s + travel.width / 2 - travel.x
            const ty = (x - travel.width / 2) * s + y * c - travel.y
            return tx < area.left || tx > area.right || ty < area.top || ty > area.bottom
          }),
        )
      }).length
      const said = fed.filter((f) => !covered(corners(area), f)).length
      const p = (white + said) / 2 / SHEETS
      if (Math.abs(white - said) / SHEETS > 5 * Math.sqrt((2 * p * (1 - p)) / SHEETS) + 0.002)
        told.push(`${step} µm: ${white} against ${said}`)
    }
    expect(told).toEqual([])
  })
  test('the head touches what is higher than the gap lets through, always from 150 µm on, and never anything else', () => {
    const random = seeded(5)
    for (const gap of ['normal', 'wide'] as const)
      for (const remaining of isRoll(path) ? [20_000_000, page.length + 1_000_000, page.length] : [1]) {
        const up = isRoll(path) ? lift(remaining - page.length, 1_600_000, 420) : 0
        expect(curlOf(real, remaining, page.length)).toBeCloseTo(up, 6)
        const over = real.thickness + up - CLEARANCE[gap]
        const share = Array.from({ length: 2000 }, () => strikes(real.thickness, up, CLEARANCE[gap], random)).filter(Boolean).length / 2000
        expect([gap, remaining, over <= 0 ? share === 0 : over >= 150 ? share === 1 : share > 0.3 && share < 1]).toEqual([
          gap,
          remaining,
          true,
        ])
      }
  })
})

test('the cases are of every kind: three registrations, rolls and sheets, edges that run off', () => {
  const of = (pick: (path: Path) => unknown) => new Set(cases.map((c) => pick(c.path)))
  expect(of((p) => p.registration)).toEqual(new Set(['left', 'right', 'centre']))
  expect([of(isRoll).size, of((p) => p.borderless === null).size]).toEqual([2, 2])
})

import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { transicc, transiccTriples } from '../../testing/transicc.ts'
import { deltaE2000, type Triple } from '../cie.ts'
import { createEngine } from '../engine/engine.ts'
import { analyse } from './analyse.ts'

const FILE = 'demo/profiles/gannet-saltmarsh-cotton.icc'
/** What is worth a look, as decision 6 lists it, by ICC's numbers. */
const RENDERINGS = [
  ['relative', true, 1],
  ['relative', false, 1],
  ['perceptual', true, 0],
  ['perceptual', false, 0],
  ['saturation', true, 2],
  ['absolute', false, 3],
] as const

/** Dice, the same every time. */
let state = 11
const dice = (least: number, most: number) => {
  state = (state * 48_271) % 2_147_483_647
  return Math.round(least + ((most - least) * state) / 2_147_483_647)
}
const around = ([r, g, b]: Triple, by: number): Triple =>
  [r, g, b].map((v) => Math.min(255, Math.max(0, v + dice(-by, by)))) as unknown as Triple

/** Where pictures are told apart: tints next to white, shadows below the paper’s black, greys, and colours at the edge of the gamut. */
const BASES: Triple[] = [
  ...([
    [252, 253, 251],
    [24, 22, 27],
    [9, 7, 8],
    [128, 127, 129],
    [230, 90, 20],
    [20, 180, 60],
  ] as Triple[]),
  ...([
    [30, 40, 210],
    [200, 20, 120],
    [180, 150, 120],
    [90, 110, 60],
    [240, 220, 40],
    [60, 160, 190],
  ] as Triple[]),
]
const COLOURS: Triple[] = [
  [255, 255, 255],
  [254, 254, 254],
  [0, 0, 0],
  ...BASES.flatMap((base) => [base, ...Array.from({ length: 9 }, () => around(base, 14))]),
]
const COUNTS = COLOURS.map((_, n) => ((n * 37) % 23) + 1)
const TOTAL = COUNTS.reduce((a, b) => a + b, 0)
/** Neighbours: one tone to the eye, a gradation, an edge. Of light ones there are too few to say anything of them. */
const PAIRS: [Triple, Triple][] = [
  ...BASES.flatMap((base, n) =>
    Array.from({ length: n === 0 ? 5 : 70 }, (_, i): [Triple, Triple] => {
      const one = around(base, 20)
      return [one, around(one, [1, 7, 18, 70][i % 4] as number)]
    }),
  ),
  ...Array.from({ length: 90 }, (): [Triple, Triple] => {
    const [grey, step] = [dice(70, 190), dice(3, 12)]
    return [
      [grey, grey, grey + 1],
      [grey + step, grey + step, grey + step],
    ]
  }),
]

const mean = (values: readonly number[], weights: readonly number[]) =>
  values.reduce((sum, v, n) => sum + v * (weights[n] as number), 0) /
  Math.max(
    1e-9,
    weights.reduce((a, b) => a + b, 0),
  )
/** The least value that 95 % of the weight do not exceed, by sorting. */
function p95(values: readonly number[], weights: readonly number[]): number {
  const sorted = values.map((v, n) => [v, weights[n] as number] as const).sort(([a], [b]) => a - b)
  const all = weights.reduce((a, b) => a + b, 0)
  let sum = 0
  for (const [value, weight] of sorted) {
    sum += weight
    if (sum >= 0.95 * all - 1e-9) return value
  }
  return 0
}
const chroma = ([, a, b]: Triple) => Math.hypot(a, b)

test('every number that is told of a picture, worked out a second time from colours that transicc (LittleCMS) converted', async () => {
  const engine = createEngine(await instantiate())
  const found = analyse(
    engine,
    {
      colours: Uint8Array.from(COLOURS.flat()),
      counts: Uint32Array.from(COUNTS),
      total: TOTAL,
      pairs: Uint8Array.from(PAIRS.flat(2)),
    },
    'srgb',
    new Uint8Array(readFileSync(FILE)),
  )
  const all = [...COLOURS, ...PAIRS.flat()]
  const lab = (rgb: readonly Triple[]) => transiccTriples({ from: '*sRGB', to: '*Lab', intent: 1 }, rgb)
  const print = (intent: number, blackPoint: boolean) =>
    transiccTriples(
      { from: FILE, to: '*Lab', intent: intent === 3 ? 3 : 1 },
      transicc({ from: '*sRGB', to: FILE, intent, blackPoint }, all),
    )
  const wanted = lab(all)
  const prints = RENDERINGS.map(([, blackPoint, intent]) => print(intent, blackPoint))
  const nearest = prints[1] as Triple[]
  const beyond = COLOURS.map((_, n) => deltaE2000(wanted[n] as Triple, nearest[n] as Triple))
  const share = (use: (n: number) => boolean) => COUNTS.reduce((sum, count, n) => sum + (use(n) ? count : 0), 0) / TOTAL
  const only = (use: (n: number) => boolean) => COUNTS.map((count, n) => (use(n) ? count : 0))
  const near = (value: number | null | undefined, expected: number, by = 0.06) =>
    expect(Math.abs((value ?? Number.NaN) - expected)).toBeLessThan(by)

  const out = (n: number) => (beyond[n] as number) > 2
  expect(share(out)).toBeGreaterThan(0.3)
  near(found.outOfGamut.share, share(out), 1e-6)
  near(found.outOfGamut.mean, mean(beyond, only(out)))
  near(found.outOfGamut.p95, p95(beyond, only(out)))
  near(found.outOfGamut.max, Math.max(...beyond))
  const [black] = transiccTriples({ from: FILE, to: '*Lab', intent: 1 }, [[0, 0, 0]]) as [Triple]
  near(found.blackL, black[0])
  near(
    found.belowBlack,
    share((n) => (wanted[n] as Triple)[0] < black[0] - 0.5),
    1e-6,
  )
  const tint = (n: number) => (wanted[n] as Triple)[0] < 99.9 && deltaE2000(nearest[n] as Triple, [100, 0, 0]) < 0.5
  expect([share(tint) > 0, found.belowBlack > 0]).toEqual([true, true])
  near(found.aboveWhiteStep, share(tint), 1e-6)

  const sectorOf = (n: number) => {
    const [, a, b] = wanted[n] as Triple
    return chroma(wanted[n] as Triple) > 10 ? Math.floor(((Math.atan2(b, a) / Math.PI) * 180 + 360) / 30) % 12 : -1
  }
  for (const [s, sector] of found.sectors.entries()) {
    const of = (n: number) => sectorOf(n) === s
    expect([sector.hue, sector.share]).toEqual([s * 30, expect.closeTo(share(of), 6)])
    near(sector.error, mean(beyond, only(of)))
  }

  const labs = wanted.slice(COLOURS.length)
  const visible = PAIRS.map((_, i) => [labs[2 * i], labs[2 * i + 1]] as [Triple, Triple])
    .map(([a, b], i) => ({ i, apart: deltaE2000(a, b), light: (a[0] + b[0]) / 2, chroma: (chroma(a) + chroma(b)) / 2 }))
    .filter(({ apart }) => apart >= 1 && apart <= 25)
  expect(visible.length).toBeLessThan(PAIRS.length)
  for (const [r, [intent, blackPoint]] of RENDERINGS.entries()) {
    const printed = prints[r] as Triple[]
    const told = found.renderings[r]
    expect([told?.intent, told?.blackPoint]).toEqual([intent, blackPoint])
    const error = COLOURS.map((_, n) => deltaE2000(wanted[n] as Triple, printed[n] as Triple))
    near(told?.error.mean, mean(error, COUNTS))
    near(told?.error.p95, p95(error, COUNTS))
    near(told?.error.max, Math.max(...error))
    near(
      told?.moved.mean,
      mean(
        error,
        only((n) => !out(n)),
      ),
    )
    near(
      told?.moved.p95,
      p95(
        error,
        only((n) => !out(n)),
      ),
    )
    const left = visible.map(({ i, apart }) => {
      const at = COLOURS.length + 2 * i
      return deltaE2000(printed[at] as Triple, printed[at + 1] as Triple) / apart
    })
    near(told?.kept, left.reduce((sum, v) => sum + Math.min(1, v), 0) / left.length, 0.01)
    near(told?.flattened.all, left.filter((v) => v < 0.5).length / PAIRS.length, 0.004)
    for (const [region, use] of [
      ['shadows', (p) => p.light < 25],
      ['saturated', (p) => p.chroma > 45],
      ['neutrals', (p) => p.chroma < 5],
    ] as [keyof NonNullable<typeof told>['flattened'], (p: (typeof visible)[number]) => boolean][]) {
      const there = left.filter((_, i) => use(visible[i] as (typeof visible)[number]))
      expect(there.length).toBeGreaterThanOrEqual(60)
      near(told?.flattened[region], there.filter((v) => v < 0.5).length / there.length, 0.02)
    }
    expect(told?.flattened.highlights).toBeNull()
    const grey = (n: number) => chroma(wanted[n] as Triple) < 5
    near(told?.cast, mean(printed.slice(0, COLOURS.length).map(chroma), only(grey)))
  }

  expect(found.differences).toHaveLength(15)
  for (const { one, other, ...difference } of found.differences) {
    const apart = COLOURS.map((_, n) => deltaE2000(prints[one]?.[n] as Triple, prints[other]?.[n] as Triple))
    near(difference.mean, mean(apart, COUNTS))
    near(difference.p95, p95(apart, COUNTS))
    near(
      difference.visible,
      share((n) => (apart[n] as number) > 1),
      0.02,
    )
  }
  expect(found.kind).toBe('photograph')
})

test('of a picture of one grey the cast is that grey’s', async () => {
  const engine = createEngine(await instantiate())
  const grey = { colours: new Uint8Array([128, 128, 128]), counts: new Uint32Array([9]), total: 9, pairs: new Uint8Array() }
  const { renderings } = analyse(engine, grey, 'srgb', new Uint8Array(readFileSync(FILE)))
  expect(renderings[0]?.cast).toBeGreaterThan(0.01)
})

test('of a picture without pixels nothing is said but noughts', async () => {
  const engine = createEngine(await instantiate())
  const none = { colours: new Uint8Array(), counts: new Uint32Array(), total: 0, pairs: new Uint8Array() }
  const { outOfGamut, belowBlack, aboveWhiteStep, renderings } = analyse(engine, none, 'srgb', new Uint8Array(readFileSync(FILE)))
  expect([outOfGamut, belowBlack, aboveWhiteStep]).toEqual([{ share: 0, mean: 0, p95: 0, max: 0 }, 0, 0])
  expect(renderings.map(({ kept, flattened, cast }) => [kept, flattened.all, cast])).toEqual(RENDERINGS.map(() => [1, 0, 0]))
})

test('of more than a thousand colours the two schools are told apart by every one, other renderings by some that stand for all', async () => {
  const engine = createEngine(await instantiate())
  // Three thousand greys and near-greys that are common, five hundred blues that are rarer and beyond the paper.
  const common: Triple[] = Array.from({ length: 3000 }, (_, n) => [70 + (n % 150), 72 + (n % 149), 70 + (n % 151)])
  const rare: Triple[] = Array.from({ length: 500 }, (_, n) => [n % 20, n % 30, 205 + (n % 50)])
  const colours = [...common, ...rare]
  const counts = colours.map((_, n) => (n < 3000 ? 40 : 39))
  const { differences } = analyse(
    engine,
    { colours: Uint8Array.from(colours.flat()), counts: Uint32Array.from(counts), total: 139_500, pairs: new Uint8Array() },
    'srgb',
    new Uint8Array(readFileSync(FILE)),
  )
  const print = (intent: number, blackPoint: boolean) =>
    transiccTriples({ from: FILE, to: '*Lab', intent: 1 }, transicc({ from: '*sRGB', to: FILE, intent, blackPoint }, colours))
  const [relative, perceptual, saturation] = [print(1, true), print(0, true), print(2, true)]
  const told = (one: number, other: number) => differences.find((d) => d.one === one && d.other === other)?.mean ?? Number.NaN
  const apart = (a: readonly Triple[], b: readonly Triple[]) => a.map((lab, n) => deltaE2000(lab, b[n] as Triple))
  expect(told(0, 2)).toBeCloseTo(mean(apart(relative, perceptual), counts), 1)
  // The blues are another tenth of the picture, and count for as much among those that stand for all.
  expect(told(0, 4) / mean(apart(relative, saturation), counts)).toBeCloseTo(1, 1)
  const far = apart(relative, saturation)
  expect(far.filter((d) => d > 1).length).toBeGreaterThan(300)
  // Differences of more than one ΔE2000 are seen.
  const seen = differences.find((d) => d.one === 0 && d.other === 4)?.visible ?? Number.NaN
  expect(
    Math.abs(
      seen -
        mean(
          far.map((d) => (d > 1 ? 1 : 0)),
          counts,
        ),
    ),
  ).toBeLessThan(0.01)
})

test('compensation is left out only where it does nothing: of a perceptual table that is the measured one it does what it does to that', async () => {
  const engine = createEngine(await instantiate())
  const count = {
    colours: Uint8Array.from(COLOURS.flat()),
    counts: Uint32Array.from(COUNTS),
    total: TOTAL,
    pairs: Uint8Array.from(PAIRS.flat(2)),
  }
  const profile = new Uint8Array(readFileSync(FILE))
  // The tag table stands at byte 128: twelve bytes a tag, its name and where it lies (ICC.1).
  const view = new DataView(profile.buffer)
  const tag = (name: string) =>
    Array.from({ length: view.getUint32(128) }, (_, i) => 132 + i * 12).find(
      (at) => Buffer.from(profile.subarray(at, at + 4)).toString() === name,
    ) ?? 0
  for (const way of ['A2B', 'B2A']) for (const part of [4, 8]) view.setUint32(tag(`${way}0`) + part, view.getUint32(tag(`${way}1`) + part))
  const { renderings, differences } = analyse(engine, count, 'srgb', profile)
  const of = (n: number) => ({ ...renderings[n], intent: null, blackPoint: null })
  expect(of(3)).toEqual(of(1))
  expect(of(2)).not.toEqual(of(3))
  const apart = (one: number, other: number) => differences.find((d) => d.one === one && d.other === other)?.mean ?? Number.NaN
  // The black a perceptual table ends at is told from its greys, and is a hair another.
  expect(apart(0, 2)).toBeLessThan(0.05)
  expect(apart(1, 3)).toBe(0)
  expect(apart(2, 3)).toBeGreaterThan(0.3)
  // As it is, the table ends at the printer's black, and nothing is compensated.
  const own = analyse(engine, count, 'srgb', new Uint8Array(readFileSync(FILE)))
  expect(own.differences.find((d) => d.one === 2 && d.other === 3)).toMatchObject({ mean: 0, p95: 0, visible: 0 })
})

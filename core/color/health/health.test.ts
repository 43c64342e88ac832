import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { transiccTriples } from '../../testing/transicc.ts'
import { deltaE2000, type Triple } from '../cie.ts'
import { createEngine, type Engine } from '../engine/engine.ts'
import { readProfile } from '../icc/read.ts'
import { compareProfiles } from './compare-profiles.ts'
import { examine, remarksOn } from './health.ts'
import { kinksOf, readRamps } from './ramps.ts'

let engine: Engine
beforeAll(async () => {
  engine = createEngine(await instantiate())
})
const bytes = (name: string) => new Uint8Array(readFileSync(`demo/profiles/${name}.icc`))
const health = (file: Uint8Array) => {
  const read = readProfile(file)
  if (!read.ok) throw new Error(read.problem.message)
  return examine(engine, file, read.value.tables)
}

/** A profile whose measured table (17 points, 3 × 16 bit) is dented in one plane of red, and the red (0…1) where that lies. */
function withDent(file: Uint8Array, plane: number): { file: Uint8Array; red: number } {
  const dented = file.slice()
  const read = readProfile(file)
  const table = read.ok ? read.value.tables.find((t) => t.tag === 'A2B1') : undefined
  if (!table) throw new Error('no table')
  const view = new DataView(dented.buffer)
  const [entries, grid] = [view.getUint16(table.offset + 48), table.grid[0] as number]
  for (let n = 0; n < grid * grid; n++) {
    const at = table.offset + 52 + entries * 3 * 2 + (plane * grid * grid + n) * 6
    view.setUint16(at, Math.max(0, view.getUint16(at) - 5000))
  }
  const curve = Array.from({ length: entries }, (_, i) => view.getUint16(table.offset + 52 + i * 2) / 65_535)
  return { file: dented, red: curve.findIndex((v) => v >= plane / (grid - 1)) / (entries - 1) }
}

test('a sound profile gives its colours back and its greys are neutral', () => {
  const found = health(bytes('gannet-lamproom-baryta'))
  const relative = found.roundTrips.find((r) => r.intent === 'relative')
  expect(relative?.byDesign).toBe(false)
  expect(relative?.spread.mean).toBeLessThan(1)
  expect(found.neutrality.max).toBeLessThan(2)
  expect(found.roundTrips.find((r) => r.intent === 'perceptual')?.byDesign).toBe(true)
  expect(found.remarks.every((r) => r.level === 'note')).toBe(true)
})

/** Argyll's lookup of an intent's tables, device 0…1 or Lab in, the other out. */
function xicclu(way: 'f' | 'b', intent: 'r' | 'p' | 's', file: string, colours: readonly (readonly number[])[]): Triple[] {
  const said = execFileSync('xicclu', ['-v0', `-f${way}`, `-i${intent}`, '-pl', file], {
    input: colours.map((c) => c.join(' ')).join('\n'),
    encoding: 'utf8',
  })
  return said
    .trim()
    .split('\n')
    .map((line) => line.trim().split(/\s+/).slice(0, 3).map(Number) as [number, number, number])
}

test.each([
  ['gannet-lamproom-baryta', 'perceptual', 'p'],
  ['gannet-quay-matte', 'perceptual', 'p'],
  ['tern-beacon-gloss', 'saturation', 's'],
  ['gannet-quay-matte', 'relative', 'r'],
] as const)('the way there and back of %s, %s, is what a plain lookup measures', (name, intent, flag) => {
  const file = `demo/profiles/${name}.icc`
  const levels = Array.from({ length: 9 }, (_, i) => i / 8)
  const device = levels.flatMap((r) => levels.flatMap((g) => levels.map((b) => [r, g, b])))
  const printed = xicclu('f', flag, file, device)
  const again = xicclu('f', flag, file, xicclu('b', flag, file, printed))
  const apart = printed.map((lab, n) => deltaE2000(lab, again[n] as Triple))
  const mean = apart.reduce((a, b) => a + b, 0) / apart.length
  const row = health(bytes(name)).roundTrips.find((r) => r.intent === intent)
  // The two interpolate between the points of a table each in its own way, which is all that may be left between them.
  expect(Math.abs((row?.spread.mean ?? Number.NaN) - mean)).toBeLessThan(0.1)
  expect(Math.abs((row?.spread.max ?? Number.NaN) - Math.max(...apart))).toBeLessThan(1)
})

test.each(['gannet-lamproom-baryta', 'gannet-quay-matte', 'albatross-mainsail-canvas'])(
  'greys of %s carry the cast that Argyll’s tables give them, worst where it is worst there',
  (name) => {
    const { neutrality, black } = health(bytes(name))
    // From a step above the black that is reached to the paper, in 64 greys.
    const wanted = Array.from({ length: 64 }, (_, i): Triple => [black.relativeL + 1 + ((99 - black.relativeL) * i) / 63, 0, 0])
    const file = `demo/profiles/${name}.icc`
    const casts = xicclu('f', 'r', file, xicclu('b', 'r', file, wanted)).map(([, a, b]) => Math.hypot(a, b))
    const worst = Math.max(...casts)
    expect(Math.abs(neutrality.max - worst)).toBeLessThan(0.35)
    expect(Math.abs(neutrality.mean - casts.reduce((a, b) => a + b) / 64)).toBeLessThan(0.12)
    // Of greys that are nearly as bad either may be called the worst.
    const called = wanted.findIndex(([l]) => Math.abs(l - neutrality.atL) < 0.01)
    expect(called).toBeGreaterThanOrEqual(0)
    expect(worst - (casts[called] as number)).toBeLessThan(0.5)
  },
)

test('a dent is found where it is on the ramps that cross it, and said', () => {
  const sound = health(bytes('gannet-lamproom-baryta'))
  const { file, red } = withDent(bytes('gannet-lamproom-baryta'), 8)
  const dented = health(file)
  const kinksOn = (found: typeof sound, name: string) => found.ramps.find((r) => r.name === name)?.kinks ?? []
  for (const name of ['Device grey', 'White to cyan']) {
    expect(kinksOn(sound, name)).toEqual([])
    const deepest = kinksOn(dented, name).sort((a, b) => b.bend - a.bend)[0]
    expect(Math.abs((deepest?.at ?? Number.NaN) - (1 - red))).toBeLessThan(0.02)
  }
  expect(kinksOn(dented, 'White to red')).toEqual([])
  expect(dented.remarks.some((r) => /Device grey has/.test(r.says))).toBe(true)
})

test('even bends have no kink; one that stands out is one; what nobody sees is none', () => {
  expect(kinksOf(Array.from({ length: 39 }, () => 0.1))).toEqual([])
  expect(kinksOf(Array.from({ length: 39 }, (_, i) => (i === 19 ? 3 : 0.1)))).toEqual([{ at: 0.5, bend: 3 }])
  expect(kinksOf(Array.from({ length: 39 }, (_, i) => (i === 19 ? 0.4 : 0.01)))).toEqual([])
  // What is usual is the middle one of them, not a small one: five times 0.3.
  expect(kinksOf(Array.from({ length: 39 }, (_, i) => (i < 15 ? 0.1 : i === 30 ? 1.4 : 0.3)))).toEqual([])
  expect(kinksOf(Array.from({ length: 39 }, (_, i) => (i < 15 ? 0.1 : i === 30 ? 1.6 : 0.3)))).toEqual([{ at: 31 / 40, bend: 1.6 }])
})

test('a profile against itself differs in nothing; gloss against matte in nearly everything', () => {
  const [gloss, matte] = [bytes('tern-beacon-gloss'), bytes('tern-quay-matte')]
  const same = compareProfiles(engine, gloss, gloss)
  expect(same.spread.max).toBe(0)
  expect(same.onlyIn).toEqual([0, 0])
  const apart = compareProfiles(engine, gloss, matte)
  expect(apart.volumes[0]).toBeGreaterThan(apart.volumes[1] * 1.3)
  expect(apart.onlyIn[0]).toBeGreaterThan(0.25)
  expect(apart.onlyIn[1]).toBeLessThan(0.15)
  expect(apart.blacks[0][0]).toBeLessThan(apart.blacks[1][0])
  expect(apart.says).toMatch(/smaller/)
  expect(apart.map.flat().some((cell) => cell === null)).toBe(true)
})

test('kinks are said where they are, by their ramp', () => {
  const ramp = (name: string, ats: readonly number[]) => ({ name, steps: [], kinks: ats.map((at) => ({ at, bend: 2 })) })
  const ramps = [ramp('Device grey', [0.37, 0.825]), ramp('White to red', []), ramp('White to blue', [0.5])]
  const says = remarksOn({ roundTrips: [], ramps, neutrality: { mean: 0, max: 0, atL: 0 } }).map((r) => r.says)
  expect(says).toEqual([
    'Device grey has 2 kinks, at 37 %, 83 %: a smooth gradient may show a step there.',
    'White to blue has a kink, at 50 %: a smooth gradient may show a step there.',
  ])
})

test('greys that carry a cast of more than 2 in chroma are warned of, those under it are not', () => {
  const found = (max: number) => remarksOn({ roundTrips: [], ramps: [], neutrality: { mean: 0.4, max, atL: 37 } })
  expect(found(2)).toEqual([expect.objectContaining({ level: 'note' })])
  expect(found(2.01)).toEqual([{ level: 'warn', says: expect.stringContaining('2.0 in chroma, worst at L* 37') }])
})

test.each([
  [{ mean: 1, p95: 3 }, 'note'],
  [{ mean: 1.01, p95: 3 }, 'warn'],
  [{ mean: 1, p95: 3.01 }, 'warn'],
])('tables that give colours back %j off are a %s', (spread, level) => {
  const roundTrips = [{ intent: 'relative' as const, byDesign: false, spread: { ...spread, p90: 2, max: 9 } }]
  expect(remarksOn({ roundTrips, ramps: [], neutrality: { mean: 0, max: 0, atL: 0 } })[0]?.level).toBe(level)
})

test('the steps of every kind of ramp are those of Argyll’s tables', () => {
  const file = 'demo/profiles/gannet-lamproom-baryta.icc'
  const ramps = readRamps(engine, bytes('gannet-lamproom-baryta'))
  const along = [...Array(97).keys()].map((i) => i / 96)
  const steps = (points: Triple[]) => points.slice(1).map((p, i) => deltaE2000(points[i] as Triple, p))
  const printed = (lab: Triple[]) => xicclu('f', 'r', file, xicclu('b', 'r', file, lab))
  const circle = (l: number, c: number) => along.map((t): Triple => [l, c * Math.cos(2 * Math.PI * t), c * Math.sin(2 * Math.PI * t)])
  const wanted: Record<string, Triple[]> = {
    'Device grey': xicclu(
      'f',
      'r',
      file,
      along.map((t) => [1 - t, 1 - t, 1 - t]),
    ),
    'White to cyan': xicclu(
      'f',
      'r',
      file,
      along.map((t) => [1 - t, 1, 1]),
    ),
    'White to yellow': xicclu(
      'f',
      'r',
      file,
      along.map((t) => [1, 1, 1 - t]),
    ),
    'Neutral tones': printed(along.map((t) => [100 - 80 * t, 0, 0])),
    'Hue circle at L* 60, chroma 25': printed(circle(60, 25)),
    'Hue circle at L* 50, chroma 40': printed(circle(50, 40)),
  }
  for (const [name, points] of Object.entries(wanted)) {
    const found = ramps.find((r) => r.name === name)?.steps ?? []
    expect([name, found.length]).toEqual([name, 96])
    // The tables are read with two interpolations (tetrahedra, cubes): they differ by less than what is seen.
    const off = steps(points).map((s, i) => Math.abs(s - (found[i] as number)))
    expect([name, Math.max(...off) < 0.5, off.reduce((a, b) => a + b) / 96 < 0.08]).toEqual([name, true, true])
  }
})

test('what is said of two profiles is what was measured of them', () => {
  for (const [one, other] of [
    ['tern-beacon-gloss', 'tern-quay-matte'],
    ['tern-quay-matte', 'tern-beacon-gloss'],
    ['tern-quay-matte', 'tern-quay-matte'],
  ] as const) {
    const { volumes, spread, says } = compareProfiles(engine, bytes(one), bytes(other))
    const bigger = Math.round((volumes[1] / volumes[0]) * 100) - 100
    expect(says).toMatch(bigger === 0 ? /of one size/ : new RegExp(`${Math.abs(bigger)} % ${bigger > 0 ? 'larger' : 'smaller'}`))
    expect(says).toContain(spread.p95 < 1 ? 'nobody would tell' : `${spread.mean.toFixed(1)} ΔE2000 apart`)
  }
})

test('where two profiles differ, by lightness and hue, is what transicc says of the same device colours', () => {
  const [one, other] = ['heron-harbour-lustre', 'gannet-quay-matte'] as const
  const { map, spread, whites } = compareProfiles(engine, bytes(one), bytes(other))
  const steps = Array.from({ length: 11 }, (_, i) => (255 * i) / 10)
  const cube = steps.flatMap((r) => steps.flatMap((g) => steps.map((b) => [r, g, b])))
  const [p, q] = [one, other].map((name) => transiccTriples({ from: `demo/profiles/${name}.icc`, to: '*Lab', intent: 3 }, cube)) as [
    Triple[],
    Triple[],
  ]
  const cells = new Map<string, number[]>()
  for (const [n, [l, a, b]] of p.entries()) {
    const cell = `${Math.min(4, Math.floor(l / 20))} ${Math.floor(((Math.atan2(b, a) * 180) / Math.PI + 360) / 30) % 12}`
    cells.set(cell, [...(cells.get(cell) ?? []), deltaE2000(p[n] as Triple, q[n] as Triple)])
  }
  const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length
  for (const [band, row] of map.entries())
    for (const [sector, told] of row.entries()) {
      const values = cells.get(`${band} ${sector}`)
      // One colour at the edge of a small cell may fall to its neighbour by the last digit.
      if (values === undefined || values.length > 4) expect([band, sector, told === null]).toEqual([band, sector, values === undefined])
      if (values && values.length > 4) expect(Math.abs((told ?? 99) - mean(values))).toBeLessThan(0.5)
    }
  expect(spread.mean).toBeCloseTo(mean([...cells.values()].flat()), 1)
  for (const k of [0, 1, 2] as const) {
    expect(whites[0][k]).toBeCloseTo(p.at(-1)?.[k] ?? 99, 1)
    expect(whites[1][k]).toBeCloseTo(q.at(-1)?.[k] ?? 99, 1)
  }
})

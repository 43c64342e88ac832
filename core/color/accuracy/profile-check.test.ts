import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { instantiate } from 'lcms-wasm'
import { PRESS_DATA, PRESS_DIR, pressProfile } from '../../testing/press-profile.ts'
import { transicc } from '../../testing/transicc.ts'
import { INTENTS } from '../../things/media/intent.ts'
import { TOLERANCES } from '../../things/studio/tolerances.ts'
import { type Measurements, measurementsIn } from '../cgats/measurements.ts'
import { readCgats } from '../cgats/read.ts'
import { deltaE2000, type Triple } from '../cie.ts'
import { createEngine, type Engine } from '../engine/engine.ts'
import { type ProfileInfo, readProfile } from '../icc/read.ts'
import { deviceToLab, labAt } from '../profile/to-lab.ts'
import { checkProfile } from './profile-check.ts'
import { judge, toleranceOf } from './tolerances.ts'

let engine: Engine
let file: string
let profile: Uint8Array
let info: ProfileInfo
beforeAll(async () => {
  engine = createEngine(await instantiate())
  file = pressProfile()
  profile = new Uint8Array(readFileSync(file))
  const read = readProfile(profile)
  if (!read.ok) throw new Error(read.problem.message)
  info = read.value
}, 120_000)

const check = (measured: Measurements) => {
  const checked = checkProfile(engine, profile, info, measured)
  if (!checked.ok) throw new Error(checked.problem.message)
  return checked.value
}
const press = () => {
  const table = readCgats(readFileSync(PRESS_DATA, 'latin1'))
  const found = table.ok ? measurementsIn(table.value) : table
  if (!found.ok) throw new Error(found.problem.message)
  return found.value
}

test('reports the same fit as profcheck (argyll) on FOGRA39L, to 0.05 ΔE2000', () => {
  const said = execFileSync('profcheck', ['-k', '-v2', join(PRESS_DIR, 'press.ti3'), file], { encoding: 'utf8' })
  const [, max, mean] = /max\. = ([\d.]+), avg\. = ([\d.]+)/.exec(said) ?? []
  const each = [...said.matchAll(/^\[([\d.]+)\]/gm)].map((m) => Number(m[1])).sort((a, b) => a - b)
  const ours = check(press())
  expect(ours.patches).toBe(1617)
  expect(Math.abs(ours.spread.mean - Number(mean))).toBeLessThan(0.05)
  expect(Math.abs(ours.spread.max - Number(max))).toBeLessThan(0.05)
  expect(each).toHaveLength(1617)
  expect(Math.abs(ours.spread.p90 - (each[Math.ceil(0.9 * 1617) - 1] as number))).toBeLessThan(0.05)
  expect(Math.abs(ours.spread.p95 - (each[Math.ceil(0.95 * 1617) - 1] as number))).toBeLessThan(0.05)
  expect(ours.worst[0]?.difference).toBeCloseTo(ours.spread.max, 1)
})

test('it is the colorimetric table that is held against the chart, not the one that pleases', () => {
  // A perceptual table of its own: the colorimetric one with its last half turned over.
  const at = (tag: string) => 132 + 12 * info.tags.findIndex(({ signature }) => signature === tag)
  const view = new DataView(profile.buffer, profile.byteOffset)
  const [from, length] = [view.getUint32(at('A2B1') + 4), view.getUint32(at('A2B1') + 8)]
  const pleasing = profile.slice(from, from + length).map((byte, n) => (n > length / 2 && n < length * 0.9 ? 255 - byte : byte))
  const both = new Uint8Array(profile.length + length)
  both.set(profile)
  both.set(pleasing, profile.length)
  new DataView(both.buffer).setUint32(at('A2B0') + 4, profile.length)
  new DataView(both.buffer).setUint32(at('A2B0') + 8, length)
  new DataView(both.buffer).setUint32(0, both.length)
  const read = readProfile(both)
  if (!read.ok) throw new Error(read.problem.message)
  const checked = checkProfile(engine, both, read.value, press())
  expect(checked.ok && checked.value.spread).toEqual(check(press()).spread)
})

describe('the press profile agrees with transicc (LittleCMS)', () => {
  const inks = [
    [0, 0, 0, 0],
    [100, 0, 0, 0],
    [0, 100, 0, 0],
    [0, 0, 100, 0],
    [0, 0, 0, 100],
    [40, 30, 30, 10],
    [70, 60, 5, 0],
    [10, 80, 70, 20],
  ]
  const labs = [
    [60, 0, 0],
    [40, 30, 20],
    [70, -20, 20],
    [50, 10, -30],
    [85, 0, 10],
    [30, 5, 5],
  ]
  test.each(INTENTS.flatMap((intent, n) => [false, true].map((blackPoint) => [intent, n, blackPoint] as const)))(
    '%s (%i), compensation %s: inks to Lab and Lab to inks, ΔE2000 under 0.1',
    (intent, n, blackPoint) => {
      const toLab = engine.transform(profile, 'cmykFloat', 'lab', 'labFloat', intent, { precise: true, blackPoint })
      const ours = toLab.run(Float32Array.from(inks.flat()), inks.length)
      toLab.free()
      const theirs = transicc({ from: file, to: '*Lab', intent: n, blackPoint: blackPoint }, inks)
      inks.forEach((_, i) => {
        expect(deltaE2000(labAt(ours, i), theirs[i] as unknown as Triple)).toBeLessThan(0.1)
      })
      const toInks = engine.transform('lab', 'labFloat', profile, 'cmykFloat', intent, { precise: true, blackPoint })
      const sent = toInks.run(Float32Array.from(labs.flat()), labs.length) as Float32Array
      toInks.free()
      const sentByThem = Float32Array.from(transicc({ from: '*Lab', to: file, intent: n, blackPoint: blackPoint }, labs).flat())
      // Two recipes are compared by what they print, which is what is seen.
      const [a, b] = [
        deviceToLab(engine, profile, sent, 'relative', 'cmykFloat'),
        deviceToLab(engine, profile, sentByThem, 'relative', 'cmykFloat'),
      ]
      labs.forEach((_, i) => {
        expect(deltaE2000(labAt(a, i), labAt(b, i))).toBeLessThan(0.1)
      })
    },
  )
})

test('a print that has drifted shows by how much and which way', () => {
  const measured = press()
  const drifted = {
    ...measured,
    patches: measured.patches.map((p) => ({ ...p, lab: [p.lab[0] + 2, p.lab[1] - 3, p.lab[2] + 1] as Triple })),
  }
  const found = check(drifted)
  const { shift } = check(measured)
  for (const [k, by] of [2, -3, 1].entries()) expect(found.shift[k]).toBeCloseTo((shift[k] as number) + by, 1)
  expect(found.spread.mean).toBeGreaterThan(1)
})

test('where nothing was measured nothing has shifted', () => {
  expect(check({ space: 'cmyk', patches: [] })).toMatchObject({ patches: 0, shift: [0, 0, 0], worst: [] })
})

test('a chart of another kind of data is refused', () => {
  expect(checkProfile(engine, profile, info, { space: 'rgb', patches: [{ name: '1', device: [0, 0, 0], lab: [5, 0, 0] }] })).toMatchObject({
    ok: false,
    problem: { code: 'check-other-space' },
  })
})

test('a tolerance names what is over it', () => {
  const edition = TOLERANCES.find((t) => t.id === 'edition')
  expect(edition && judge({ mean: 1, p90: 2, p95: 2.5, max: 4 }, edition)).toEqual({ within: true, over: [] })
  expect(edition && judge({ mean: 2, p90: 3, p95: 2.5, max: 9 }, edition)).toEqual({
    within: false,
    over: ['mean 2.0, limit 1.5', 'greatest 9.0, limit 6.0'],
  })
})

test('a house that names a tolerance is held to it; a name nobody knows any more is held to that of an edition', () => {
  expect(TOLERANCES.map(({ id }) => toleranceOf(id))).toEqual([...TOLERANCES])
  expect(toleranceOf('of long ago').id).toBe('edition')
})

import { z } from 'zod'
import { deltaE2000, type Triple } from '../cie.ts'
import type { Engine } from '../engine/engine.ts'
import { gamutSurface, gamutVolume } from '../gamut/surface.ts'
import { blackPoint } from '../profile/facts.ts'
import { deviceCube, deviceToLab, labAt, labToDevice } from '../profile/to-lab.ts'
import { spreadOf } from '../statistics.ts'

const lab = z.tuple([z.number(), z.number(), z.number()])
const BANDS = 5
const SECTORS = 12

/** Two profiles side by side, usually an old and a new one of the same printer and paper. */
export const ComparisonSchema = z.object({
  volumes: z.tuple([z.number(), z.number()]),
  whites: z.tuple([lab, lab]),
  blacks: z.tuple([lab, lab]),
  /** Share of each one's gamut that the other cannot print. */
  onlyIn: z.tuple([z.number(), z.number()]),
  /** The same device colours in both, CIEDE2000 with the paper's white. */
  spread: z.object({ mean: z.number(), p90: z.number(), p95: z.number(), max: z.number() }),
  /** Mean difference by band of L* (five, from dark) and sector of hue (twelve, from 0°); null where neither prints. */
  map: z.array(z.array(z.number().nullable())),
  says: z.string(),
})
export type ProfileComparison = z.infer<typeof ComparisonSchema>

/** Lab lattice over which shares of gamut are counted, Lab units apart. */
const LATTICE = 6
/** A colour is inside a gamut when it comes back within this ΔE2000. */
const INSIDE = 1

function lattice(): Float32Array {
  const points: number[] = []
  for (let l = 4; l < 100; l += LATTICE)
    for (let a = -96; a <= 96; a += LATTICE) for (let b = -96; b <= 96; b += LATTICE) points.push(l, a, b)
  return Float32Array.from(points)
}

/** Which points of a lattice a profile prints as they are, its own paper's white included. */
function insideOf(engine: Engine, profile: Uint8Array, points: Float32Array): boolean[] {
  const printed = deviceToLab(engine, profile, labToDevice(engine, profile, points, 'absolute'), 'absolute')
  return Array.from({ length: points.length / 3 }, (_, n) => deltaE2000(labAt(points, n), labAt(printed, n)) < INSIDE)
}

function verdict(volumes: readonly [number, number], spread: { mean: number; p95: number }): string {
  const bigger = volumes[1] / volumes[0] - 1
  const size =
    Math.abs(bigger) < 0.03
      ? 'Their gamuts are of one size'
      : `The second gamut is ${Math.abs(bigger * 100).toFixed(0)} % ${bigger > 0 ? 'larger' : 'smaller'}`
  const apart =
    spread.p95 < 1
      ? 'and nobody would tell their prints apart.'
      : spread.mean < 2
        ? `and the same numbers print ${spread.mean.toFixed(1)} ΔE2000 apart on average: visible only side by side.`
        : `and the same numbers print ${spread.mean.toFixed(1)} ΔE2000 apart on average: they do not describe the same print.`
  return `${size}, ${apart}`
}

/** Compares two printer profiles: gamut, white, black, and what the same device colours come to. */
export function compareProfiles(engine: Engine, one: Uint8Array, other: Uint8Array): ProfileComparison {
  const volumes: [number, number] = [gamutVolume(gamutSurface(engine, one)), gamutVolume(gamutSurface(engine, other))]
  const points = lattice()
  const [a, b] = [insideOf(engine, one, points), insideOf(engine, other, points)]
  const only = (x: boolean[], y: boolean[]) => {
    const within = x.filter(Boolean).length
    return within === 0 ? 0 : x.filter((inside, n) => inside && !y[n]).length / within
  }
  const cube = deviceCube(11)
  const [first, second] = [deviceToLab(engine, one, cube, 'absolute'), deviceToLab(engine, other, cube, 'absolute')]
  const cells = Array.from({ length: BANDS }, () => Array.from({ length: SECTORS }, () => ({ sum: 0, count: 0 })))
  const differences = Array.from({ length: cube.length / 3 }, (_, n) => {
    const [p, q] = [labAt(first, n), labAt(second, n)]
    const difference = deltaE2000(p, q)
    const band = Math.min(BANDS - 1, Math.max(0, Math.floor((p[0] / 100) * BANDS)))
    const sector = Math.floor(((Math.atan2(p[2], p[1]) / (2 * Math.PI) + 1) % 1) * SECTORS)
    const cell = cells[band]?.[sector]
    if (cell) {
      cell.sum += difference
      cell.count++
    }
    return difference
  })
  const spread = spreadOf(differences)
  const white = (profile: Uint8Array): Triple =>
    labAt(deviceToLab(engine, profile, new Uint16Array([65_535, 65_535, 65_535]), 'absolute'), 0)
  return {
    volumes,
    whites: [[...white(one)], [...white(other)]],
    blacks: [[...blackPoint(engine, one, 'absolute')], [...blackPoint(engine, other, 'absolute')]],
    onlyIn: [only(a, b), only(b, a)],
    spread,
    map: cells.map((row) => row.map(({ sum, count }) => (count === 0 ? null : sum / count))),
    says: verdict(volumes, spread),
  }
}

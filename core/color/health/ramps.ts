import { z } from 'zod'
import { deltaE2000, type Triple } from '../cie.ts'
import type { Engine } from '../engine/engine.ts'
import { deviceToLab, labAt, labToDevice } from '../profile/to-lab.ts'

/** Points along a ramp. More than any table's grid, so that a kink at a node is not stepped over. */
const STEPS = 97
/** Bends below this many ΔE2000 between neighbouring steps are not seen, whatever the others are. */
const LEAST_BEND = 0.5
/** A kink bends this many times as much as the ramp does in general. */
const TIMES = 5

/** A smooth change of colour sent through the profile's tables, and where it does not come out smooth. */
export const RampSchema = z.object({
  name: z.string(),
  /** Size of each step, ΔE2000 between neighbours. */
  steps: z.array(z.number()),
  /** Where the step changes all at once: place along the ramp 0…1, and by how much, ΔE2000. */
  kinks: z.array(z.object({ at: z.number(), bend: z.number() })),
})
export type Ramp = z.infer<typeof RampSchema>

/** The corners of the device cube a print goes to from white: full inks and their overprints. */
const CORNERS: [string, [number, number, number]][] = [
  ['White to red', [1, 0, 0]],
  ['White to yellow', [1, 1, 0]],
  ['White to green', [0, 1, 0]],
  ['White to cyan', [0, 1, 1]],
  ['White to blue', [0, 0, 1]],
  ['White to magenta', [1, 0, 1]],
]

/** Places where a row of bends stands out; the first bend is at the second point of a ramp. */
export function kinksOf(bends: readonly number[]): Ramp['kinks'] {
  const usual = [...bends].sort((a, b) => a - b)[Math.floor(bends.length / 2)] ?? 0
  const limit = Math.max(LEAST_BEND, usual * TIMES)
  return bends.flatMap((bend, i) => {
    const highest = bend > limit && bend >= (bends[i - 1] ?? 0) && bend > (bends[i + 1] ?? 0)
    return highest ? [{ at: (i + 1) / (bends.length + 1), bend }] : []
  })
}

/** Steps and bends of a row of colours. A bend is how far a colour lies from midway between its neighbours, as ΔE2000. */
function ramp(name: string, lab: Float32Array): Ramp {
  const points = Array.from({ length: lab.length / 3 }, (_, i) => labAt(lab, i))
  const steps = points.slice(1).map((p, i) => deltaE2000(points[i] as Triple, p))
  const bends = points.slice(2).map((next, i) => {
    const [before, here] = [points[i], points[i + 1]] as [Triple, Triple]
    return 2 * deltaE2000(here, [(before[0] + next[0]) / 2, (before[1] + next[1]) / 2, (before[2] + next[2]) / 2])
  })
  return { name, steps, kinks: kinksOf(bends) }
}

const t = (i: number) => Math.floor(i / 3) / (STEPS - 1)

/**
 * Ramps through both kinds of table: device greys and device colours as they print; and neutral tones, and a turn around
 * the hue circle at two chromas, sent to the device and printed.
 */
export function readRamps(engine: Engine, profile: Uint8Array): Ramp[] {
  const device = (name: string, value: (at: number, channel: number) => number): Ramp =>
    ramp(
      name,
      deviceToLab(
        engine,
        profile,
        Uint16Array.from({ length: STEPS * 3 }, (_, i) => Math.round(65_535 * value(t(i), i % 3))),
        'relative',
      ),
    )
  const wanted = (name: string, value: (at: number, channel: number) => number): Ramp => {
    const lab = Float32Array.from({ length: STEPS * 3 }, (_, i) => value(t(i), i % 3))
    return ramp(name, deviceToLab(engine, profile, labToDevice(engine, profile, lab, 'relative'), 'relative'))
  }
  const turn = (l: number, c: number) => (at: number, channel: number) =>
    channel === 0 ? l : c * (channel === 1 ? Math.cos(at * 2 * Math.PI) : Math.sin(at * 2 * Math.PI))
  return [
    device('Device grey', (at) => 1 - at),
    ...CORNERS.map(([name, full]) => device(name, (at, channel) => 1 - at * (1 - (full[channel] as number)))),
    wanted('Neutral tones', (at, channel) => (channel === 0 ? 100 - 80 * at : 0)),
    wanted('Hue circle at L* 60, chroma 25', turn(60, 25)),
    wanted('Hue circle at L* 50, chroma 40', turn(50, 40)),
  ]
}

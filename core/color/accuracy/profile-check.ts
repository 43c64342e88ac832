import { z } from 'zod'
import { fail, ok, type Result } from '../../things/problem/problem.ts'
import type { Measurements } from '../cgats/measurements.ts'
import { deltaE2000, type Triple } from '../cie.ts'
import type { Engine } from '../engine/engine.ts'
import type { ProfileInfo } from '../icc/read.ts'
import { toAbsolute } from '../profile/absolute.ts'
import { exactTable } from '../profile/exact-table.ts'
import { deviceToLab, labAt } from '../profile/to-lab.ts'
import { spreadOf } from '../statistics.ts'

/** Worst patches that are listed. */
const WORST = 12

const lab = z.tuple([z.number(), z.number(), z.number()])

/** A profile held against measurements of a chart: predicted against measured, CIEDE2000, absolute. */
export const ProfileCheckSchema = z.object({
  patches: z.number().int(),
  spread: z.object({ mean: z.number(), p90: z.number(), p95: z.number(), max: z.number() }),
  /** Mean shift of all patches, Lab measured minus predicted: what kind of drift it is. */
  shift: lab,
  worst: z.array(z.object({ name: z.string(), device: z.array(z.number()), predicted: lab, measured: lab, difference: z.number() })),
})
export type ProfileCheck = z.infer<typeof ProfileCheckSchema>

const rounded = (t: Triple): [number, number, number] => [Number(t[0].toFixed(2)), Number(t[1].toFixed(2)), Number(t[2].toFixed(2))]

/** What a profile says that patches measure, Lab absolute. */
function predict(engine: Engine, bytes: Uint8Array, info: ProfileInfo, { space, patches }: Measurements): Triple[] {
  const table = info.tables.find((t) => t.tag === 'A2B1') ?? info.tables.find((t) => t.tag === 'A2B0')
  const exact = info.connection === 'Lab ' && table ? exactTable(bytes, table) : null
  if (exact) {
    const absolute = toAbsolute(bytes, info.tags)
    return patches.map((p) => absolute(exact(p.device.map((v) => v / 100))))
  }
  const sent = patches.flatMap((p) => p.device)
  const lab =
    space === 'rgb'
      ? deviceToLab(
          engine,
          bytes,
          Uint16Array.from(sent, (v) => Math.round((v / 100) * 65_535)),
          'absolute',
        )
      : deviceToLab(engine, bytes, Float32Array.from(sent), 'absolute', 'cmykFloat')
  return patches.map((_, n) => labAt(lab, n))
}

/** Checks what a profile predicts for a chart against what was measured on it. */
export function checkProfile(engine: Engine, bytes: Uint8Array, info: ProfileInfo, measured: Measurements): Result<ProfileCheck> {
  const { space, patches } = measured
  if (info.space.trim().toLowerCase() !== space)
    return fail({
      field: 'measurements',
      code: 'check-other-space',
      value: space.toUpperCase(),
      message: `These patches were sent as ${space.toUpperCase()}; the profile is for ${info.space.trim()}. Measure a chart that was sent as ${info.space.trim()}.`,
    })
  const predicted = predict(engine, bytes, info, measured)
  const differences = patches.map((p, n) => deltaE2000(predicted[n] as Triple, p.lab))
  const mean = (k: 0 | 1 | 2) =>
    patches.reduce((sum, p, n) => sum + p.lab[k] - (predicted[n] as Triple)[k], 0) / Math.max(1, patches.length)
  const order = differences.map((_, n) => n).sort((a, b) => (differences[b] as number) - (differences[a] as number))
  return ok({
    patches: patches.length,
    spread: spreadOf(differences),
    shift: rounded([mean(0), mean(1), mean(2)]),
    worst: order.slice(0, WORST).map((n) => {
      const patch = patches[n] as Measurements['patches'][number]
      return {
        name: patch.name,
        device: patch.device.map((v) => Number(v.toFixed(1))),
        predicted: rounded(predicted[n] as Triple),
        measured: rounded(patch.lab),
        difference: Number((differences[n] as number).toFixed(2)),
      }
    }),
  })
}

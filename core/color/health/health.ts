import { z } from 'zod'
import { deltaE2000, type Triple } from '../cie.ts'
import type { Engine } from '../engine/engine.ts'
import type { Table } from '../icc/tables.ts'
import { blackPoint } from '../profile/facts.ts'
import { tablesAlone } from '../profile/tables-alone.ts'
import { deviceCube, deviceToLab, labAt, labToDevice } from '../profile/to-lab.ts'
import { spreadOf } from '../statistics.ts'
import { type Ramp, RampSchema, readRamps } from './ramps.ts'

const ROUND_TRIP_STEPS = 9
const NEUTRALS = 64

const spread = z.object({ mean: z.number(), p90: z.number(), p95: z.number(), max: z.number() })

/** How good a printer profile is in itself, before anything is printed. Differences are CIEDE2000, media-relative. */
export const HealthSchema = z.object({
  /** Device → Lab → device → Lab for each intent that has tables: what is lost on the way. */
  roundTrips: z.array(
    z.object({
      intent: z.enum(['perceptual', 'relative', 'saturation']),
      /** Whether its way back is the measured table; then the distance is compression by design, not error. */
      byDesign: z.boolean(),
      spread,
    }),
  ),
  ramps: z.array(RampSchema),
  /** Chroma of what should print neutral, from the paper's white to the profile's black. */
  neutrality: z.object({ mean: z.number(), max: z.number(), atL: z.number() }),
  /** Media-relative and absolute L* of the darkest print, and its chroma. */
  black: z.object({ relativeL: z.number(), absoluteL: z.number(), chroma: z.number() }),
  /** Each point in words, the worst first. */
  remarks: z.array(z.object({ level: z.enum(['warn', 'note']), says: z.string() })),
})
export type Health = z.infer<typeof HealthSchema>

/** Thresholds of the remarks, ΔE2000. Common practice: a good table gives its colours back to within about one. */
const LIMIT = { roundTripMean: 1, roundTripP95: 3, neutral: 2 } as const

const chroma = ([, a, b]: Triple) => Math.hypot(a, b)

/** Through the tables of one intent and nothing else: no black is scaled, as a plain lookup would do it. */
function roundTrip(engine: Engine, profile: Uint8Array, intent: '0' | '1' | '2') {
  const tables = tablesAlone(profile, intent)
  const printed = deviceToLab(engine, tables, deviceCube(ROUND_TRIP_STEPS), 'relative')
  const again = deviceToLab(engine, tables, labToDevice(engine, tables, printed, 'relative'), 'relative')
  return spreadOf(Array.from({ length: printed.length / 3 }, (_, n) => deltaE2000(labAt(printed, n), labAt(again, n))))
}

function neutralAxis(engine: Engine, profile: Uint8Array, blackL: number): Health['neutrality'] {
  const greys = Float32Array.from({ length: NEUTRALS * 3 }, (_, i) =>
    i % 3 === 0 ? blackL + 1 + ((99 - blackL) * Math.floor(i / 3)) / (NEUTRALS - 1) : 0,
  )
  const printed = deviceToLab(engine, profile, labToDevice(engine, profile, greys, 'relative'), 'relative')
  const casts = Array.from({ length: NEUTRALS }, (_, n) => chroma(labAt(printed, n)))
  const worst = casts.indexOf(Math.max(...casts))
  return { mean: spreadOf(casts).mean, max: casts[worst] as number, atL: greys[worst * 3] as number }
}

/** What stands out in those figures, in words. */
export function remarksOn({ roundTrips, ramps, neutrality }: Omit<Health, 'remarks' | 'black'>): Health['remarks'] {
  const remarks: Health['remarks'] = []
  const relative = roundTrips.find((r) => r.intent === 'relative')?.spread
  if (relative && (relative.mean > LIMIT.roundTripMean || relative.p95 > LIMIT.roundTripP95))
    remarks.push({
      level: 'warn',
      says: `Colours come back ${relative.mean.toFixed(1)} ΔE2000 off on average and ${relative.p95.toFixed(1)} at the 95th percentile: its two tables do not agree. Build it again from more patches.`,
    })
  if (neutrality.max > LIMIT.neutral)
    remarks.push({
      level: 'warn',
      says: `Greys carry a cast of up to ${neutrality.max.toFixed(1)} in chroma, worst at L* ${neutrality.atL.toFixed(0)}: look at a grey ramp before printing black and white with it.`,
    })
  for (const ramp of ramps.filter((r) => r.kinks.length > 0))
    remarks.push({
      level: 'note',
      says: `${ramp.name} has ${ramp.kinks.length === 1 ? 'a kink' : `${ramp.kinks.length} kinks`}, at ${ramp.kinks.map((k) => `${Math.round(k.at * 100)} %`).join(', ')}: a smooth gradient may show a step there.`,
    })
  if (remarks.length === 0)
    remarks.push({ level: 'note', says: 'Nothing stands out: its tables agree, its ramps are smooth, its greys are neutral.' })
  return remarks
}

/** Examines a printer profile. */
export function examine(engine: Engine, profile: Uint8Array, tables: readonly Table[]): Health {
  const offset = (tag: string) => tables.find((t) => t.tag === tag)?.offset
  const roundTrips = (
    [
      ['relative', '1'],
      ['perceptual', '0'],
      ['saturation', '2'],
    ] as const
  )
    .filter(([, n]) => offset(`B2A${n}`) !== undefined)
    .map(([intent, n]) => ({
      intent,
      byDesign: n !== '1' && (offset(`A2B${n}`) === undefined || offset(`A2B${n}`) === (offset('A2B1') ?? offset('A2B0'))),
      spread: roundTrip(engine, profile, n),
    }))
  const relative = blackPoint(engine, profile, 'relative')
  const found = {
    roundTrips,
    ramps: readRamps(engine, profile) satisfies Ramp[],
    neutrality: neutralAxis(engine, profile, relative[0]),
    black: { relativeL: relative[0], absoluteL: blackPoint(engine, profile, 'absolute')[0], chroma: chroma(relative) },
  }
  return { ...found, remarks: remarksOn(found) }
}

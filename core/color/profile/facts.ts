import { z } from 'zod'
import type { Triple } from '../cie.ts'
import type { Engine } from '../engine/engine.ts'
import { gamutSilhouette, gamutSurface, gamutVolume, SILHOUETTE } from '../gamut/surface.ts'
import type { ProfileInfo } from '../icc/read.ts'
import { deviceToLab, labAt, labToDevice } from './to-lab.ts'

const lab = z.tuple([z.number(), z.number(), z.number()])

/** What the shelf shows of a printer profile: what its file says, and what its tables come to. */
export const ProfileFactsSchema = z.object({
  /** Name of the file it came as; empty when nobody knows. */
  fileName: z.string().max(255).default(''),
  deviceClass: z.string(),
  space: z.string(),
  connection: z.string(),
  version: z.string(),
  bytes: z.number().int(),
  created: z.string().nullable(),
  maker: z.string(),
  model: z.string(),
  makerText: z.string(),
  modelText: z.string(),
  intents: z.array(z.string()),
  tables: z.array(
    z.object({
      tag: z.string(),
      kind: z.string(),
      grid: z.array(z.number().int()),
      /** Another tag that holds the very same table, or null. */
      sameAs: z.string().nullable(),
    }),
  ),
  /** Patches of the chart readings it carries; 0 when it carries none. */
  patches: z.number().int(),
  /** Lab D50 of the bare paper and of the darkest print, with the paper's own white (absolute). */
  white: lab,
  black: lab,
  /** Cubic CIELAB units. */
  volume: z.number(),
  /** Greatest chroma in each of 36 directions of hue, from 0° on; empty until it has been worked out. */
  silhouette: z
    .array(z.number())
    .refine((list) => list.length === 0 || list.length === SILHOUETTE)
    .default([]),
})
export type ProfileFacts = z.output<typeof ProfileFactsSchema>

const rounded = (t: Triple): [number, number, number] => [Number(t[0].toFixed(2)), Number(t[1].toFixed(2)), Number(t[2].toFixed(2))]

/** The darkest colour the profile prints neutral black with, Lab. */
export function blackPoint(engine: Engine, profile: Uint8Array, intent: 'relative' | 'absolute'): Triple {
  const device = labToDevice(engine, profile, new Float32Array([0, 0, 0]), 'relative')
  return labAt(deviceToLab(engine, profile, device, intent), 0)
}

/** How many patches CGATS readings say they hold. */
const patchesOf = (readings: string | null) => Number(/NUMBER_OF_SETS\s+(\d+)/.exec(readings ?? '')?.[1] ?? 0)

/** Measures a profile that has been read and found fit for a printer. */
export function profileFacts(engine: Engine, bytes: Uint8Array, info: ProfileInfo, fileName = ''): ProfileFacts {
  const surface = gamutSurface(engine, bytes)
  return {
    fileName,
    deviceClass: info.deviceClass,
    space: info.space.trim(),
    connection: info.connection.trim(),
    version: info.version,
    bytes: bytes.length,
    created: info.created,
    maker: info.maker,
    model: info.model,
    makerText: info.makerText,
    modelText: info.modelText,
    intents: Object.entries(info.intents)
      .filter(([, has]) => has)
      .map(([name]) => name),
    tables: info.tables
      .filter((t) => /^(A2B|B2A)[0-3]$/.test(t.tag))
      .sort((a, b) => a.tag.localeCompare(b.tag))
      .map((t, i, all) => ({
        tag: t.tag,
        kind: t.kind,
        grid: t.grid,
        sameAs: all.slice(0, i).find((other) => other.offset === t.offset)?.tag ?? null,
      })),
    patches: patchesOf(info.readings),
    white: rounded(labAt(deviceToLab(engine, bytes, new Uint16Array([65_535, 65_535, 65_535]), 'absolute'), 0)),
    black: rounded(blackPoint(engine, bytes, 'absolute')),
    volume: Math.round(gamutVolume(surface)),
    silhouette: gamutSilhouette(surface),
  }
}

import { z } from 'zod'
import { deltaE2000, type Triple } from './cie.ts'
import type { Engine, Source } from './engine/engine.ts'
import type { Intent } from './intent.ts'
import { labAt } from './profile/to-lab.ts'

const byte = z.number().int().min(0).max(255)

/** Renderings a colour is followed through. */
export const RENDERINGS = ['relative+', 'relative', 'perceptual+', 'perceptual', 'saturation+', 'saturation', 'absolute'] as const

/** A rendering's short name: its intent, and + for black point compensation, which does nothing to absolute. */
export const renderingKey = (intent: Intent, blackPoint: boolean): (typeof RENDERINGS)[number] =>
  intent === 'absolute' ? 'absolute' : blackPoint ? `${intent}+` : intent

/** A colour of the picture that must come out right, and by how much each rendering misses it. */
export const CriticalColourSchema = z.object({
  name: z.string().trim().min(1).max(60),
  /** In the picture's own numbers. */
  rgb: z.tuple([byte, byte, byte]),
  lab: z.tuple([z.number(), z.number(), z.number()]),
  /** By profile id: CIEDE2000 under each rendering. */
  misses: z.record(z.string(), z.partialRecord(z.enum(RENDERINGS), z.number().min(0))),
})
export type CriticalColour = z.infer<typeof CriticalColourSchema>

/** Follows one colour to every paper under every rendering. A profile that cannot be used is left out. */
export function followColour(
  engine: Engine,
  rgb: readonly [number, number, number],
  source: Source,
  profiles: readonly { id: string; bytes: Uint8Array }[],
): Pick<CriticalColour, 'lab' | 'misses'> {
  const pixel = Uint8Array.from(rgb)
  const one = (t: ReturnType<Engine['transform']>, data: Uint8Array | Uint16Array) => {
    const made = t.run(data, 1)
    t.free()
    return made
  }
  const lab = labAt(one(engine.transform(source, 'rgb8', 'lab', 'labFloat', 'relative', { precise: true }), pixel), 0)
  const misses: CriticalColour['misses'] = {}
  for (const { id, bytes } of profiles) {
    try {
      const found: Partial<Record<(typeof RENDERINGS)[number], number>> = {}
      for (const key of RENDERINGS) {
        const intent = key.replace('+', '') as Intent
        const sent = one(engine.transform(source, 'rgb8', bytes, 'rgb16', intent, { blackPoint: key.endsWith('+'), precise: true }), pixel)
        const back = intent === 'absolute' ? 'absolute' : 'relative'
        const printed: Triple = labAt(
          one(engine.transform(bytes, 'rgb16', 'lab', 'labFloat', back, { precise: true }), sent as Uint16Array),
          0,
        )
        found[key] = Number(deltaE2000(lab, printed).toFixed(2))
      }
      misses[id] = found
    } catch {}
  }
  return { lab: [lab[0], lab[1], lab[2]], misses }
}

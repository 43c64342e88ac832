import { type CriticalColour, RENDERINGS } from '../things/brief/critical.ts'
import type { Intent } from '../things/media/intent.ts'
import { deltaE2000, type Triple } from './cie.ts'
import type { Engine, Source } from './engine/engine.ts'
import { labAt } from './profile/to-lab.ts'

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

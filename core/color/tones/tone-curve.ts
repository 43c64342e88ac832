import type { Intent } from '../../things/media/intent.ts'
import { deltaE2000, type Triple } from '../cie.ts'
import type { Engine, Source } from '../engine/engine.ts'
import { labAt } from '../profile/to-lab.ts'

/** Levels of a grey scale of 8 bits. */
const LEVELS = 256
/** The first and the last twentieth of the scale, where tones are lost first. */
const END = 13
/** Tones this far apart are told apart side by side in good light, ΔE2000. Common practice: half a unit. */
const DISTINCT = 0.5

/** What becomes of a scale of greys on a paper. Lab is media-relative, D50. */
export interface ToneCurve {
  /** L* of each level of the picture, and of its print. */
  wanted: number[]
  printed: number[]
  /** Chroma of each printed grey: the cast along the ramp. */
  cast: number[]
  /** Tones that can be told apart in the first and last 5 % of the scale, of how many levels there are. */
  shadows: { distinct: number; of: number }
  highlights: { distinct: number; of: number }
}

/** Tones told apart along a row, each from the last that was told apart. */
export function distinctTones(labs: readonly Triple[]): number {
  let [seen, last] = [labs.length > 0 ? 1 : 0, labs[0]]
  for (const lab of labs)
    if (last && deltaE2000(last, lab) >= DISTINCT) {
      seen++
      last = lab
    }
  return seen
}

/** Follows the greys R = G = B of a picture to the print. */
export function toneCurve(
  engine: Engine,
  { source, printer, intent, blackPoint }: { source: Source; printer: Uint8Array; intent: Intent; blackPoint: boolean },
): ToneCurve {
  const greys = Uint8Array.from({ length: LEVELS * 3 }, (_, i) => Math.floor(i / 3))
  const through = (t: ReturnType<Engine['transform']>, data: Uint8Array | Uint16Array) => {
    const made = t.run(data, LEVELS)
    t.free()
    return made
  }
  const wanted = through(engine.transform(source, 'rgb8', 'lab', 'labFloat', 'relative', { precise: true }), greys)
  const device = through(engine.transform(source, 'rgb8', printer, 'rgb16', intent, { blackPoint, precise: true }), greys) as Uint16Array
  const back = intent === 'absolute' ? 'absolute' : 'relative'
  const printed = through(engine.transform(printer, 'rgb16', 'lab', 'labFloat', back, { precise: true }), device)
  const labs = Array.from({ length: LEVELS }, (_, n) => labAt(printed, n))
  return {
    wanted: Array.from({ length: LEVELS }, (_, n) => labAt(wanted, n)[0]),
    printed: labs.map((lab) => lab[0]),
    cast: labs.map(([, a, b]) => Math.hypot(a, b)),
    shadows: { distinct: distinctTones(labs.slice(0, END)), of: END },
    highlights: { distinct: distinctTones(labs.slice(-END)), of: END },
  }
}

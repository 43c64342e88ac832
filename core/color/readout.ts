import type { Intent } from '../things/media/intent.ts'
import { deltaE2000, type Triple } from './cie.ts'
import type { Engine, Source } from './engine/engine.ts'

/** One colour of the picture and what becomes of it. Lab is D50, media-relative. */
export interface Readout {
  rgb: Triple
  wanted: Triple
  printed: Triple
  difference: number
  /** Numbers sent to the printer. */
  device: Triple
}

/** Follows one colour to the print and back; keeps its transforms for the next one. */
export function createReadout(
  engine: Engine,
  { source, printer, intent, blackPoint }: { source: Source; printer: Uint8Array; intent: Intent; blackPoint: boolean },
) {
  const toLab = engine.transform(source, 'rgb8', 'lab', 'labFloat', 'relative', { precise: true })
  const toPrinter = engine.transform(source, 'rgb8', printer, 'rgb16', intent, { blackPoint, precise: true })
  const back = engine.transform(printer, 'rgb16', 'lab', 'labFloat', intent === 'absolute' ? 'absolute' : 'relative', { precise: true })
  const triple = (values: ArrayLike<number>): Triple => [values[0] as number, values[1] as number, values[2] as number]
  return {
    read(rgb: Triple): Readout {
      const pixel = Uint8Array.from(rgb)
      const wanted = triple(toLab.run(pixel, 1))
      const sent = toPrinter.run(pixel, 1) as Uint16Array
      const printed = triple(back.run(sent, 1))
      return { rgb, wanted, printed, difference: deltaE2000(wanted, printed), device: triple([...sent].map((v) => Math.round(v / 257))) }
    },
    free() {
      for (const t of [toLab, toPrinter, back]) t.free()
    },
  }
}

import type { Engine, Source } from './engine/engine.ts'
import { gamutDistances } from './gamut/out-of-gamut.ts'
import { type Grid, gridNodes } from './grid.ts'
import type { Intent } from './intent.ts'

/** Nodes along each axis. 25 keeps the mean error below one level and halves the engine's work against 33. */
export const PROOF_GRID = 25

export interface ProofSettings {
  source: Source
  /** The printer's profile; null shows the original. */
  printer: Uint8Array | null
  intent: Intent
  blackPoint: boolean
  /** Shows the paper's own white and black instead of fitting them to the display's. */
  paperWhite: boolean
}

/** Source RGB to display (sRGB) as it is, for the original beside the proof. */
export function originalGrid(engine: Engine, source: Source): Grid {
  const nodes = gridNodes(PROOF_GRID)
  const t = engine.transform(source, 'rgb8', 'srgb', 'rgb8', 'relative', { blackPoint: true })
  const values = t.run(nodes, nodes.length / 3) as Uint8Array
  t.free()
  return { size: PROOF_GRID, values }
}

/** Source RGB to what the print will look like on the display. */
export function proofGrid(engine: Engine, settings: ProofSettings & { printer: Uint8Array }): Grid {
  const nodes = gridNodes(PROOF_GRID)
  const count = nodes.length / 3
  const toPrinter = engine.transform(settings.source, 'rgb8', settings.printer, 'rgb16', settings.intent, {
    blackPoint: settings.blackPoint,
    precise: true,
  })
  const device = toPrinter.run(nodes, count)
  toPrinter.free()
  const toDisplay = engine.transform(settings.printer, 'rgb16', 'srgb', 'rgb8', settings.paperWhite ? 'absolute' : 'relative', {
    blackPoint: !settings.paperWhite,
    precise: true,
  })
  const values = toDisplay.run(device, count) as Uint8Array
  toDisplay.free()
  return { size: PROOF_GRID, values }
}

/** ΔE2000 in tenths from every grid colour to its nearest print on this paper. */
export function gamutGrid(engine: Engine, source: Source, printer: Uint8Array): Uint8Array {
  const nodes = gridNodes(PROOF_GRID)
  const count = nodes.length / 3
  const toLab = engine.transform(source, 'rgb8', 'lab', 'labFloat', 'relative', { precise: true })
  const wanted = toLab.run(nodes, count) as Float32Array
  toLab.free()
  const out = engine.transform('lab', 'labFloat', printer, 'rgb16', 'relative', { precise: true })
  const device = out.run(wanted, count)
  out.free()
  const back = engine.transform(printer, 'rgb16', 'lab', 'labFloat', 'relative', { precise: true })
  const printed = back.run(device, count) as Float32Array
  back.free()
  return gamutDistances(wanted, printed)
}

import type { Intent } from '../things/media/intent.ts'
import { deltaE2000, labToXyz, xyzToLab } from './cie.ts'
import type { Engine, Source } from './engine/engine.ts'
import { applyGrid, type Grid, gridNodes } from './grid.ts'
import { blackPoint as darkest } from './profile/facts.ts'
import { labAt, labToDevice } from './profile/to-lab.ts'

/** Nodes along each axis. 25 keeps the mean error below one level and halves the engine's work against 33. */
export const PROOF_GRID = 25
/** Nodes of the way from a paper to the display; a third more, for it is gone through after rounding. */
const DISPLAY_GRID = 33

export interface ProofSettings {
  source: Source
  /** The printer's profile. */
  printer: Uint8Array
  intent: Intent
  blackPoint: boolean
  /**
   * Printed in the printer's own greys: nothing is converted, the machine lays the picture's lightness between the
   * paper's white and its black, neutral. Intent and compensation then say nothing. A tint of its own is not shown.
   */
  greys?: boolean
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

/**
 * Printer RGB to the display: what a sheet printed with these numbers looks like. It does not depend on the intent, so
 * one is made for a paper and kept.
 */
export function displayGrid(engine: Engine, printer: Uint8Array, paperWhite: boolean): Grid {
  const nodes = gridNodes(DISPLAY_GRID)
  const t = engine.transform(printer, 'rgb8', 'srgb', 'rgb8', paperWhite ? 'absolute' : 'relative', {
    blackPoint: !paperWhite,
    precise: true,
  })
  const values = t.run(nodes, nodes.length / 3) as Uint8Array
  t.free()
  return { size: DISPLAY_GRID, values }
}

/** Luminance of an L*, and back, 0…1 of white. */
const luminance = (L: number) => labToXyz([L, 0, 0])[1]
const lightness = (Y: number) => xyzToLab([0, Y, 0])[0]

/** Numbers that print each node's lightness as a neutral, its luminance scaled between the paper's white and its black. */
function greyNodes(engine: Engine, { source, printer }: Pick<ProofSettings, 'source' | 'printer'>): Uint8Array {
  const nodes = gridNodes(PROOF_GRID)
  const t = engine.transform(source, 'rgb8', 'lab', 'labFloat', 'relative', { precise: true })
  const lab = t.run(nodes, nodes.length / 3) as Float32Array
  t.free()
  const black = luminance(darkest(engine, printer, 'relative')[0])
  for (let i = 0; i < lab.length; i += 3) {
    lab[i] = lightness(black + luminance(lab[i] as number) * (1 - black))
    lab.fill(0, i + 1, i + 3)
  }
  return Uint8Array.from(labToDevice(engine, printer, lab, 'relative'), (v) => Math.round(v / 257))
}

/** What the nodes of a proof's grid are sent to the printer as, packed RGB. */
function deviceNodes(engine: Engine, settings: Omit<ProofSettings, 'paperWhite'>): Uint8Array {
  if (settings.greys) return greyNodes(engine, settings)
  const { source, printer, intent, blackPoint } = settings
  const nodes = gridNodes(PROOF_GRID)
  const t = engine.transform(source, 'rgb8', printer, 'rgb8', intent, { blackPoint, precise: true })
  const device = t.run(nodes, nodes.length / 3) as Uint8Array
  t.free()
  return device
}

/** Packed RGB as RGBA, for the grid. */
function withAlpha(rgb: Uint8Array): Uint8Array {
  const rgba = new Uint8Array((rgb.length / 3) * 4)
  for (let i = 0, at = 0; i < rgb.length; i += 3, at += 4) for (let c = 0; c < 3; c++) rgba[at + c] = rgb[i + c] as number
  return rgba
}

/** Source RGB to what the print will look like on the display, by way of a paper's display grid. */
export function proofGrid(engine: Engine, settings: Omit<ProofSettings, 'paperWhite'>, display: Grid): Grid {
  const device = withAlpha(deviceNodes(engine, settings))
  applyGrid(display, device, device)
  const values = new Uint8Array((device.length / 4) * 3)
  for (let i = 0, at = 0; i < values.length; i += 3, at += 4) for (let c = 0; c < 3; c++) values[i + c] = device[at + c] as number
  return { size: PROOF_GRID, values }
}

/** Source RGB to what the printer is sent. */
export const deviceRenderingGrid = (engine: Engine, settings: Omit<ProofSettings, 'paperWhite'>): Grid => ({
  size: PROOF_GRID,
  values: deviceNodes(engine, settings),
})

/** ΔE2000 that a map of differences draws darkest. */
export const MAP_FULL = 10

/** Source RGB to how far the print lies from it, as a grey: white for nothing, black for ten ΔE2000 and more. */
export function differenceGrid(engine: Engine, settings: Omit<ProofSettings, 'paperWhite'>): Grid {
  const nodes = gridNodes(PROOF_GRID)
  const count = nodes.length / 3
  const toLab = engine.transform(settings.source, 'rgb8', 'lab', 'labFloat', 'relative', { precise: true })
  const wanted = toLab.run(nodes, count) as Float32Array
  toLab.free()
  const back = engine.transform(settings.printer, 'rgb8', 'lab', 'labFloat', settings.intent === 'absolute' ? 'absolute' : 'relative', {
    precise: true,
  })
  const printed = back.run(deviceNodes(engine, settings), count) as Float32Array
  back.free()
  const values = new Uint8Array(nodes.length)
  for (let n = 0; n < count; n++)
    values.fill(255 - Math.round((255 * Math.min(MAP_FULL, deltaE2000(labAt(wanted, n), labAt(printed, n)))) / MAP_FULL), n * 3, n * 3 + 3)
  return { size: PROOF_GRID, values }
}

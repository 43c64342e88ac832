import type { Intent } from '../../things/media/intent.ts'
import type { Engine, Source } from '../engine/engine.ts'
import { type Grid, gridNodes } from '../grid.ts'
import { PROOF_GRID } from '../proof.ts'
import type { Outcome } from './outcomes.ts'

interface Settings {
  source: Source
  printer: Uint8Array
  intent: Intent
  blackPoint: boolean
}

/** Source RGB to how the print looks on the display when colour is managed once, twice or not at all. */
export function workedGrid(engine: Engine, { source, printer, intent, blackPoint }: Settings, outcome: Outcome): Grid {
  const nodes = gridNodes(PROOF_GRID)
  const count = nodes.length / 3
  const convert = (from: Source, data: Uint8Array): Uint8Array => {
    const t = engine.transform(from, 'rgb8', printer, 'rgb8', intent, { blackPoint, precise: true })
    const made = t.run(data, count) as Uint8Array
    t.free()
    return made
  }
  const device = outcome === 'none' ? nodes : outcome === 'right' ? convert(source, nodes) : convert('srgb', convert(source, nodes))
  const show = engine.transform(printer, 'rgb8', 'srgb', 'rgb8', 'absolute', { precise: true })
  const values = show.run(device, count) as Uint8Array
  show.free()
  return { size: PROOF_GRID, values }
}

import { sliverRisk } from '../../sheet/slivers.ts'
import { type Coverage, expansionNeeded } from '../../sheet/tolerance.ts'
import { writeLength } from '../../things/length/length.ts'
import { sayRisk } from '../decisions/expansion.ts'
import type { Check } from './check.ts'

/** One sheet in five hundred is worth a warning; less is worth knowing. */
const WORTH_A_WARNING = 0.002

export const expansionSmall: Check = {
  id: 'expansion-small',
  title: 'White slivers are likely',
  touches: ['expansion', 'page'],
  about: 'front',
  on: 'plate',
  find: ({ edges, way, page, path, lot, printer, brief, expansion, offset, bleedNeeds }) => {
    if (edges.mode !== 'borderless' || !bleedNeeds) return []
    const coverage: Coverage = { sheet: way.fed, page, path, spread: lot.spread, outOfSquare: lot.outOfSquare, offset }
    const needed = expansionNeeded(coverage)
    if (edges.expansion >= needed) return []
    const risk = sliverRisk(bleedNeeds, edges.expansion)
    const enough = printer.expansions.find((e) => e.um >= needed)
    return [
      {
        level: risk >= WORTH_A_WARNING ? 'warn' : 'note',
        says: `The print runs ${writeLength(edges.expansion, brief.unit)} past the edge; lot, path and skew together can add up to ${writeLength(needed, brief.unit)}. Expect a white sliver on ${sayRisk(risk)}.`,
        numbers: { expansion: edges.expansion, needed: Math.round(needed), riskPercent: Number((risk * 100).toFixed(2)) },
        fix: enough && enough.id !== expansion?.id ? { label: `Use the step “${enough.name}”`, pins: { expansion: enough.id } } : null,
      },
    ]
  },
}

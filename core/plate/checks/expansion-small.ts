import { sliverRisk } from '../../sheet/slivers.ts'
import { expansionNeeded } from '../../sheet/tolerance.ts'
import { writeLength } from '../../things/length/length.ts'
import { coverageOf } from '../decisions/coverage.ts'
import { sayRisk } from '../decisions/expansion.ts'
import { type Check, UNUSABLE } from './check.ts'

/** One sheet in five hundred is worth a warning; less is worth knowing. */
const WORTH_A_WARNING = 0.002

export const expansionSmall: Check = {
  id: 'expansion-small',
  title: 'White slivers are likely',
  touches: ['expansion', 'page'],
  about: 'front',
  follows: [...UNUSABLE, 'borderless-impossible'],
  on: 'plate',
  find: (plate) => {
    const { edges, way, printer, brief, expansion, bleedNeeds } = plate
    if (edges.mode !== 'borderless' || !bleedNeeds) return []
    const needed = expansionNeeded(coverageOf(plate, way.fed))
    const risk = sliverRisk(bleedNeeds, edges.expansion)
    if (edges.expansion >= needed)
      return risk === 0
        ? []
        : [
            {
              level: 'note',
              title: 'A sheet can go in askew',
              says: `The step covers what lot, path and skew add up to; a sheet that goes in plainly askew still shows a white sliver, ${sayRisk(risk)}. Watch it being drawn in.`,
              numbers: { expansion: edges.expansion, needed: Math.round(needed), riskPercent: Number((risk * 100).toFixed(2)) },
            },
          ]
    const [runs, needs] = [writeLength(edges.expansion, brief.unit), writeLength(needed, brief.unit)]
    const enough = printer.expansions.find((e) => e.um >= needed)
    return [
      {
        level: risk >= WORTH_A_WARNING ? 'warn' : 'note',
        says: `${edges.expansion === 0 ? 'The print ends exactly at the edge' : `The print runs ${runs} past the edge`}; lot, path and skew together can add up to ${runs === needs ? 'a hair more' : needs}. Expect a white ${edges.expansion === 0 ? 'hairline' : 'sliver'} on ${sayRisk(risk)}.`,
        numbers: { expansion: edges.expansion, needed: Math.round(needed), riskPercent: Number((risk * 100).toFixed(2)) },
        fix: enough && enough.id !== expansion?.id ? { label: `Use the step “${enough.name}”`, pins: { expansion: enough.id } } : null,
      },
    ]
  },
}

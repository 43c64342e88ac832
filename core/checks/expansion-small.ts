import { writeLength } from '../length/length.ts'
import { expansionNeeded } from '../sheet/tolerance.ts'
import type { Check } from './check.ts'

export const expansionSmall: Check = {
  id: 'expansion-small',
  title: 'White slivers are likely',
  touches: ['expansion', 'page'],
  on: 'plate',
  find: ({ edges, way, page, path, lot, printer, brief, expansion }) => {
    if (edges.mode !== 'borderless') return []
    const needed = expansionNeeded(way.fed, page, path, lot.spread)
    if (edges.expansion >= needed) return []
    const enough = printer.expansions.find((e) => e.um >= needed)
    return [
      {
        level: 'warn',
        says: `The print runs ${writeLength(edges.expansion, brief.unit)} past the edge; lot, path and skew together can be ${writeLength(needed, brief.unit)} off.`,
        numbers: { expansion: edges.expansion, needed: Math.round(needed) },
        fix: enough && enough.id !== expansion?.id ? { label: `Use the step “${enough.name}”`, pins: { expansion: enough.id } } : null,
      },
    ]
  },
}

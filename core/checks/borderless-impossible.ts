import { writeLength } from '../length/length.ts'
import { lotSizeName } from '../media/lot-name.ts'
import { borderlessEdges } from '../plate/ways.ts'
import type { Check } from './check.ts'

export const borderlessImpossible: Check = {
  id: 'borderless-impossible',
  title: 'Borderless is not possible here',
  touches: ['margins', 'page', 'path'],
  on: 'plate',
  find: (plate) => {
    const { brief, borderless, edges, path, printer, ways } = plate
    const asked = brief.finish === 'borderless' || borderless !== 'none'
    if (!asked || edges.mode === 'borderless') return []
    const where = ways.filter((w) => w.ruledOut === null && borderlessEdges(w.path, w.lot, false).length === 4)
    const names = [...new Set(where.map((w) => `${w.printer.name}, ${w.path.name} (${lotSizeName(w.lot, brief.unit)})`))].slice(0, 3)
    const first = where[0]
    const enforced =
      edges.mode === 'enforced' ? ` It will leave ${writeLength(edges.margin, brief.unit)} of paper all round whatever is asked.` : ''
    return [
      {
        level: 'stop',
        says: `${path.name} of ${printer.name} will not print this page to the edge.${enforced} ${names.length > 0 ? `It can be done on ${names.join('; ')}.` : 'No printer of the studio can do it with this paper.'}`,
        numbers: { possibleWays: where.length, ...(edges.mode === 'enforced' ? { enforced: edges.margin } : {}) },
        fix: first
          ? {
              label: `Use ${first.path.name} of ${first.printer.name}`,
              pins: { printer: first.printer.id, path: first.path.id, stock: first.lot.id, page: null, margins: null, expansion: null },
            }
          : { label: 'Print it with margins', brief: { finish: 'bordered' }, pins: { margins: null, expansion: null } },
      },
    ]
  },
}

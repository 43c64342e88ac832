import { writeLength } from '../../things/length/length.ts'
import { lotSizeName } from '../../things/media/lot-name.ts'
import { EDGES } from '../../things/paths/path.ts'
import { borderlessEdges } from '../ways/ways.ts'
import type { Check } from './check.ts'

export const borderlessImpossible: Check = {
  id: 'borderless-impossible',
  title: 'Borderless is not possible here',
  touches: ['margins', 'page', 'path'],
  about: 'front',
  on: 'plate',
  find: (plate) => {
    const { brief, borderless, edges, path, printer, ways } = plate
    const asked = brief.finish === 'borderless' || borderless !== 'none'
    const whole = edges.mode === 'borderless' && edges.edges.length === 4
    if (!asked || whole || (edges.mode === 'borderless' && brief.finish !== 'borderless')) return []
    const where = ways.filter((w) => w.ruledOut === null && borderlessEdges(w.path, w.lot, false).length === 4)
    const names = [...new Set(where.map((w) => `${w.printer.name}, ${w.path.name} (${lotSizeName(w.lot, brief.unit)})`))].slice(0, 3)
    const first = where[0]
    const enforced =
      edges.mode === 'enforced' ? ` It will leave ${writeLength(edges.margin, brief.unit)} of paper all round whatever is asked.` : ''
    const fix = first
      ? {
          label: `Use ${first.path.name} of ${first.printer.name}`,
          pins: { printer: first.printer.id, path: first.path.id, stock: first.lot.id, page: null, margins: null, expansion: null },
        }
      : null
    if (edges.mode === 'borderless') {
      const kept = EDGES.filter((e) => !edges.edges.includes(e))
      return [
        {
          level: 'warn',
          says: `${path.name} of ${printer.name} prints past ${edges.edges.join(' and ')} only; paper stays at the ${kept.map((e) => `${e} edge (${writeLength(edges.margins[e], brief.unit)})`).join(' and the ')}. Trim it, or ${names.length > 0 ? `print on ${names.join('; ')}` : 'accept it: no printer of the studio does all four with this paper'}.`,
          numbers: { possibleWays: where.length, edges: edges.edges.length },
          fix,
        },
      ]
    }
    return [
      {
        level: 'stop',
        says: `${path.name} of ${printer.name} will not print this page to the edge.${enforced} ${names.length > 0 ? `It can be done on ${names.join('; ')}.` : 'No printer of the studio can do it with this paper.'}`,
        numbers: { possibleWays: where.length, ...(edges.mode === 'enforced' ? { enforced: edges.margin } : {}) },
        fix: fix ?? { label: 'Print it with margins', brief: { finish: 'bordered' }, pins: { margins: null, expansion: null } },
      },
    ]
  },
}

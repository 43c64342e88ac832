import { writeLength } from '../../things/length/length.ts'
import { lotSizeName } from '../../things/media/lot-name.ts'
import { borderlessEdges } from '../../things/paths/borderless.ts'
import { EDGES } from '../../things/paths/path.ts'
import { enforcedMargin } from '../decisions/room.ts'
import { type Check, UNUSABLE } from './check.ts'

export const borderlessImpossible: Check = {
  id: 'borderless-impossible',
  title: 'Borderless is not possible here',
  touches: ['margins', 'page', 'path'],
  about: 'front',
  follows: UNUSABLE,
  on: 'plate',
  find: (plate) => {
    const { brief, borderless, edges, path, lot, page, printer, ways, pins } = plate
    const asked = brief.finish === 'borderless' || borderless !== 'none'
    const whole = edges.mode === 'borderless' && edges.edges.length === 4
    if (!asked || whole || (edges.mode === 'borderless' && brief.finish !== 'borderless')) return []
    const where = ways.filter(
      (w) => w.badness === 0 && w.printer.expansions.length > 0 && borderlessEdges(w.path, w.lot, false).length === 4,
    )
    const names = [...new Set(where.map((w) => `${w.printer.name}, ${w.path.name} (${lotSizeName(w.lot, brief.unit)})`))].slice(0, 3)
    const first = where[0]
    const otherwise = { label: 'Print it with margins', brief: { finish: 'bordered' as const }, pins: { margins: null, expansion: null } }
    if (borderless === 'none' && printer.expansions.length > 0 && borderlessEdges(path, lot, page.pwg === null).length === 4)
      return [
        {
          level: 'warn',
          says: `The brief asks for borderless and ${path.name} of ${printer.name} does it, but the set-up is held to margins.`,
          numbers: { possibleWays: 1 },
          fix: { label: 'Print it borderless', pins: { margins: null, expansion: null } },
          otherwise,
        },
      ]
    const forced = enforcedMargin(path)
    const leaves =
      edges.mode === 'enforced'
        ? `it leaves ${writeLength(forced, brief.unit)} of paper all round whatever is asked`
        : `asked to, it leaves ${writeLength(forced, brief.unit)} of paper all round`
    const fix = first
      ? {
          label: `Use ${first.path.name} of ${first.printer.name}`,
          pins: { printer: first.printer.id, path: first.path.id, stock: first.lot.id, page: null, margins: null, expansion: null },
        }
      : null
    if (edges.mode === 'borderless') {
      const kept = EDGES.filter((e) => !edges.edges.includes(e))
      const accepted = pins.margins === 'borderless-sides'
      const accept = { label: 'Accept paper at the ends', pins: { margins: 'borderless-sides' } }
      return [
        {
          level: accepted ? 'note' : 'stop',
          says: `${path.name} of ${printer.name} prints past ${edges.edges.join(' and ')} only; paper stays at the ${kept.map((e) => `${e} edge (${writeLength(edges.margins[e], brief.unit)})`).join(' and the ')}${accepted ? ', which you accepted' : ''}. ${names.length > 0 ? `All four edges can be done on ${names.join('; ')}.` : 'No printer of the studio does all four with this paper: trim it, or accept it.'}`,
          numbers: { possibleWays: where.length, edges: edges.edges.length, ...Object.fromEntries(kept.map((e) => [e, edges.margins[e]])) },
          fix: accepted ? null : (fix ?? accept),
          otherwise: accepted || !fix ? null : accept,
        },
      ]
    }
    return [
      {
        level: 'stop',
        says: `${path.name} of ${printer.name} will not print this page to the edge: ${leaves}. ${names.length > 0 ? `It can be done on ${names.join('; ')}.` : 'No printer of the studio can do it with this paper.'}`,
        numbers: { possibleWays: where.length, enforced: forced },
        fix: fix ?? otherwise,
        otherwise: fix ? otherwise : null,
      },
    ]
  },
}

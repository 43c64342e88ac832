import { MEASURABLE } from '../../sheet/loss.ts'
import { gaps } from '../../sheet/rect.ts'
import { neededBySheet, sliverRisk } from '../../sheet/slivers.ts'
import { type Coverage, expansionNeeded, NOWHERE_SHORT } from '../../sheet/tolerance.ts'
import { writeLength } from '../../things/length/length.ts'
import { EDGES, type Edge, edgesOf } from '../../things/paths/path.ts'
import { coverageOf } from '../decisions/coverage.ts'
import { sayRisk } from '../decisions/expansion.ts'
import type { Settled } from '../settle/settled.ts'
import { type Check, type Fix, UNUSABLE } from './check.ts'

/** One sheet in five hundred is worth a warning; less is worth knowing. */
const WORTH_A_WARNING = 0.002

/** What a pixel or two make of an edge, µm: nobody sees it, and every size ends on one. */
const ROUNDED = 100

/** What is to be covered by the picture as it lies: edges it leaves bare on purpose have a finding of their own. */
function coverageHere(plate: Settled): Coverage {
  const { edges, layout, way } = plate
  const coverage = coverageOf(plate, way.fed)
  if (edges.mode !== 'borderless') return coverage
  const past = gaps(layout.printed, layout.page)
  const covered = (coverage.edges ?? EDGES).filter((edge) => layout.margins[edge] < MEASURABLE)
  const short = edgesOf((edge) => {
    const less = covered.includes(edge) ? edges.expansion - past[edge] : 0
    return less > ROUNDED ? less : 0
  })
  return { ...coverage, edges: covered, short }
}

/** What makes a picture run past every edge as far as the printer prints; null where it fills the sheet already. */
function asFar({ item, together, pins }: Settled): Fix | null {
  if (together) return null
  if (item.size.by !== 'sheet' || !item.size.fill)
    return { label: 'Fill the sheet', item: { size: { by: 'sheet', fill: true } }, pins: { placement: null } }
  return pins.placement === undefined ? null : { label: 'Lay it in the middle', pins: { placement: null } }
}

export const expansionSmall: Check = {
  id: 'expansion-small',
  title: 'White slivers are likely',
  touches: ['expansion', 'page'],
  about: 'front',
  follows: [...UNUSABLE, 'borderless-impossible'],
  on: 'plate',
  find: (plate) => {
    const { edges, layout, printer, brief, expansion, bleedNeeds } = plate
    if (edges.mode !== 'borderless' || !bleedNeeds) return []
    const coverage = coverageHere(plate)
    const { edges: covered = EDGES, short = NOWHERE_SHORT } = coverage
    if (covered.length === 0) return []
    const needed = expansionNeeded(coverage)
    // Where most is needed, of what lot, path and skew come to and of what the picture runs less far.
    const neededAt = (edge: Edge) => expansionNeeded({ ...coverage, edges: [edge] })
    const least = covered.reduce((a, b) => (neededAt(b) > neededAt(a) ? b : a))
    const less = short[least]
    const asSettled = covered.length === edges.edges.length && covered.every((edge) => short[edge] === 0)
    const risk = sliverRisk(asSettled ? bleedNeeds : neededBySheet(coverage), edges.expansion)
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
    // By a ruler, where the picture itself ends sooner than the step; what it lacks is the same.
    const ends = less > 0 ? layout.bleed[least] : edges.expansion
    const [runs, needs] = [writeLength(ends, brief.unit), writeLength(needed - edges.expansion + ends, brief.unit)]
    const where = less > 0 ? `the ${least} edge` : 'the edge'
    const enough = printer.expansions.find((e) => e.um >= needed)
    return [
      {
        level: risk >= WORTH_A_WARNING ? 'warn' : 'note',
        says: `${ends === 0 ? `The print ends exactly at ${where}` : `The print runs ${runs} past ${where}`}; lot, path and skew together can add up to ${runs === needs ? 'a hair more' : needs}. Expect a white ${ends === 0 ? 'hairline' : 'sliver'} on ${sayRisk(risk)}.`,
        numbers: { expansion: edges.expansion, needed: Math.round(needed), riskPercent: Number((risk * 100).toFixed(2)) },
        fix:
          less > 0
            ? asFar(plate)
            : enough && enough.id !== expansion?.id
              ? { label: `Use the step “${enough.name}”`, pins: { expansion: enough.id } }
              : null,
      },
    ]
  },
}

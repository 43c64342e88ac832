import { MEASURABLE } from '../../sheet/loss.ts'
import { pictureEdge } from '../../things/brief/turn.ts'
import { writeLength } from '../../things/length/length.ts'
import { EDGES } from '../../things/paths/path.ts'
import type { Check } from './check.ts'
import { liesAnew } from './lies-anew.ts'

export const keptEdge: Check = {
  id: 'kept-edge',
  title: 'An edge you want kept is cut off',
  touches: ['orientation', 'placement', 'path'],
  about: 'item',
  on: 'plate',
  find: (plate) => {
    const { item, layout, brief, turn, together } = plate
    const cut = EDGES.filter((e) => layout.clipped[e] >= MEASURABLE && item.keep.includes(pictureEdge(e, turn)))
    const fix = together || cut.length === 0 ? null : liesAnew('Let the turn and the place be worked out again', plate)
    return cut.map((edge) => ({
      suffix: edge,
      level: 'stop' as const,
      says: `The picture’s ${pictureEdge(edge, turn)} lies at the ${edge} edge and loses ${writeLength(layout.clipped[edge], brief.unit)}. Turn it, move it, or use a longer sheet and trim.`,
      numbers: { clipped: layout.clipped[edge] },
      fix,
    }))
  },
}

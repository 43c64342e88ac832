import { viewOf } from '../../sheet/form.ts'
import type { Layout } from '../../sheet/layout.ts'
import { askedBorders } from '../../sheet/placement.ts'
import { itemById } from '../../things/brief/brief.ts'
import { EDGES, type Edges, edgesOf } from '../../things/paths/path.ts'
import type { Settled } from './settled.ts'

/** A kind of sheet as it lies, and its borders without what one was wanted wider than the others. */
export interface EachSheet {
  layout: Layout
  borders: Edges
}

/** How each kind of sheet lies: where items have sheets of their own these differ; what lies together is one block. */
export function eachSheet({ together, layout, forms, brief }: Pick<Settled, 'together' | 'layout' | 'forms' | 'brief'>): EachSheet[] {
  if (together) return [{ layout, borders: layout.borders }]
  return forms
    .filter(({ side }) => side === 'front')
    .map((form) => {
      const { layout, turn } = viewOf(form)
      const size = itemById(brief, form.placements[0]?.item ?? '')?.size
      if (size?.by !== 'border') return { layout, borders: layout.borders }
      const asked = askedBorders(size, turn)
      const least = Math.min(...EDGES.map((edge) => asked[edge]))
      return { layout, borders: edgesOf((edge) => layout.borders[edge] - (asked[edge] - least)) }
    })
}

import { area } from '../../sheet/rect.ts'
import { EDGES } from '../../things/paths/path.ts'
import type { Check } from './check.ts'

export const overspray: Check = {
  id: 'overspray',
  title: 'Overspray soils the printer',
  touches: ['margins'],
  about: 'plate',
  on: 'plate',
  find: ({ item, layout, printer, edges }) => {
    if (edges.mode !== 'borderless' || EDGES.every((e) => layout.bleed[e] === 0)) return []
    const each = (area(layout.printed) - area(layout.visible)) / 1e12
    const mine = each * item.copies
    const { since, cleanAfter } = printer.overspray
    const due = since + mine >= cleanAfter
    return [
      {
        level: due ? 'warn' : 'note',
        says: `${(mine * 1e4).toFixed(0)} cm² of ink land beside the paper in this job; ${(since * 1e4).toFixed(0)} cm² since ${printer.name} was last cleaned.${due ? ` Clean the edges of its platen first: it is due at ${(cleanAfter * 1e4).toFixed(0)} cm². Gloves; follow the maker’s instructions.` : ''}`,
        numbers: {
          job: Number((mine * 1e4).toFixed(1)),
          since: Number((since * 1e4).toFixed(1)),
          cleanAfter: Number((cleanAfter * 1e4).toFixed(0)),
        },
      },
    ]
  },
}

/** Ink printed past the edges of one sheet of this layout, m². */
export const oversprayOf = (layout: { printed: { w: number; h: number }; visible: { w: number; h: number } }): number =>
  Math.max(0, layout.printed.w * layout.printed.h - layout.visible.w * layout.visible.h) / 1e12

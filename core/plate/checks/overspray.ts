import type { Form } from '../../sheet/form.ts'
import { squareMetres } from '../../things/length/length.ts'
import { type Check, UNUSABLE } from './check.ts'

export const overspray: Check = {
  id: 'overspray',
  title: 'Overspray soils the printer',
  touches: ['margins'],
  about: 'plate',
  follows: [...UNUSABLE, 'borderless-impossible'],
  on: 'plate',
  find: ({ forms, printer, edges }) => {
    if (edges.mode !== 'borderless') return []
    const mine = forms.reduce((sum, form) => sum + (form.side === 'front' ? oversprayOf(form) * form.count : 0), 0)
    if (mine === 0) return []
    const { since, cleanAfter } = printer.overspray
    const due = since + mine >= cleanAfter
    return [
      {
        level: due ? 'warn' : 'note',
        says: `${mine < 0.5e-4 ? 'Less than 1 cm² of ink lands' : `${(mine * 1e4).toFixed(0)} cm² of ink land`} beside the paper in this job; ${(since * 1e4).toFixed(0)} cm² since ${printer.name} was last cleaned.${due ? ` Clean the edges of its platen first: it is due at ${(cleanAfter * 1e4).toFixed(0)} cm². Gloves; follow the maker’s instructions.` : ''}`,
        numbers: {
          job: Number((mine * 1e4).toFixed(1)),
          since: Number((since * 1e4).toFixed(1)),
          cleanAfter: Number((cleanAfter * 1e4).toFixed(0)),
        },
      },
    ]
  },
}

/** Ink printed past the edges of one sheet of this form, m²: of each picture that lies over one, what lies beyond. */
export const oversprayOf = ({ placements }: Pick<Form, 'placements'>): number =>
  placements.reduce(
    (sum, { printed, visible }) => sum + Math.max(0, squareMetres(printed.w, printed.h) - squareMetres(visible.w, visible.h)),
    0,
  )

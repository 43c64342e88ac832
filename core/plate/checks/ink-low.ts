import type { Form } from '../../sheet/form.ts'
import { pagesOf, sheetsFrom, takenBy } from '../../sheet/run-pages.ts'
import { inkOfSheet } from '../estimates/estimates.ts'
import type { Settled } from '../settle/settled.ts'
import type { Check } from './check.ts'

/** How far an ink lasts that is short as a whole: the last sheet is never whole. */
interface Lasts {
  side: 'front' | 'back'
  /** Whole sheets of that side. */
  sheets: number
}

function lasts(plate: Settled, id: string, millilitres: number): Lasts {
  const each = (form: Pick<Form, 'placements'>) => inkOfSheet(plate, form)[id] ?? 0
  const fronts = sheetsFrom(pagesOf(plate, 'front'), millilitres, each)
  const backs = pagesOf(plate, 'back')
  // All fronts are printed before the first back.
  if (fronts < plate.sheets || backs.length === 0) return { side: 'front', sheets: Math.min(plate.sheets - 1, fronts) }
  const left = millilitres - takenBy(pagesOf(plate, 'front'), plate.sheets, each)
  return { side: 'back', sheets: Math.min(plate.sheets - 1, sheetsFrom(backs, left, each)) }
}
const asSheets = ({ side, sheets }: Lasts, copies: number) => sheets + (side === 'back' ? copies : 0)

export const inkLow: Check = {
  id: 'ink-low',
  title: 'Ink is too low for the job',
  touches: ['printer'],
  about: 'plate',
  on: 'plate',
  find: (plate) => {
    const { printer, estimates, sheets: copies } = plate
    const short = printer.inks
      .flatMap((ink) => {
        const needed = estimates.inks[ink.id] ?? 0
        return needed > ink.millilitres ? [{ ink, needed, lasts: lasts(plate, ink.id, ink.millilitres) }] : []
      })
      .sort((a, b) => asSheets(a.lasts, copies) - asSheets(b.lasts, copies) || b.needed / b.ink.millilitres - a.needed / a.ink.millilitres)
    const [first, ...more] = short
    if (!first) return []
    // What is missing by a hair is not told as enough.
    const digits = [1, 2].find((n) => first.needed.toFixed(n) !== first.ink.millilitres.toFixed(n)) ?? 3
    const { side, sheets } = first.lasts
    const on = side === 'back' ? ' on the second side' : ''
    const when =
      copies === 1
        ? `in the middle of ${side === 'back' ? 'the second side' : 'the print'}`
        : sheets === 0
          ? `in the first sheet${on}`
          : `after ${sheets} of ${copies} sheets${on}`
    return [
      {
        level: 'warn',
        says: `${first.ink.name} of ${printer.name} runs out ${when}: it takes ${first.needed.toFixed(digits)} ml and ${first.ink.millilitres.toFixed(digits)} are left.${more.length > 0 ? ` ${more.map((s) => s.ink.name).join(', ')} ${more.length === 1 ? 'does' : 'do'} not last either.` : ''} Have a new one ready.`,
        numbers: { needed: Number(first.needed.toFixed(2)), lowest: first.ink.millilitres, sheets, ink: first.ink.id },
      },
    ]
  },
}

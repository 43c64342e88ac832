import { pagesOf, sheetsFrom } from '../../sheet/run-pages.ts'
import { inkOfSheet } from '../estimates/estimates.ts'
import type { Settled } from '../settle/settled.ts'
import type { Check } from './check.ts'

/** Whole sheets that come out before this ink is used up. Of what is short as a whole the last sheet is never whole. */
const lasts = (plate: Settled, id: string, millilitres: number): number =>
  Math.min(
    plate.sheets - 1,
    sheetsFrom(pagesOf(plate, 'front'), millilitres, (form) => inkOfSheet(plate, form)[id] ?? 0),
  )

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
        return needed > ink.millilitres ? [{ ink, needed, sheets: lasts(plate, ink.id, ink.millilitres) }] : []
      })
      .sort((a, b) => a.sheets - b.sheets || b.needed / b.ink.millilitres - a.needed / a.ink.millilitres)
    const [first, ...more] = short
    if (!first) return []
    // What is missing by a hair is not told as enough.
    const digits = [1, 2].find((n) => first.needed.toFixed(n) !== first.ink.millilitres.toFixed(n)) ?? 3
    const when =
      copies === 1 ? 'in the middle of the print' : first.sheets === 0 ? 'in the first sheet' : `after ${first.sheets} of ${copies} sheets`
    return [
      {
        level: 'warn',
        says: `${first.ink.name} of ${printer.name} runs out ${when}: the job takes ${first.needed.toFixed(digits)} ml and ${first.ink.millilitres.toFixed(digits)} are left.${more.length > 0 ? ` ${more.map((s) => s.ink.name).join(', ')} ${more.length === 1 ? 'does' : 'do'} not last either.` : ''} Have a new one ready.`,
        numbers: { needed: Number(first.needed.toFixed(2)), lowest: first.ink.millilitres, sheets: first.sheets, ink: first.ink.id },
      },
    ]
  },
}

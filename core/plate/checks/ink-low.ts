import { inkOfSheet } from '../estimates/estimates.ts'
import type { Settled } from '../settle/settled.ts'
import type { Check } from './check.ts'

/** What lasts for six sheets lasts for six, whatever the last digit of a division says. */
const HAIR = 1e-9

/** Whole sheets that come out, in the order they are printed, before this ink is used up. */
function lasts(plate: Settled, id: string, millilitres: number): number {
  let [left, out] = [millilitres, 0]
  for (const form of plate.forms) {
    if (form.side === 'back') continue
    const each = inkOfSheet(plate, form)[id] ?? 0
    const sheets = each > 0 ? Math.min(form.count, Math.floor(left / each + HAIR)) : form.count
    out += sheets
    if (sheets < form.count) break
    left -= sheets * each
  }
  // Of what is short as a whole the last sheet is never whole.
  return Math.min(out, plate.sheets - 1)
}

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

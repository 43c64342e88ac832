import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Side } from '../../../core/sheet/form.ts'
import { type Chosen, sheetsIn } from '../../../core/sheet/run-pages.ts'
import type { Missing } from '../../../core/work/runs/missing.ts'

/** Which sheets somebody wants: none said yet, all, or these. */
export type Picked = 'usual' | 'all' | readonly Chosen[]

/** What is still missing of a side where some of it is out; null where all of it is, or none. */
export function leftOf(plate: Pick<Plate, 'forms'>, side: Side, missing: Missing | undefined): Chosen[] | null {
  const left = missing?.sheets[side] ?? []
  const all = plate.forms.filter((form) => form.side === side)
  return missing?.begun && left.length > 0 && sheetsIn(left) < sheetsIn(all) ? left : null
}

/** The sheets that are printed: those that are missing, where it is not said otherwise. Null for all of the side. */
export function chosenOf(plate: Pick<Plate, 'forms'>, side: Side, picked: Picked, missing: Missing | undefined): readonly Chosen[] | null {
  if (picked === 'all') return null
  if (picked !== 'usual') return picked
  // Of spoilt sheets nobody has named, none is printed before somebody has.
  return leftOf(plate, side, missing) ?? ((missing?.unknown[side] ?? 0) > 0 ? [] : null)
}

import { oversprayOf } from '../../plate/checks/overspray.ts'
import { inkOfSheet } from '../../plate/estimates/estimates.ts'
import { layoutOf, type Plate } from '../../plate/resolve/plate.ts'
import { type Form, type Side, viewOf } from '../../sheet/form.ts'
import { type Chosen, formOfSheet, pagesOf, takenBy } from '../../sheet/run-pages.ts'
import { type OffsetReading, offsetFrom, skewFrom } from '../../things/calibration/offset.ts'
import type { Edges } from '../../things/paths/path.ts'

/** What delivered sheets have taken, and how they have left the machine. */
export interface Used {
  /** Sheets, or µm of roll. */
  stock: number
  /** Ink beside the paper, m². */
  sprayed: number
  /** The black that is in the head now; null where either will do. */
  black: 'photo' | 'matte' | null
}

/** µm of roll, or sheets, that so many prints of a plate take. */
export const stockFor = (plate: Plate, sheets: number): number =>
  sheets * (plate.setup?.lot.form === 'roll' ? Math.round(layoutOf(plate)?.sheet.h ?? 0) : 1)

/** What a run prints: a side of a plate, or only some sheets of it. */
interface Printed {
  plate: Plate
  side: Side
  only?: readonly Chosen[] | null
}

/** What the first so many sheets of a run have used. */
export function usedBy({ plate, side, only = null }: Printed, sheets: number): Used {
  const { setup } = plate
  const { black = 'either' } = setup?.mediaType ?? {}
  return {
    // The second side goes on sheets that were counted with the first.
    stock: side === 'back' ? 0 : stockFor(plate, sheets),
    sprayed: side === 'front' && setup && setup.borderless !== 'none' ? takenBy(pagesOf(plate, side, only), sheets, oversprayOf) : 0,
    black: sheets > 0 && black !== 'either' ? black : null,
  }
}

/** Ink that the first so many sheets of a run were reckoned to take, by ink, ml; null where the estimate does not speak of them. */
export function inkReckoned({ plate, side, only = null }: Printed, sheets: number): Record<string, number> | null {
  const { setup, brief, estimates } = plate
  if (side === 'back' || sheets <= 0 || !estimates || !setup) return null
  const of = { ...setup, brief }
  const pages = pagesOf(plate, side, only)
  return Object.fromEntries(setup.printer.inks.map(({ id }) => [id, takenBy(pages, sheets, (form) => inkOfSheet(of, form)[id] ?? 0)]))
}

interface Inspected {
  verdict: 'right' | 'usable' | 'wasted'
  margins: Edges | null
  skew?: { leading: number; trailing: number } | null
}

/** The form of the sheet that is kept of a run, and measured: the first that came out of it. */
export const inspectedForm = ({ plate, side, only = null }: Printed): Form | null => formOfSheet(pagesOf(plate, side, only), 1)

/** Whether anything on it has edges to measure to: of words alone nobody knows where their letters end to a tenth. */
export const hasEdges = ({ placements }: Pick<Form, 'placements'>): boolean => placements.some(({ crop }) => crop !== null)

/** What an inspection says of where the path lays prints; null when nothing was measured, or there was nothing to measure. */
export function offsetLearnt(run: Printed & { id: number }, inspection: Inspected): OffsetReading | null {
  const { setup } = run.plate
  const form = inspectedForm(run)
  const layout = form && hasEdges(form) ? viewOf(form).layout : null
  // A piece that was cut out of a larger sheet says nothing of where that sheet was printed.
  if (run.plate.brief.items.some(({ piece }) => piece !== null)) return null
  // A print that ran off the paper, or a second side, has no borders to compare.
  if (!setup || !layout || run.side !== 'front' || !inspection.margins || setup.borderless !== 'none') return null
  const { across, along } = offsetFrom(inspection.margins, layout.margins, setup.offset)
  return {
    runId: run.id,
    printerId: setup.printer.id,
    pathId: setup.path.id,
    across: Math.round(across),
    along: Math.round(along),
    skewDegrees: inspection.skew ? skewFrom(inspection.skew.leading, inspection.skew.trailing, layout.visible.h) : null,
  }
}

/** How a pairing's counts change: a corrected verdict first takes the old one back. */
export function verdictCounts(before: Inspected | null, after: Inspected): { good: number; bad: number } {
  const count = (of: Inspected | null, verdict: Inspected['verdict']) => Number(of?.verdict === verdict)
  return { good: count(after, 'right') - count(before, 'right'), bad: count(after, 'wasted') - count(before, 'wasted') }
}

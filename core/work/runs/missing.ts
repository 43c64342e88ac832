import { z } from 'zod'
import type { Plate } from '../../plate/resolve/plate.ts'
import type { Side } from '../../sheet/form.ts'
import { type Chosen, ChosenSchema, pagesOf, partForms, takenBy } from '../../sheet/run-pages.ts'
import type { FoundFault, Inspection } from './inspection.ts'

/** What a run of a job has brought. */
export interface Brought {
  plate: Pick<Plate, 'forms'>
  side: Side
  only: readonly Chosen[] | null
  sheetsDelivered: number
  /** Sheets it was to bring in the end. */
  wanted: number
  /** Null while nobody has looked at it. */
  inspection: Pick<Inspection, 'verdict' | 'sheetsUsed' | 'sheetsWasted'> | null
  faults: readonly Pick<FoundFault, 'onTheWay'>[]
}

const bySide = <T extends z.ZodType>(each: T) => z.object({ front: each, back: each })

/** What of a plate is still to be printed. */
export const MissingSchema = z.object({
  /** Whether any sheet has come out, good or spoilt. */
  begun: z.boolean(),
  /** Sheets of each side. */
  sheets: bySide(z.array(ChosenSchema)),
  /** Spoilt sheets of each side of which nobody has said what kind they were. */
  unknown: bySide(z.number().int().nonnegative()),
})
export type Missing = z.infer<typeof MissingSchema>

const millimetres = (um: number) => Math.round(um / 1000)
const same = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other)

/** Kinds of sheet by what they are, and how large what they hold is: a print of a job that was changed meanwhile is of other sheets. */
const kinds = ({ forms }: Pick<Plate, 'forms'>) =>
  forms.map(({ id, side, placements }) => [id, side, placements.map(({ item, face }) => [item, millimetres(face.w), millimetres(face.h)])])

/** Whether two plates have the same sheets, however often. */
export const sameSheets = (one: Pick<Plate, 'forms'>, other: Pick<Plate, 'forms'>): boolean => same(kinds(one), kinds(other))
const counts = ({ forms }: Pick<Plate, 'forms'>) => forms.map(({ count }) => count)

/** Sheets of a run that were spoilt: of those that came out, and those that never did. */
export function spoiltOf({ sheetsDelivered, inspection, faults }: Pick<Brought, 'sheetsDelivered' | 'inspection' | 'faults'>): {
  delivered: number
  onTheWay: number
} {
  if (!inspection) return { delivered: 0, onTheWay: 0 }
  const { verdict, sheetsUsed, sheetsWasted } = inspection
  if (verdict === 'wasted' && sheetsWasted === 0) return { delivered: sheetsDelivered, onTheWay: 0 }
  const never = Math.max(
    sheetsUsed - sheetsDelivered,
    faults.reduce((sum, { onTheWay }) => sum + onTheWay, 0),
  )
  const onTheWay = Math.min(never, sheetsWasted)
  return { delivered: Math.min(sheetsDelivered, sheetsWasted - onTheWay), onTheWay }
}

/**
 * What of a plate is still to be printed: of every kind of sheet on both its sides, as often as it is wanted, less what came out
 * and was not spoilt. Who printed as much of a side as was wanted in the end has printed it; what was printed by itself adds up;
 * a spoilt second side takes the first with it.
 * @param runs the runs of the job, of this plate and of others
 */
export function missingOf(plate: Pick<Plate, 'forms'>, runs: readonly Brought[]): Missing {
  const known = runs.filter((run) => sameSheets(run.plate, plate))
  const kept = plate.forms.map((form) => ({ form, out: 0, wanted: null as number | null }))
  const unknown = { front: 0, back: 0 }
  /** Takes spoilt sheets off the one kind they can have been of. */
  const lose = (side: Side, of: readonly { form: Pick<Plate['forms'][number], 'id'> }[], sheets: number) => {
    const [one, ...more] = kept.filter(({ form }) => form.side === side && of.some((page) => page.form.id === form.id))
    if (one && more.length === 0) one.out -= sheets
    else unknown[side] += sheets
  }
  for (const run of known) {
    const pages = pagesOf(run.plate, run.side, run.only)
    const spoilt = spoiltOf(run)
    const whole = run.only === null && run.sheetsDelivered >= run.wanted && spoilt.delivered === 0 && same(counts(run.plate), counts(plate))
    for (const kind of kept) {
      if (kind.form.side !== run.side) continue
      const among = (sheets: number) => takenBy(pages, sheets, ({ id }) => Number(id === kind.form.id))
      kind.out += among(run.sheetsDelivered)
      if (whole) kind.wanted = Math.max(kind.wanted ?? 0, among(run.wanted))
    }
    lose(run.side, pages, spoilt.delivered)
    if (run.side === 'back')
      lose(
        'front',
        kept.filter(({ form }) => form.side === 'front'),
        spoilt.delivered + spoilt.onTheWay,
      )
  }
  const sheets: Missing['sheets'] = { front: [], back: [] }
  for (const { form, out, wanted } of kept) {
    const left = (wanted ?? form.count) - out
    if (left > 0) sheets[form.side].push({ form: form.id, count: left })
    // More came out than was wanted: what was spoilt, whatever it was, has been printed again.
    else unknown[form.side] = Math.max(0, unknown[form.side] + left)
  }
  return { begun: known.some(({ sheetsDelivered, inspection }) => sheetsDelivered > 0 || inspection !== null), sheets, unknown }
}

/** A plate with those sheets of the front that are still to be printed; as it is where none of them is out, or none is missing. */
export function stillOf(plate: Plate, missing: Missing | undefined): Plate {
  const left = missing?.begun ? missing.sheets.front : []
  return left.length === 0 ? plate : { ...plate, forms: partForms(plate, left) }
}

/** Whether everything that a plate has is printed: who found a run right or usable has said that it does, whatever was spoilt of it. */
export function allOut(plate: Pick<Plate, 'forms'>, runs: readonly Brought[]): boolean {
  const { sheets, unknown } = missingOf(
    plate,
    runs.map((run) => (run.inspection?.verdict === 'wasted' ? run : { ...run, inspection: null })),
  )
  return [sheets.front, sheets.back].every((side) => side.length === 0) && unknown.front + unknown.back === 0
}

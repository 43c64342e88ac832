import type { Plate } from '../../plate/resolve/plate.ts'
import type { Side } from '../../sheet/form.ts'
import { type Chosen, pagesOf, takenBy } from '../../sheet/run-pages.ts'

/** What a run of a job has brought. */
export interface Brought {
  plate: Pick<Plate, 'forms'>
  side: Side
  only: readonly Chosen[] | null
  sheetsDelivered: number
  /** Sheets it was to bring in the end. */
  wanted: number
  /** Found wasted when it was looked at. */
  wasted: boolean
}

/** Kinds of sheet by what they are and hold: a print of a job that was changed meanwhile is of other sheets. */
const kinds = ({ forms }: Pick<Plate, 'forms'>): string =>
  JSON.stringify(forms.map(({ id, side, count, placements }) => [id, side, count, placements.map(({ item }) => item)]))

/**
 * Whether everything that a plate has is printed: every kind of sheet on both its sides, as often as it is wanted. Who printed all of a
 * side, or as much of it as was wanted in the end, has printed it; what was printed by itself adds up; what was wasted is none.
 * @param runs the runs of the job, of this plate and of others
 */
export function allOut(plate: Pick<Plate, 'forms'>, runs: readonly Brought[]): boolean {
  const own = kinds(plate)
  const good = runs.filter((run) => !run.wasted && kinds(run.plate) === own)
  return plate.forms.every(({ id, side, count }) => {
    const of = good.filter((run) => run.side === side)
    if (of.some((run) => run.only === null && run.sheetsDelivered >= run.wanted)) return true
    const out = of.reduce(
      (sum, run) => sum + takenBy(pagesOf(plate, side, run.only), run.sheetsDelivered, (form) => Number(form.id === id)),
      0,
    )
    return out >= count
  })
}

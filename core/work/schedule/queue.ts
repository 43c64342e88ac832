import { dryingOf } from '../../plate/estimates/estimates.ts'
import { byDue } from './by-due.ts'
import type { Outlook } from './outlook.ts'

/** One job's stretch on a printer, minutes from now. */
export interface Stretch {
  jobId: number
  loadFrom: number
  printFrom: number
  dryFrom: number
  doneAt: number
}

/**
 * Puts jobs one after another on a printer, the earliest due first, those without a date last.
 * The printer is free for the next while a print dries. Minutes from now.
 */
export function queueUp(jobs: readonly { id: number; dueAt: string | null; plate: Pick<Outlook, 'estimates'> }[]): Stretch[] {
  const order = [...jobs].sort((a, b) => byDue(a.dueAt, b.dueAt) || a.id - b.id)
  let free = 0
  return order.flatMap(({ id, plate }) => {
    const { estimates } = plate
    if (!estimates) return []
    const printFrom = free + estimates.loadingMinutes + estimates.handsMinutes
    const dryFrom = printFrom + estimates.printingSeconds / 60
    const stretch = { jobId: id, loadFrom: free, printFrom, dryFrom, doneAt: dryFrom + dryingOf(estimates) }
    free = dryFrom
    return [stretch]
  })
}

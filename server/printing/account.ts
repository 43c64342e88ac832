import { levelTold, printed } from '../../core/things/printers/ink-meter.ts'
import { inkReckoned, usedBy } from '../../core/work/runs/outcome.ts'
import type { RunChange, RunRow } from '../store/runs.ts'
import type { Act } from '../store/store.ts'

/** Ends a run and counts what it used: the lot, the path, the machine and the run change together or not at all. */
export async function account(act: Act, run: RunRow, change: RunChange & { sheetsDelivered: number }): Promise<RunRow> {
  const { setup } = run.plate
  if (!setup) throw new Error('a run without a set-up')
  const used = usedBy(run, change.sheetsDelivered)
  await act.lots.takeOff(setup.lot.id, used.stock)
  await act.lots.takeLoaded(setup.printer.id, setup.path.id, setup.lot.id, used.stock, true)
  // What came from a program of one's own, or broke off, took what nobody reckoned.
  const ink = run.how === 'own' || change.state === 'failed' ? null : inkReckoned(run, change.sheetsDelivered)
  await act.printers.machine(setup.printer.id, ({ black, overspray, inks }) => ({
    meters: Object.fromEntries(inks.map(({ id, meter, capacity }) => [id, printed(meter, ink && (ink[id] ?? 0), capacity)])),
    ...(used.sprayed > 0 ? { oversprayed: overspray.since + used.sprayed } : {}),
    // A print that came out in the other black has left that one in the head.
    ...(used.black && black.swap && black.installed !== used.black ? { black: used.black } : {}),
  }))
  return act.runs.change(run, { ...change, ...inspectedSince(run, change.sheetsDelivered) })
}

/** What was written down of a run while it was going on speaks of all its sheets now that they are out. */
function inspectedSince({ inspection, faults }: RunRow, sheetsDelivered: number): Pick<RunChange, 'inspection'> {
  if (!inspection) return {}
  const onTheWay = faults.reduce((sum, fault) => sum + fault.onTheWay, 0)
  return { inspection: { ...inspection, sheetsUsed: Math.max(inspection.sheetsUsed, sheetsDelivered + onTheWay) } }
}

/** Takes over what the printer says is left of each ink: percent by name, as in `marker-levels`; and what that teaches. */
export const recordInks = (act: Act, printerId: string, levels: ReadonlyMap<string, number>): Promise<void> =>
  act.printers.machine(printerId, ({ inks }) => {
    const told = inks.flatMap((ink) => {
      const percent = levels.get(ink.name)
      return percent === undefined || percent < 0 || percent > 100 ? [] : [{ ...ink, left: (ink.capacity * percent) / 100 }]
    })
    return {
      inks: Object.fromEntries(told.map(({ id, left }) => [id, left])),
      meters: Object.fromEntries(told.map(({ id, meter, left, capacity }) => [id, levelTold(meter, left, capacity)])),
    }
  })

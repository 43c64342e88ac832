import { changedMachine, type MachineChange, machineOf, withMachine } from '../../core/things/printers/machine.ts'
import type { Printer } from '../../core/things/printers/printer.ts'
import { machineAfter, type PrinterNote } from '../../core/things/printers/printer-log.ts'
import type { Row } from '../db/tables.ts'
import { missing, Refusal } from '../problems.ts'
import { experience } from './experience.ts'
import { ChangedMeanwhile, type Scope, table } from './table.ts'

/** A printer as it is kept: its whole record, how the machine is among it, and the version of what people edit. */
export interface KeptPrinter {
  version: number
  printer: Printer
}

/** What printers are, and, apart from it, how each of them is right now. */
/** Lines of a printer's own log that are shown. */
const NOTES = 200

export function printers(scope: Scope) {
  const rows = table('printers', scope)
  const machines = table('machines', scope)
  const notes = table('printerLog', scope)
  const learnt = experience(scope)
  /** A path whose service was noted otherwise begins its history anew. */
  const began = async (printerId: string, before: Record<string, string | null>, now: Record<string, string | null>) => {
    for (const pathId of new Set([...Object.keys(before), ...Object.keys(now)]))
      if ((before[pathId] ?? null) !== (now[pathId] ?? null)) await learnt.begin(printerId, pathId, now[pathId] ?? null)
  }
  const noteOf = ({ id, event, pathId, on, says }: Row<'printerLog'>) => ({ id, event, pathId, on, says })
  const whole = (row: Row<'printers'>, machine: Row<'machines'> | null): KeptPrinter => ({
    version: row.version,
    printer: machine ? withMachine(row.record, machine.state) : row.record,
  })
  const kept = async (row: Row<'printers'>) => whole(row, await machines.one({ printerId: row.id }))
  const rowOf = async (id: string): Promise<Row<'printers'>> => {
    const row = await rows.one({ id })
    if (!row || row.archived) throw missing('printer', id)
    return row
  }
  return {
    async list(): Promise<Printer[]> {
      const [all, states] = await Promise.all([rows.all({ archived: false }, { order: [['position', 'ASC']] }), machines.all()])
      return all.map((row) => whole(row, states.find((m) => m.printerId === row.id) ?? null).printer)
    },
    find: async (id: string): Promise<KeptPrinter> => kept(await rowOf(id)),
    async tryFind(id: string): Promise<KeptPrinter | null> {
      const row = await rows.one({ id })
      return row && !row.archived ? kept(row) : null
    },
    /** Adds a printer; one of this id that was put aside comes back as this. */
    async add(printer: Printer): Promise<KeptPrinter> {
      const known = await rows.one({ id: printer.id })
      if (known && !known.archived)
        throw new Refusal(409, {
          code: 'printer-exists',
          field: 'id',
          value: printer.id,
          message: `There is a printer “${known.record.name}” with this id already.`,
        })
      const row = known
        ? await rows.change(known, { record: printer, archived: false })
        : await rows.add({ id: printer.id, position: await rows.count(), record: printer })
      const before = await machines.one({ printerId: printer.id })
      const state = machineOf(printer)
      await machines.put({ printerId: printer.id, state })
      await began(printer.id, before?.state.serviced ?? {}, state.serviced)
      return kept(row)
    },
    /**
     * Changes what a printer is, as it was seen at this version; how the machine is stays as it is.
     * Refuses with 409 and the newer one when somebody else was faster.
     */
    async save(version: number, printer: Printer): Promise<KeptPrinter> {
      const row = await rowOf(printer.id)
      try {
        return await kept(await rows.change({ ...row, version }, { record: printer }, true))
      } catch (error) {
        if (!(error instanceof ChangedMeanwhile)) throw error
        const now = await rowOf(printer.id)
        throw new Refusal(409, {
          code: 'changed-meanwhile',
          field: 'version',
          value: String(version),
          limit: String(now.version),
          message: 'Somebody else changed this printer meanwhile. Your entries are still here; look at theirs first.',
          current: await kept(now),
        })
      }
    },
    /** Changes how a machine is: what the change leaves out stays as somebody else has left it. Says nothing where the printer is gone. */
    async machine(id: string, change: MachineChange | ((printer: Printer) => MachineChange)): Promise<void> {
      const row = await rows.one({ id })
      const state = await machines.one({ printerId: id }, { lock: true })
      if (!row || !state) return
      const changes = typeof change === 'function' ? change(withMachine(row.record, state.state)) : change
      if (Object.keys(changes).length === 0) return
      const now = changedMachine(state.state, changes)
      await machines.change(state, { state: now })
      await began(id, state.state.serviced, now.serviced)
    },
    /** What happened to it, the latest first. */
    log: async (printerId: string): Promise<(PrinterNote & { id: number })[]> =>
      (
        await notes.all(
          { printerId },
          {
            order: [
              ['on', 'DESC'],
              ['id', 'DESC'],
            ],
            limit: NOTES,
          },
        )
      ).map(noteOf),
    /** Writes down what happened to it, and what that changes of the machine. */
    async note(printerId: string, note: PrinterNote): Promise<PrinterNote & { id: number }> {
      await this.machine(printerId, machineAfter(note))
      return noteOf(await notes.add({ printerId, ...note }))
    },
    /** Those that were put aside. */
    aside: async (): Promise<KeptPrinter[]> =>
      Promise.all((await rows.all({ archived: true }, { order: [['position', 'ASC']] })).map(kept)),
    /** Brings one back that was put aside, as it was; one that is there stays. */
    async restore(id: string): Promise<KeptPrinter> {
      const row = await rows.one({ id }, { lock: true })
      if (!row) throw missing('printer', id)
      return kept(row.archived ? await rows.change(row, { archived: false }) : row)
    },
    async archive(id: string): Promise<KeptPrinter> {
      const row = await rowOf(id)
      return kept(await rows.change(row, { archived: true }))
    },
  }
}

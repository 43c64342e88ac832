import { machineChange } from '../../../core/things/printers/machine.ts'
import { type Printer, PrinterSchema } from '../../../core/things/printers/printer.ts'
import type { PrinterEntry } from '../../../core/wire/api/calls/printers.ts'
import { useRecordForm } from '../../ui/record-form.ts'
import { look } from './place-in-record.ts'

/** A printer record being edited: any place in it read and written by its name (`paths.0.width.min`). */
export function usePrinterDraft(entry: PrinterEntry) {
  const form = useRecordForm<Printer>({
    name: `printer-${entry.printer.id}`,
    schema: PrinterSchema,
    record: entry.printer,
    version: entry.version,
  })
  return {
    ...form,
    /** What was entered of how the machine is: it goes beside the record, so that neither undoes what a run has noted. */
    machine: machineChange(form.base, form.draft),
    get: <T>(at: string) => look(form.draft, at.split('.')) as T,
  }
}
export type PrinterDraft = ReturnType<typeof usePrinterDraft>

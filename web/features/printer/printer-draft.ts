import { useMemo, useState } from 'react'
import { machineChange } from '../../../core/things/printers/machine.ts'
import { type Printer, PrinterSchema } from '../../../core/things/printers/printer.ts'
import type { PrinterEntry } from '../../../core/wire/api/calls/printers.ts'
import { look, put } from './place-in-record.ts'

/** Entries as they are kept on this device, with what they were made from. */
interface Kept extends PrinterEntry {
  base?: Printer
}

/**
 * A printer record being edited: any place in it read and written by its name (`paths.0.width.min`), checked as it is
 * typed, and kept on this device until it is saved.
 */
export function usePrinterDraft(entry: PrinterEntry) {
  const key = `unsaved-printer-${entry.printer.id}`
  const [kept] = useState<Kept | null>(() => {
    try {
      const stored = JSON.parse(localStorage.getItem(key) ?? 'null') as Kept | null
      return typeof stored?.printer === 'object' && Array.isArray(stored.printer?.paths) ? stored : null
    } catch {
      return null
    }
  })
  const [draft, setDraft] = useState<Printer>(kept?.printer ?? entry.printer)
  // What the entries were made from: ink levels that a run notes meanwhile are no entries of ours.
  const [base, setBase] = useState<Printer>(kept?.base ?? entry.printer)
  const errors = useMemo(() => {
    const read = PrinterSchema.safeParse(draft)
    return new Map(read.success ? [] : read.error.issues.map((issue) => [issue.path.join('.'), issue.message]))
  }, [draft])
  const dirty = JSON.stringify(draft) !== JSON.stringify(base)
  const keep = (printer: Printer) => {
    setDraft(printer)
    localStorage.setItem(key, JSON.stringify({ version: entry.version, printer, base } satisfies Kept))
  }
  return {
    draft,
    errors,
    dirty,
    /** What was entered of how the machine is: it goes beside the record, so that neither undoes what a run has noted. */
    machine: machineChange(base, draft),
    /** Somebody else has saved the printer since these entries were made. */
    stale: dirty && kept !== null && kept.version !== entry.version,
    get: <T>(at: string) => look(draft, at.split('.')) as T,
    set: (at: string, value: unknown) => keep(put(draft, at.split('.'), value) as Printer),
    /** The message for this place or anything below it. */
    errorAt: (at: string): string | null => [...errors].find(([where]) => where === at || where.startsWith(`${at}.`))?.[1] ?? null,
    forget: () => {
      localStorage.removeItem(key)
      setDraft(entry.printer)
      setBase(entry.printer)
    },
    saved: () => localStorage.removeItem(key),
  }
}
export type PrinterDraft = ReturnType<typeof usePrinterDraft>

import { z } from 'zod'
import { fail, ok, type Result } from '../problem/problem.ts'
import { UNMETERED } from './ink-meter.ts'
import { type Printer, PrinterSchema } from './printer.ts'
import { printerUpgraded } from './read-printer.ts'

/** A printer record as a document of its own, to keep, to mend in an editor, or to give to another studio. Lengths in µm. */
export const PrinterDocumentSchema = z.object({
  document: z.literal('arch-plate-printer'),
  version: z.literal(1),
  printer: PrinterSchema,
})

/** Longest document accepted, characters. */
export const LONGEST_DOCUMENT = 2_000_000

/** The published JSON Schema of the document. */
export const printerDocumentJsonSchema = () => z.toJSONSchema(PrinterDocumentSchema, { io: 'input', unrepresentable: 'any' })

/** Ink levels, what they taught and what has been sprayed are the state of one machine, not part of what it is. */
const asNew = (printer: Printer): Printer => ({
  ...printer,
  inks: printer.inks.map((ink) => ({ ...ink, millilitres: ink.capacity, meter: UNMETERED })),
  overspray: { ...printer.overspray, since: 0 },
})

export const writePrinterDocument = (printer: Printer): string =>
  JSON.stringify({ document: 'arch-plate-printer', version: 1, printer: asNew(printer) }, null, 2)

/** “, from line 3 on”: where a text stops being JSON, as far as the engine that read it says. */
function placeIn(text: string, error: unknown): string {
  const at = /position (\d+)/.exec((error as Error).message)?.[1]
  return at === undefined ? '' : `, from line ${text.slice(0, Number(at)).split('\n').length} on`
}

/** Reads a document. Says which field is wrong, with its value, when one is. */
export function readPrinterDocument(text: string): Result<Printer> {
  if (text.length > LONGEST_DOCUMENT)
    return fail({
      field: 'document',
      code: 'document-too-long',
      limit: `${LONGEST_DOCUMENT} characters`,
      message: 'This document is longer than any printer record.',
    })
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch (error) {
    return fail({ field: 'document', code: 'document-not-json', message: `This is not JSON${placeIn(text, error)}.` })
  }
  // A record an older version wrote is brought up to date; what is wrong in it is told by the schema.
  const upgraded = typeof raw === 'object' && raw !== null && 'printer' in raw ? { ...raw, printer: printerUpgraded(raw.printer) } : raw
  const read = PrinterDocumentSchema.safeParse(upgraded)
  if (read.success) return ok(read.data.printer)
  const issue = read.error.issues[0]
  const field = issue?.path.join('.') || 'document'
  return fail({
    field,
    code: 'document-invalid',
    message: `${field === 'document' ? 'The document' : field}: ${issue?.message ?? 'not as it must be'}.`,
  })
}

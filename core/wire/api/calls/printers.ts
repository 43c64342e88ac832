import { z } from 'zod'
import { LONGEST_DOCUMENT, PrinterDocumentSchema } from '../../../things/printers/document.ts'
import { MachineChangeSchema } from '../../../things/printers/machine.ts'
import { PrinterSchema } from '../../../things/printers/printer.ts'
import { PrinterNoteSchema } from '../../../things/printers/printer-log.ts'
import { PrinterRecordSchema } from '../printer-record.ts'
import { type Call, KeyParam } from './call.ts'

const Entry = z.object({ version: z.number().int(), printer: PrinterSchema })
/** A printer's record as somebody saw it at a version. */
export type PrinterEntry = z.infer<typeof Entry>

/** What is to be changed: what the printer is, and, where somebody has seen to it, how the machine is. */
const EditSchema = Entry.extend({ printer: PrinterRecordSchema, machine: MachineChangeSchema.optional() })

const Proposal = z.object({
  /** The record there is, or null for a printer new to the studio. */
  current: Entry.nullable(),
  proposed: PrinterSchema,
  differences: z.array(z.object({ at: z.string(), now: z.unknown(), proposed: z.unknown() })),
  /** What was assumed because the source does not say. */
  assumed: z.array(z.string()),
})
export type PrinterProposal = z.infer<typeof Proposal>

const ReadSchema = z.object({ address: z.string().max(300), id: z.string().max(60).nullable() })

const TakeSchema = z.object({
  version: z.number().int(),
  proposed: PrinterRecordSchema,
  take: z.array(z.string().max(300)).max(2000),
})

const PrinterNoteEntry = PrinterNoteSchema.and(z.object({ id: z.number().int() }))

export const PRINTERS_CALLS = {
  'GET /printers/{id}': { summary: 'One printer record with its version', params: KeyParam, answers: Entry },
  'POST /printers': { summary: 'Add a printer', takes: PrinterRecordSchema, answers: Entry, status: 201 },
  'PUT /printers/{id}': {
    summary: 'Change a printer record; the version guards against overwriting somebody else',
    params: KeyParam,
    takes: EditSchema,
    answers: Entry,
  },
  'DELETE /printers/{id}': { summary: 'Put a printer aside; its runs keep their records', params: KeyParam, answers: Entry },
  'GET /printers/{id}/log': {
    summary: 'What happened to a printer beside printing, the latest first',
    params: KeyParam,
    answers: z.array(PrinterNoteEntry),
  },
  'POST /printers/{id}/log': {
    summary: 'Write down what happened to a printer; what it changes of the machine is changed with it',
    params: KeyParam,
    takes: PrinterNoteSchema,
    answers: PrinterNoteEntry,
    status: 201,
  },
  'GET /printers-aside': { summary: 'Printers that were put aside', answers: z.array(Entry) },
  'POST /printers/{id}/restore': { summary: 'Bring a printer back that was put aside', params: KeyParam, answers: Entry },
  'POST /printers/nearby': {
    summary: 'Ask the network once for printers that speak IPP (DNS-SD); takes three seconds',
    answers: z.array(z.object({ name: z.string(), says: z.string(), address: z.string() })),
  },
  'POST /printers/read': {
    summary: 'Ask a printer over IPP what it is, and compare that with the record there is; nothing is stored',
    takes: ReadSchema,
    answers: Proposal,
  },
  'POST /printers/compare': {
    summary: 'Read a printer document and compare it with the record there is; nothing is stored',
    takes: z.object({ document: z.string().max(LONGEST_DOCUMENT) }),
    answers: Proposal,
  },
  'POST /printers/{id}/take': {
    summary: 'Take chosen differences of a proposal into the record',
    params: KeyParam,
    takes: TakeSchema,
    answers: Entry,
  },
  'POST /printers/{id}/cleaned': {
    summary: 'The overspray has been cleaned off; count from nothing again',
    params: KeyParam,
    answers: Entry,
  },
  'GET /printers/{id}/document': {
    summary: 'The printer record as a document to keep or to give away',
    params: KeyParam,
    answers: PrinterDocumentSchema,
  },
} as const satisfies Record<string, Call>

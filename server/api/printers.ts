import { createRoute, z } from '@hono/zod-openapi'
import { differences, takeDifferences } from '../../core/things/printers/differences.ts'
import {
  LONGEST_DOCUMENT,
  PrinterDocumentSchema,
  printerDocumentJsonSchema,
  readPrinterDocument,
  writePrinterDocument,
} from '../../core/things/printers/document.ts'
import { type MachineChange, MachineChangeSchema, machineChange } from '../../core/things/printers/machine.ts'
import { type Printer, PrinterSchema } from '../../core/things/printers/printer.ts'
import { PrinterRecordSchema } from '../../core/wire/api/printer-record.ts'
import { parsePrinterAddress } from '../../core/wire/ipp/address.ts'
import { IppError } from '../../core/wire/ipp/message.ts'
import { proposeFromIpp } from '../../core/wire/ipp/propose-printer.ts'
import type { App } from '../app-context.ts'
import { ipp, Refused, Unreachable } from '../printing/ipp-client.ts'
import { Refusal } from '../problems.ts'
import { body, KeyParam, PROBLEMS, router, takes } from './shared.ts'

const Entry = z.object({ version: z.number().int(), printer: PrinterSchema })
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
const ReadSchema = z.object({ address: z.string().max(300), id: z.string().max(60).nullable() })
const TakeSchema = z.object({ version: z.number().int(), proposed: PrinterRecordSchema, take: z.array(z.string().max(300)).max(2000) })

/** The records of printers: made, changed, read from the printer itself, given away and put aside. */
export function printersApi(app: App) {
  const { store, events } = app
  /** An address is checked when it is entered; sending checks it again. */
  const reachable = (record: Printer) => {
    const read = parsePrinterAddress(record.address)
    if (!read.ok) throw new Refusal(422, read.problem)
    return record
  }
  const save = async (id: string, version: number, printer: Printer, machine: MachineChange) => {
    if (printer.id !== id)
      throw new Refusal(422, { code: 'printer-renamed', field: 'id', value: printer.id, message: 'A printer keeps its id.' })
    reachable(printer)
    const saved = await store.act(async (act) => {
      await act.printers.save(version, printer)
      await act.printers.machine(id, machine)
      return act.printers.find(id)
    })
    events.tell({ what: 'studio', id })
    return saved
  }
  const propose = async (proposed: Printer, assumed: string[]) => {
    const current = await store.printers.tryFind(proposed.id)
    return { current, proposed, differences: current ? differences(current.printer, proposed) : [], assumed }
  }
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/printers/{id}',
        summary: 'One printer record with its version',
        request: { params: KeyParam },
        responses: { 200: body(Entry), ...PROBLEMS },
      }),
      async (c) => c.json(await store.printers.find(c.req.valid('param').id), 200),
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/printers',
        summary: 'Add a printer',
        request: takes(PrinterRecordSchema),
        responses: { 201: body(Entry), ...PROBLEMS },
      }),
      async (c) => {
        const record = reachable(c.req.valid('json'))
        const made = await store.act((act) => act.printers.add(record))
        events.tell({ what: 'studio', id: record.id })
        return c.json(made, 201)
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/printers/{id}',
        summary: 'Change a printer record; the version guards against overwriting somebody else',
        request: { params: KeyParam, ...takes(EditSchema) },
        responses: { 200: body(Entry), ...PROBLEMS },
      }),
      async (c) => {
        const { version, printer, machine = {} } = c.req.valid('json')
        return c.json(await save(c.req.valid('param').id, version, printer, machine), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/printers/{id}',
        summary: 'Put a printer aside; its runs keep their records',
        request: { params: KeyParam },
        responses: { 200: body(Entry), ...PROBLEMS },
      }),
      async (c) => {
        const { id } = c.req.valid('param')
        const busy = await store.runs.movingOn(id)
        if (busy > 0)
          throw new Refusal(409, {
            code: 'printer-busy',
            field: 'id',
            message: 'This printer is printing. Let it finish, or cancel its runs first.',
          })
        const aside = await store.printers.archive(id)
        events.tell({ what: 'studio', id })
        return c.json(aside, 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/printers/read',
        summary: 'Ask a printer over IPP what it is, and compare that with the record there is; nothing is stored',
        request: takes(ReadSchema),
        responses: { 200: body(Proposal), ...PROBLEMS },
      }),
      async (c) => {
        const { address, id } = c.req.valid('json')
        const before = id === null ? null : (await store.printers.find(id)).printer
        const attributes = await ipp.describe(address).catch((error) => {
          if (error instanceof Refused)
            throw new Refusal(422, { code: 'printer-refuses', field: 'address', value: address, message: error.message })
          if (error instanceof Unreachable)
            throw new Refusal(502, { code: 'printer-away', field: 'address', value: address, message: error.message })
          if (error instanceof IppError)
            throw new Refusal(422, {
              code: `ipp-${error.code}`,
              field: 'address',
              value: address,
              message: `What answers there is not readable as IPP: ${error.message}`,
            })
          throw new Refusal(422, {
            code: 'address-unreadable',
            field: 'address',
            value: address,
            message: 'That is not a printer’s address. It looks like ipp://127.0.0.1:8651/ipp/print.',
          })
        })
        const read = proposeFromIpp(attributes, address, before)
        if (!read)
          throw new Refusal(422, {
            code: 'printer-says-nothing',
            field: 'address',
            value: address,
            message: 'It answers, but names no paper it takes. Enter it from its manual.',
          })
        return c.json(await propose(read.printer, read.assumed), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/printers/compare',
        summary: 'Read a printer document and compare it with the record there is; nothing is stored',
        request: takes(z.object({ document: z.string().max(LONGEST_DOCUMENT) })),
        responses: { 200: body(Proposal), ...PROBLEMS },
      }),
      async (c) => {
        const read = readPrinterDocument(c.req.valid('json').document)
        if (!read.ok) throw new Refusal(422, read.problem)
        return c.json(await propose(read.value, []), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/printers/{id}/take',
        summary: 'Take chosen differences of a proposal into the record',
        request: { params: KeyParam, ...takes(TakeSchema) },
        responses: { 200: body(Entry), ...PROBLEMS },
      }),
      async (c) => {
        const { id } = c.req.valid('param')
        const { printer: now } = await store.printers.find(id)
        const { version, proposed, take } = c.req.valid('json')
        let record: Printer
        try {
          record = takeDifferences(now, proposed, take)
        } catch (error) {
          const issue = error instanceof z.ZodError ? error.issues[0] : null
          throw new Refusal(422, {
            code: 'mixture-contradicts',
            field: issue?.path.join('.') ?? 'take',
            message: `Taken like this the record contradicts itself at ${issue?.path.join('.')}: ${issue?.message}. Take what belongs together.`,
          })
        }
        return c.json(await save(id, version, record, machineChange(now, record)), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/printers/{id}/cleaned',
        summary: 'The overspray has been cleaned off; count from nothing again',
        request: { params: KeyParam },
        responses: { 200: body(Entry), ...PROBLEMS },
      }),
      async (c) => {
        const { id } = c.req.valid('param')
        await store.act((act) => act.printers.machine(id, { oversprayed: 0 }))
        events.tell({ what: 'studio', id })
        return c.json(await store.printers.find(id), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/printers/{id}/document',
        summary: 'The printer record as a document to keep or to give away',
        request: { params: KeyParam },
        responses: { 200: body(PrinterDocumentSchema), ...PROBLEMS },
      }),
      async (c) => {
        const { printer: record } = await store.printers.find(c.req.valid('param').id)
        c.header('content-disposition', `attachment; filename="printer-${record.id.replace(/[^a-z0-9-]/gi, '-')}.json"`)
        return c.json(JSON.parse(writePrinterDocument(record)), 200)
      },
    )
    .get('/schemas/printer.json', (c) => c.json(printerDocumentJsonSchema() as object))
}

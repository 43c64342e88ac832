import { z } from 'zod'
import { differences, takeDifferences } from '../../core/things/printers/differences.ts'
import { printerDocumentJsonSchema, readPrinterDocument, writePrinterDocument } from '../../core/things/printers/document.ts'
import { type MachineChange, machineChange } from '../../core/things/printers/machine.ts'
import type { Printer } from '../../core/things/printers/printer.ts'
import { parsePrinterAddress } from '../../core/wire/ipp/address.ts'
import { IppError } from '../../core/wire/ipp/message.ts'
import { proposeFromIpp } from '../../core/wire/ipp/propose-printer.ts'
import type { App } from '../app-context.ts'
import { ipp, Refused, Unreachable } from '../printing/ipp-client.ts'
import { lookNearby } from '../printing/nearby.ts'
import { missing, Refusal } from '../problems.ts'
import { router } from './shared.ts'

/** The records of printers: made, changed, read from the printer itself, given away and put aside. */
export function printersApi(app: App) {
  const { store, events } = app
  /** An address is checked when it is entered; sending checks it again. Without one it is printed to from another program. */
  const reachable = (record: Printer) => {
    if (record.address === '') return record
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
    .call('GET /printers/{id}', async (c) => c.json(await store.printers.find(c.req.valid('param').id), 200))
    .call('POST /printers', async (c) => {
      const record = reachable(c.req.valid('json'))
      const made = await store.act((act) => act.printers.add(record))
      events.tell({ what: 'studio', id: record.id })
      return c.json(made, 201)
    })
    .call('PUT /printers/{id}', async (c) => {
      const { version, printer, machine = {} } = c.req.valid('json')
      return c.json(await save(c.req.valid('param').id, version, printer, machine), 200)
    })
    .call('DELETE /printers/{id}', async (c) => {
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
    })
    .call('GET /printers/{id}/log', async (c) => {
      const { printer } = await store.printers.find(c.req.valid('param').id)
      return c.json(await store.printers.log(printer.id), 200)
    })
    .call('POST /printers/{id}/log', async (c) => {
      const { id } = c.req.valid('param')
      const note = c.req.valid('json')
      const made = await store.act(async (act) => {
        const { printer } = await act.printers.find(id)
        if (note.pathId !== null && !printer.paths.some((p) => p.id === note.pathId)) throw missing('path', note.pathId)
        return act.printers.note(id, note)
      })
      events.tell({ what: 'studio', id })
      return c.json(made, 201)
    })
    .call('GET /printers-aside', async (c) => c.json(await store.printers.aside(), 200))
    .call('POST /printers/{id}/restore', async (c) => {
      const { id } = c.req.valid('param')
      const back = await store.act((act) => act.printers.restore(id))
      events.tell({ what: 'studio', id })
      return c.json(back, 200)
    })
    .call('POST /printers/nearby', async (c) => c.json(await lookNearby(), 200))
    .call('POST /printers/read', async (c) => {
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
    })
    .call('POST /printers/compare', async (c) => {
      const read = readPrinterDocument(c.req.valid('json').document)
      if (!read.ok) throw new Refusal(422, read.problem)
      return c.json(await propose(read.value, []), 200)
    })
    .call('POST /printers/{id}/take', async (c) => {
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
    })
    .call('POST /printers/{id}/cleaned', async (c) => {
      const { id } = c.req.valid('param')
      await store.act((act) => act.printers.machine(id, { oversprayed: 0 }))
      events.tell({ what: 'studio', id })
      return c.json(await store.printers.find(id), 200)
    })
    .call('GET /printers/{id}/document', async (c) => {
      const { printer: record } = await store.printers.find(c.req.valid('param').id)
      c.header('content-disposition', `attachment; filename="printer-${record.id.replace(/[^a-z0-9-]/gi, '-')}.json"`)
      return c.json(JSON.parse(writePrinterDocument(record)), 200)
    })
    .get('/schemas/printer.json', (c) => c.json(printerDocumentJsonSchema() as object))
}

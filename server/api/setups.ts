import { readTicket, type Ticket, ticketOf, ticketSchema } from '../../core/output/ticket/ticket.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { begunAs } from '../../core/plate/saved/begin-with.ts'
import { changesSince, differsFrom, pinsOf } from '../../core/plate/saved/changes.ts'
import { shapeOf } from '../../core/plate/saved/fit.ts'
import { pictureIn, withPicture } from '../../core/things/brief/item.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import { IdParam } from '../../core/wire/api/calls/call.ts'
import type { SavedSetup } from '../../core/wire/api/dto.ts'
import { decode, encode, groupOf, IppError, operationGroup } from '../../core/wire/ipp/message.ts'
import { OPERATION } from '../../core/wire/ipp/tags.ts'
import { readTicketAttributes, ticketAttributes } from '../../core/wire/ipp/ticket-attributes.ts'
import type { App } from '../app-context.ts'
import { missing, Refusal } from '../problems.ts'
import { jobDto } from '../store/jobs.ts'
import type { SetupRow } from '../store/setups.ts'
import { router } from './shared.ts'

/** Plates kept under a name, and plates handed on as tickets. */
export function setupsApi(app: App) {
  const { store, events } = app
  const frozen = async (id: number) => {
    const job = await store.jobs.find(id)
    const studio = await store.studio()
    const plate = resolve(job.brief, studio, job.pins)
    if (!plate.setup) throw new Refusal(422, { code: 'nothing-decided', field: 'plate', message: 'The job has no complete set-up yet.' })
    return { job, studio, plate, setup: plate.setup }
  }
  const lastGoodOf = async ({ plate }: SetupRow): Promise<SavedSetup['lastGood']> => {
    const { setup } = plate
    if (!setup) return null
    const good = await store.runs.lastGood(setup.printer.id, setup.paper.id)
    return good ? { runId: good.id, differs: differsFrom(plate, good.plate) } : null
  }
  const dto = async (row: SetupRow, studio: Studio): Promise<SavedSetup> => ({
    id: row.id,
    name: row.name,
    printerId: row.printerId,
    jobId: row.jobId,
    at: row.createdAt.toISOString(),
    paper: row.plate.setup?.paper.name ?? '',
    path: row.plate.setup?.path.name ?? '',
    begins: begunAs(row.plate),
    shape: shapeOf(row.plate),
    changes: changesSince(row, studio),
    lastGood: await lastGoodOf(row),
  })
  const list = async (printerId?: string) => {
    const studio = await store.studio()
    const rows = await store.setups.list(printerId)
    return Promise.all(rows.map((row) => dto(row, studio)))
  }
  return router()
    .call('GET /setups', async (c) => c.json(await list(c.req.valid('query').printer), 200))
    .call('POST /jobs/{id}/setups', async (c) => {
      const { job, studio, plate, setup } = await frozen(c.req.valid('param').id)
      const { name } = c.req.valid('json')
      const printer = studio.printers.find((p) => p.id === setup.printer.id)
      if (!printer) throw missing('printer', setup.printer.id)
      const row = await store.act((act) => act.setups.add({ name, printerId: printer.id, jobId: job.id, plate, printer }))
      events.tell({ what: 'studio', id: printer.id })
      return c.json(await dto(row, studio), 201)
    })
    .call('DELETE /setups/{id}', async (c) => {
      const { id } = c.req.valid('param')
      const row = await store.setups.remove(id)
      events.tell({ what: 'studio', id: row.printerId })
      return c.json(await list(row.printerId), 200)
    })
    .call('POST /tickets', async (c) => {
      const bytes = new Uint8Array(await c.req.arrayBuffer())
      const read = bytes[0] === 0x7b ? readTicket(new TextDecoder().decode(bytes)) : fromMessage(bytes)
      if (!read.ok) throw new Refusal(422, read.problem)
      const { job, plate } = read.value
      // A picture that is not in this studio's store cannot be printed: the plate stands, the picture has to be taken in again.
      const items = await Promise.all(
        plate.brief.items.map(async (item) => {
          const picture = pictureIn(item)
          return picture ? { ...item, ...withPicture(await store.pictures.byHash(picture.hash)) } : item
        }),
      )
      const row = await store.act((act) =>
        act.jobs.add({
          title: job.title,
          brief: { ...plate.brief, items },
          pins: pinsOf(plate),
        }),
      )
      events.tell({ what: 'job', id: row.id })
      return c.json(jobDto(row), 201)
    })
    .get('/ticket.schema.json', (c) => c.json(ticketSchema() as object))
    .get('/jobs/:id/ticket.json', async (c) => {
      const { job, plate } = await frozen(IdParam.parse({ id: c.req.param('id') }).id)
      return c.body(JSON.stringify(ticketOf(job, plate), null, 2), 200, {
        'content-type': 'application/json',
        'content-disposition': `attachment; filename="ticket-${job.id}.json"`,
      })
    })
    .get('/jobs/:id/ticket.ipp', async (c) => {
      const { job, plate, setup } = await frozen(IdParam.parse({ id: c.req.param('id') }).id)
      return c.body(toMessage(ticketOf(job, plate), setup.printer.address) as Uint8Array<ArrayBuffer>, 200, {
        'content-type': 'application/ipp',
        'content-disposition': `attachment; filename="ticket-${job.id}.ipp"`,
      })
    })
}

/** A ticket as a whole Validate-Job request: any IPP tool can read it, and send it. */
function toMessage(ticket: Ticket, address: string): Uint8Array {
  return encode({
    version: [2, 0],
    code: OPERATION['Validate-Job'],
    requestId: 1,
    groups: [operationGroup(address), { group: 'job', attributes: ticketAttributes(ticket) }],
  })
}

function fromMessage(bytes: Uint8Array): ReturnType<typeof readTicket> {
  try {
    return readTicketAttributes(groupOf(decode(bytes).message, 'job'))
  } catch (error) {
    if (error instanceof IppError)
      return {
        ok: false,
        problem: {
          field: 'ticket',
          code: 'ticket-unreadable',
          message: `This is neither a JSON ticket nor an IPP message: ${error.message}.`,
        },
      }
    throw error
  }
}

import fc from 'fast-check'
import { PlateSchema } from '../../plate/resolve/plate.ts'
import { CASES, plateOf } from '../../testing/fixtures.ts'
import { decode, encode, groupOf, v } from '../../wire/ipp/message.ts'
import { OPERATION } from '../../wire/ipp/tags.ts'
import { readTicketAttributes, ticketAttributes } from '../../wire/ipp/ticket-attributes.ts'
import { readTicket, ticketOf, ticketSchema } from './ticket.ts'

const tickets = CASES.flatMap((job, i) => {
  const plate = plateOf(job)
  return plate.setup ? [ticketOf({ id: i + 1, title: job.name }, plate)] : []
})
/** As it goes over the wire: encoded as a message and decoded again. */
const sent = (attributes: ReturnType<typeof ticketAttributes>) =>
  groupOf(
    decode(
      encode({
        version: [2, 0],
        code: OPERATION['Validate-Job'],
        requestId: 1,
        groups: [
          { group: 'operation', attributes: { 'attributes-charset': v.charset('utf-8') } },
          { group: 'job', attributes },
        ],
      }),
    ).message,
    'job',
  )

test('every plate comes back identical from JSON and from IPP job attributes', () => {
  expect(tickets.length).toBe(CASES.length)
  for (const ticket of tickets) {
    const json = readTicket(JSON.stringify(ticket))
    expect(json.ok && json.value).toEqual(ticket)
    const ipp = readTicketAttributes(sent(ticketAttributes(ticket)))
    expect(ipp.ok && ipp.value).toEqual(ticket)
  }
})

test('a title of 120 letters is one, of 121 it is not', () => {
  const titled = (letters: number) => readTicket(JSON.stringify({ ...tickets[0], job: { id: 1, title: 'x'.repeat(letters) } })).ok
  expect([120, 121].map(titled)).toEqual([true, false])
})

test('attributes that were changed by hand on their way are refused with the one that differs', () => {
  const [ticket] = tickets
  if (!ticket) throw new Error('no ticket')
  const read = readTicketAttributes({ ...ticketAttributes(ticket), 'print-quality': v.enum(3) })
  expect(!read.ok && read.problem.message).toContain('print-quality')
  expect(readTicketAttributes({ 'print-quality': v.enum(3) }).ok).toBe(false)
})

test('the published schema names what a ticket must have', () => {
  const schema = ticketSchema() as unknown as { required: string[]; properties: { plate: { required: string[] } } }
  expect(schema.required.sort()).toEqual(['job', 'kind', 'plate', 'version'])
  expect(schema.properties.plate.required).toEqual(expect.arrayContaining(['brief', 'setup', 'forms', 'decisions']))
  expect(PlateSchema.safeParse(tickets[0]?.plate).success).toBe(true)
})

test('a ticket that was cut short or altered anywhere is read or refused, never thrown over', () => {
  const text = JSON.stringify(tickets[0])
  fc.assert(
    fc.property(fc.nat(text.length), fc.nat(text.length - 1), fc.string({ maxLength: 3 }), (cut, at, put) => {
      const altered = text.slice(0, at) + put + text.slice(at + put.length)
      return typeof readTicket(text.slice(0, cut)).ok === 'boolean' && typeof readTicket(altered).ok === 'boolean'
    }),
    { numRuns: 60 },
  )
  expect(readTicket('{"kind":"something else"}').ok).toBe(false)
})

import { readTicket, type Ticket } from '../../output/ticket/ticket.ts'
import { fail, type Result } from '../../things/problem/problem.ts'
import { type Attributes, v } from './message.ts'
import { jobAttributesFor } from './plate-attributes.ts'

const unreadable = (message: string) => fail({ field: 'ticket', code: 'ticket-unreadable', message })

/** Carries the whole ticket beside the standard attributes; a vendor's own attribute (RFC 8011 section 5.4.1, `x-` by custom). */
const CARRIER = 'x-arch-plate-ticket'
/** Most octets of one octetString value (RFC 8011 section 5.1.11). */
const CHUNK = 1023

/** A ticket as IPP job attributes: what any printer understands, and the whole of it for us. */
export function ticketAttributes(ticket: Ticket): Attributes {
  const bytes = new TextEncoder().encode(JSON.stringify(ticket))
  const chunks = Array.from({ length: Math.ceil(bytes.length / CHUNK) }, (_, i) => bytes.slice(i * CHUNK, (i + 1) * CHUNK))
  return {
    'job-name': v.name(ticket.job.title.slice(0, 250) || 'Untitled'),
    ...jobAttributesFor(ticket.plate),
    [CARRIER]: chunks.map((value) => ({ tag: 'octetString', value })),
  }
}

/**
 * Reads a ticket from job attributes. The standard attributes must ask for what the plate asks for: a listing that was
 * changed by hand on its way is refused, with the attribute that differs.
 */
export function readTicketAttributes(attributes: Attributes): Result<Ticket> {
  const chunks = (attributes[CARRIER] ?? []).map((value) => (value.tag === 'octetString' ? value.value : new Uint8Array()))
  const bytes = new Uint8Array(chunks.reduce((sum, c) => sum + c.length, 0))
  let at = 0
  for (const chunk of chunks) {
    bytes.set(chunk, at)
    at += chunk.length
  }
  if (bytes.length === 0) return unreadable('These job attributes carry no ticket of ours.')
  const read = readTicket(new TextDecoder().decode(bytes))
  if (!read.ok) return read
  for (const [name, wanted] of Object.entries(jobAttributesFor(read.value.plate)))
    if (JSON.stringify(attributes[name]) !== JSON.stringify(wanted))
      return unreadable(`The attribute “${name}” asks for something else than the plate in the ticket.`)
  return read
}

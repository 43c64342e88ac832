import { z } from 'zod'
import { type Attributes, v } from '../ipp/message.ts'
import { jobAttributesFor } from '../ipp/plate-attributes.ts'
import { type Plate, PlateSchema, readPlate } from '../plate/plate.ts'
import { fail, ok, type Result } from '../problem/problem.ts'

const KIND = 'arch-plate-ticket'
/** A job as it is handed from one place to another: the whole plate, so that nothing has to be decided again. */
const TicketSchema = z.object({
  kind: z.literal(KIND),
  version: z.literal(1),
  job: z.object({ id: z.number().int().positive(), title: z.string().max(120) }),
  plate: PlateSchema,
})
export type Ticket = z.infer<typeof TicketSchema>

/** The schema tickets are published with, JSON Schema 2020-12. */
export const ticketSchema = () => z.toJSONSchema(TicketSchema, { unrepresentable: 'any' })

export const ticketOf = (job: { id: number; title: string }, plate: Plate): Ticket => ({
  kind: KIND,
  version: 1,
  job: { id: job.id, title: job.title },
  plate,
})

/** Longest ticket read, characters. */
const MOST = 2_000_000
const unreadable = (message: string) => fail({ field: 'ticket', code: 'ticket-unreadable', message })

/** Reads a ticket from its JSON. */
export function readTicket(text: string): Result<Ticket> {
  if (text.length > MOST) return unreadable(`The ticket is longer than ${MOST} characters.`)
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    return unreadable('This is not JSON, or it was cut short.')
  }
  const head = TicketSchema.omit({ plate: true }).safeParse(raw)
  if (!head.success) return unreadable('This is JSON, but not a job ticket this version reads.')
  try {
    return ok({ ...head.data, plate: readPlate((raw as { plate: unknown }).plate) })
  } catch (error) {
    const [issue] = error instanceof z.ZodError ? error.issues : []
    return unreadable(`The plate in this ticket is not whole${issue ? `: ${issue.path.join('.')} ${issue.message}` : ''}.`)
  }
}

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

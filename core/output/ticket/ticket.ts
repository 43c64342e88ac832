import { z } from 'zod'
import { type Plate, PlateSchema } from '../../plate/resolve/plate.ts'
import { readPlate } from '../../plate/resolve/read-plate.ts'
import { fail, ok, type Result } from '../../things/problem/problem.ts'

const KIND = 'arch-plate-ticket'
/** A job as it is handed from one place to another: the whole plate, so that nothing has to be decided again. */
const TicketSchema = z.object({
  kind: z.literal(KIND),
  version: z.literal(2),
  job: z.object({ id: z.number().int().positive(), title: z.string().max(120) }),
  plate: PlateSchema,
})
export type Ticket = z.infer<typeof TicketSchema>

/** The schema tickets are published with, JSON Schema 2020-12. */
export const ticketSchema = () => z.toJSONSchema(TicketSchema, { unrepresentable: 'any' })

export const ticketOf = (job: { id: number; title: string }, plate: Plate): Ticket => ({
  kind: KIND,
  version: 2,
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
  const head = TicketSchema.omit({ plate: true })
    .extend({ version: z.union([z.literal(1), z.literal(2)]) })
    .safeParse(raw)
  if (!head.success) return unreadable('This is JSON, but not a job ticket this version reads.')
  try {
    return ok({ ...head.data, version: 2, plate: readPlate((raw as { plate: unknown }).plate) })
  } catch (error) {
    const [issue] = error instanceof z.ZodError ? error.issues : []
    return unreadable(`The plate in this ticket is not whole${issue ? `: ${issue.path.join('.')} ${issue.message}` : ''}.`)
  }
}

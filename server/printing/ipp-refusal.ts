import { Refusal } from '../problems.ts'
import { Refused, Unreachable } from './ipp-client.ts'

/** What went wrong at a printer, as an answer to whoever asked. */
export function ippRefusal(error: unknown): unknown {
  if (error instanceof Unreachable) return new Refusal(502, { code: 'printer-away', field: 'printer', message: error.message })
  if (error instanceof Refused) return new Refusal(422, { code: 'printer-refuses', field: 'printer', message: error.message })
  return error
}

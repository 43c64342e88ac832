import { Refusal } from '../problems.ts'
import { Refused, Unreachable } from './ipp-client.ts'

/** What went wrong at a printer, as an answer to whoever asked. */
export function ippRefusal(error: unknown): unknown {
  if (error instanceof Unreachable) return new Refusal(502, { code: 'printer-away', field: 'printer', message: error.message })
  if (error instanceof Refused) return new Refusal(422, { code: 'printer-refuses', field: 'printer', message: error.message })
  return error
}

/** Where a printer listens; refuses with 422 for one that is printed to from another program only. */
export function addressOf({ address, name }: { address: string; name: string }): string {
  if (address !== '') return address
  throw new Refusal(422, {
    code: 'no-address',
    field: 'address',
    message: `${name} has no address here. Print from a program of your own, or take the page as a file.`,
  })
}

import { Readable } from 'node:stream'
import type { ReadableStream } from 'node:stream/web'
import { isLocal } from '../../core/wire/ipp/address.ts'
import { Refusal } from '../problems.ts'

/** A machine that does not answer within this is not there, ms. */
const PATIENCE = 20_000

/** The physical side of a simulated printer lives beside its IPP port. */
const base = (address: string) => `${address.replace(/^ipp:/, 'http:').replace(/\/ipp\/print$/, '')}/hands`

const away = () =>
  new Refusal(502, { code: 'printer-away', message: 'The simulated printer does not answer. Start Arch Plate again to bring it back.' })

/** Looks at, loads or switches a simulated printer. */
export async function hands(address: string, act: unknown): Promise<unknown> {
  if (!isLocal(address))
    throw new Refusal(409, { code: 'real-printer', field: 'address', value: address, message: 'This is a real printer: go to it.' })
  const answer = await fetch(
    act === null ? `${base(address)}/state` : base(address),
    act === null
      ? { signal: AbortSignal.timeout(PATIENCE) }
      : {
          signal: AbortSignal.timeout(PATIENCE),
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(act),
        },
  ).catch(() => {
    throw away()
  })
  const body = (await answer.json().catch(() => null)) as { message?: string } | null
  if (body === null)
    throw new Refusal(409, { code: 'real-printer', field: 'address', value: address, message: 'This is no simulated printer: go to it.' })
  if (!answer.ok) throw new Refusal(409, { code: 'printer-refuses', message: body.message ?? 'The printer will not do that.' })
  return body
}

/** The picture of a delivered sheet, or null when there is none. */
export async function deliveredSheet(address: string, job: number, sheet: number): Promise<Readable | null> {
  const answer = await fetch(`${base(address)}/sheets/${job}/${sheet}`, { signal: AbortSignal.timeout(PATIENCE) }).catch(() => null)
  return answer?.ok && answer.body ? Readable.fromWeb(answer.body as ReadableStream) : null
}

import type { z } from 'zod'
import type { Answer, Asked, CallKey } from '../../core/wire/api/calls/calls.ts'
import type { ProblemSchema } from '../../core/wire/api/dto.ts'
import type { SmallSide } from '../../core/wire/api/files.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import { HERE } from './here.ts'

type Body = z.infer<typeof ProblemSchema>

/** An answer that was not what was asked for. `away` means that trying again later makes sense. */
export class ApiError extends Error {
  readonly status: number
  readonly problem: Body
  constructor(status: number, problem: Body) {
    super(problem.message)
    this.status = status
    this.problem = problem
  }
  get away(): boolean {
    return this.status === 0 || this.status === 503
  }
}

const OFFLINE: Body = { code: 'offline', message: 'Arch Plate does not answer. When it is back, look before you do it again.' }

/** Answers as the call says, or throws what was said instead. */
async function answerOf<K extends CallKey>(answer: Response): Promise<Answer<K>> {
  const data = await answer.json().catch(() => undefined)
  // Cut off on its way, an answer is none.
  if (answer.ok && data === undefined) return offline()
  if (!answer.ok)
    throw new ApiError(answer.status, (data as Body | undefined) ?? { code: 'unknown', message: `The server answered ${answer.status}.` })
  return data as Answer<K>
}

const offline = () => {
  throw new ApiError(0, OFFLINE)
}

/** The address of a call: its parameters in their places, what is left as its query. Calls about studios are none of one studio's. */
export function addressOf(call: string, asked: Record<string, unknown>, studio = HERE): string {
  const path = call.slice(call.indexOf(' ') + 1)
  const named = new Set<string>()
  const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => {
    named.add(name)
    return encodeURIComponent(String(asked[name]))
  })
  const query = Object.entries(asked).filter(([name, value]) => !named.has(name) && value !== undefined)
  const search = new URLSearchParams(query.map(([name, value]) => [name, String(value)])).toString()
  const base = path.startsWith('/studios') ? '/api' : `/api/studios/${studio}`
  return `${base}${filled}${search ? `?${search}` : ''}`
}

/** A call that takes nothing is given nothing. */
type Given<K extends CallKey> = Record<never, never> extends Asked<K> ? [asked?: Asked<K>] : [asked: Asked<K>]

/** One call of the server. Throws ApiError for anything but success. */
export const api = <K extends CallKey>(call: K, ...[asked]: Given<K>): Promise<Answer<K>> =>
  callAs(crypto.randomUUID(), call, asked as Asked<K>)

/** Longest that one answer is waited for, ms: asking again costs nothing, waiting for ever does. */
const PATIENCE = 60_000
/**
 * How often it is waited so long: once and once more for a question; longer for a change, which the server may be working at. Asked
 * again under its name, it waits there for the first of them.
 */
const WAITS = { question: 2, change: 5 }

/** Makes a request until it is answered. One that was cut off is made again once, at once. */
async function insisting(make: () => Promise<Response>, waits: number): Promise<Response> {
  let [cut, waited] = [0, 0]
  for (;;)
    try {
      return await make()
    } catch (error) {
      if ((error as Error).name === 'TimeoutError') waited++
      else cut++
      if (cut > 1 || waited >= waits) return offline()
    }
}

/** Characters of a change that may outlive its page. */
const SMALL = 8000

/**
 * The same, under a name: made again under it, a call that changes something counts once. One whose answer was lost on the
 * way is made again.
 */
export async function callAs<K extends CallKey>(name: string, call: K, asked: Asked<K>, studio = HERE): Promise<Answer<K>> {
  const { body, ...address }: Record<string, unknown> = asked ?? {}
  const method = call.slice(0, call.indexOf(' '))
  const text = body === undefined ? undefined : JSON.stringify(body)
  let fresh = true
  const make = () => {
    // A change that is under way when its page is left arrives all the same. Browsers refuse what is more than 64 kB of all together so:
    // it is made again as any other.
    const keepalive = fresh && method !== 'GET' && (text?.length ?? 0) < SMALL
    fresh = false
    return fetch(addressOf(call, address, studio), {
      method,
      keepalive,
      headers: {
        ...(method === 'GET' ? {} : { ...OWN_HEADER, 'idempotency-key': name }),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(text === undefined ? {} : { body: text }),
      signal: AbortSignal.timeout(PATIENCE),
    })
  }
  return answerOf<K>(await insisting(make, method === 'GET' ? WAITS.question : WAITS.change))
}

/** Streams a file up with progress 0…1. Reject is always an ApiError. */
export function upload<K extends CallKey & `PUT ${string}`>(
  call: K,
  asked: Asked<K>,
  file: File,
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<Answer<K>> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest()
    request.open('PUT', addressOf(call, asked as Record<string, unknown>))
    for (const [name, value] of Object.entries(OWN_HEADER)) request.setRequestHeader(name, value)
    request.upload.onprogress = (e) => progress(e.lengthComputable ? e.loaded / e.total : 0)
    request.onload = () => {
      let data: unknown = null
      try {
        data = JSON.parse(request.responseText)
      } catch {}
      if (request.status < 300) resolve(data as Answer<K>)
      else
        reject(
          new ApiError(request.status, (data as Body | null) ?? { code: 'unknown', message: `The server answered ${request.status}.` }),
        )
    }
    request.onerror = () =>
      reject(new ApiError(0, { code: 'offline', message: 'The upload was cut off. The file is still on your side; try again.' }))
    request.onabort = () => reject(new ApiError(0, { code: 'cancelled', message: 'The upload was cancelled.' }))
    signal.addEventListener('abort', () => request.abort())
    request.send(file)
  })
}

/** A kept picture with its longer side this many pixels: for lists, or for one of many on a sheet. */
export const smallUrl = (hash: string, side: SmallSide = 192): string => `/api/files/${hash}/small/${side}`

export const fileUrl = (hash: string): string => `/api/files/${hash}`
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : 'Something went wrong.')

/** Posts a file as it is. Throws ApiError for anything but success. */
export async function postFile<K extends CallKey & `POST ${string}`>(call: K, file: Blob): Promise<Answer<K>> {
  return answerOf<K>(await fetch(addressOf(call, {}), { method: 'POST', headers: OWN_HEADER, body: file }).catch(offline))
}

import { request } from 'node:http'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'

/** Where the application under test listens; scripts/test.mjs starts it. */
export const PORT = Number(process.env.ARCH_TEST_PORT ?? 9640)
export const BASE = `http://127.0.0.1:${PORT}`
/** Where the demo studio’s calls begin. */
export const API = `${BASE}/api/studios/lantern-wharf`

/** What is about studios, and the document, is none of one studio’s. */
const baseOf = (path: string) => (/^\/(studios|openapi)/.test(path) ? `${BASE}/api` : API)

export interface Answer<T> {
  status: number
  // biome-ignore lint/suspicious/noExplicitAny: answers are looked into field by field
  body: T & any
}

/** One API call with a JSON body, answered with status and body. */
export async function call<T = unknown>(
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer<T>> {
  const answer = await fetch(`${baseOf(path)}${path}`, {
    method,
    headers: { ...OWN_HEADER, ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })
  return { status: answer.status, body: (await answer.json().catch(() => null)) as Answer<T>['body'] }
}

export async function put(path: string, bytes: Uint8Array): Promise<Answer<unknown>> {
  const answer = await fetch(`${API}${path}`, { method: 'PUT', headers: OWN_HEADER, body: Buffer.from(bytes) })
  return { status: answer.status, body: await answer.json() }
}

/** A raw request with headers fetch would not send. */
export function raw(path: string, headers: Record<string, string>, method = 'GET'): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const out = request({ host: '127.0.0.1', port: PORT, path, method, headers: { ...OWN_HEADER, ...headers }, agent: false }, (answer) => {
      let text = ''
      answer.on('data', (part) => {
        text += part
      })
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, text }))
    })
    out.on('error', reject)
    if (method === 'GET') out.end()
    else out.flushHeaders()
  })
}

/** Asks until `done` says yes. */
export async function until<T>(ask: () => Promise<T>, done: (value: T) => boolean, seconds = 90): Promise<T> {
  const end = Date.now() + seconds * 1000
  for (;;) {
    const value = await ask()
    if (done(value)) return value
    if (Date.now() > end) throw new Error(`still ${JSON.stringify(value).slice(0, 400)}`)
    await new Promise((resolve) => setTimeout(resolve, 150))
  }
}

/** Asks until the server is there again. */
export const patient = <T>(ask: () => Promise<T>): Promise<T> =>
  until(
    () => ask().catch(() => null),
    (answer): answer is Awaited<T> => answer !== null,
    120,
  ) as Promise<T>

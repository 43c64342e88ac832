import { createHash } from 'node:crypto'
import type { Context, Next } from 'hono'
import type { App } from '../app-context.ts'
import { log } from '../log.ts'
import { Refusal } from '../problems.ts'
import { asRequest } from '../store/one-request.ts'

const KEY = /^[\w-]{8,80}$/
/** Longer answers are not kept; asked again, such a request is told that it was done. */
const LONGEST = 1 << 20
const SWEEP = 3_600_000

/** A file that is streamed in, whatever it calls itself: nobody reads it but who takes it. */
export const isUpload = ({ method, path }: { method: string; path: string }): boolean =>
  method === 'PUT' && /^\/api\/(pictures|profiles(\/archive|\/[^/]+\/checks)?)$/.test(path)

/**
 * Requests that change something may carry an `idempotency-key` of their sender's making: however often one comes, it
 * counts once. The key is written in the transaction of what it changes; its answer is kept and given again.
 */
export function once({ store }: Pick<App, 'store'>) {
  const underWay = new Map<string, Promise<Response>>()
  const sweep = () => void store.requests.forget().catch((error) => log.warn({ err: error }, 'old requests'))
  sweep()
  setInterval(sweep, SWEEP).unref()

  const replay = async (id: string, print: string): Promise<Response | null> => {
    const known = await store.requests.find(id)
    if (!known) return null
    if (known.print !== print)
      throw new Refusal(422, {
        code: 'key-used',
        field: 'idempotency-key',
        value: id,
        message: 'This key belongs to another request. Give every request one of its own.',
      })
    if (known.status === null || known.answer === null)
      throw new Refusal(409, { code: 'already-done', message: 'This has been done already. Look at it again.' })
    return new Response(JSON.stringify(known.answer), {
      status: known.status,
      headers: { 'content-type': 'application/json', 'idempotency-replayed': 'true' },
    })
  }

  return async (c: Context, next: Next): Promise<Response | undefined> => {
    const id = c.req.header('idempotency-key')
    if (id === undefined || c.req.method === 'GET' || c.req.method === 'HEAD') {
      await next()
      return
    }
    if (!KEY.test(id))
      throw new Refusal(400, { code: 'bad-key', field: 'idempotency-key', message: 'A key has 8 to 80 letters, digits, “-” or “_”.' })
    // Files are named by their content already; reading them twice would be all that is gained.
    const json = !isUpload(c.req) && /^application\/json\b/i.test(c.req.header('content-type') ?? '')
    const print = createHash('sha256')
      .update(`${c.req.method} ${c.req.url.replace(/^https?:\/\/[^/]*/, '')}\n`)
      .update(json ? await c.req.text() : '')
      .digest('hex')
    // The same request a second time while the first is still being worked on waits for that one's answer.
    const before = underWay.get(id)
    if (before) {
      const answer = await before.then(
        (done) => done.clone(),
        () => null,
      )
      const kept = await replay(id, print)
      return kept ?? answer ?? undefined
    }
    let done: (answer: Response) => void = () => undefined
    let failed: (error: unknown) => void = () => undefined
    const work = new Promise<Response>((resolve, reject) => {
      done = resolve
      failed = reject
    })
    work.catch(() => undefined)
    underWay.set(id, work)
    try {
      const kept = await replay(id, print)
      if (kept) {
        done(kept.clone())
        return kept
      }
      await asRequest({ id, print }, next)
      if (c.res.ok && /json/.test(c.res.headers.get('content-type') ?? '')) {
        const answer = await c.res.clone().text()
        if (answer.length <= LONGEST) await store.requests.answered(id, print, c.res.status, JSON.parse(answer))
      }
      done(c.res.clone())
    } catch (error) {
      failed(error)
      throw error
    } finally {
      underWay.delete(id)
    }
  }
}

import { createHash } from 'node:crypto'
import type { Context, Next } from 'hono'
import type { App } from '../app-context.ts'
import { log } from '../log.ts'
import { Refusal } from '../problems.ts'
import { asRequest, type OneRequest } from '../store/one-request.ts'

const KEY = /^[\w-]{8,80}$/
/** Longer answers are not kept; asked again, such a request is told that it was done. */
const LONGEST = 1 << 20

/** A file that is streamed in, whatever it calls itself: nobody reads it but who takes it. */
export const isUpload = ({ method, path }: { method: string; path: string }): boolean =>
  method === 'PUT' && /^\/api\/studios\/(archive$|[^/]+\/(pictures|profiles(\/archive|\/[^/]+\/checks)?)$)/.test(path)

/**
 * Requests that change something may carry an `idempotency-key` of their sender's making: however often one comes, it
 * counts once. The key is written in the transaction of what it changes; its answer is kept and given again.
 */
export function once({ store }: Pick<App, 'store'>) {
  const underWay = new Map<string, Promise<void>>()

  const replay = async ({ id, print }: OneRequest): Promise<Response | null> => {
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

  /** What succeeded is done, whether or not its answer can be kept; a refusal did nothing. */
  const keepAnswer = async ({ id, print }: OneRequest, res: Response): Promise<void> => {
    if (!res.ok) return
    const text = /json/.test(res.headers.get('content-type') ?? '') ? await res.clone().text() : ''
    const answer = text !== '' && text.length <= LONGEST ? JSON.parse(text) : null
    await store.requests.answered(id, print, res.status, answer).catch((error) => log.warn({ err: error }, 'an answer was not kept'))
  }

  return async (c: Context, next: Next): Promise<Response | undefined> => {
    const id = c.req.header('idempotency-key')
    if (id === undefined || c.req.method === 'GET' || c.req.method === 'HEAD') {
      await next()
      return
    }
    if (!KEY.test(id))
      throw new Refusal(400, { code: 'bad-key', field: 'idempotency-key', message: 'A key has 8 to 80 letters, digits, “-” or “_”.' })
    // Of a file that streams in only its length is held against the name: its content names it anyway.
    const json = !isUpload(c.req) && /^application\/json\b/i.test(c.req.header('content-type') ?? '')
    const print = createHash('sha256')
      .update(`${c.req.method} ${c.req.url.replace(/^https?:\/\/[^/]*/, '')}\n`)
      .update(json ? await c.req.text() : (c.req.header('content-length') ?? ''))
      .digest('hex')
    const what = { id, print }
    // The same request a second time while the first is still at work waits for it; then its answer has been kept, or
    // nothing was done.
    for (let first = underWay.get(id); first; first = underWay.get(id)) await first
    const { over, done } = begun()
    underWay.set(id, over)
    try {
      const kept = await replay(what)
      if (kept) return kept
      await asRequest(what, next)
      await keepAnswer(what, c.res)
      return
    } finally {
      underWay.delete(id)
      done()
    }
  }
}

/** Something that is under way until it is done. */
function begun(): { over: Promise<void>; done: () => void } {
  let done: () => void = () => undefined
  const over = new Promise<void>((resolve) => {
    done = resolve
  })
  return { over, done }
}

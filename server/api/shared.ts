import { createRoute, OpenAPIHono, z } from '@hono/zod-openapi'
import type { Context } from 'hono'
import { HTTPException } from 'hono/http-exception'
import { ConnectionError, DatabaseError } from 'sequelize'
import type { Call } from '../../core/wire/api/calls/call.ts'
import { type Answer, type Body, CALLS, type CallKey, type Params, type Query } from '../../core/wire/api/calls/calls.ts'
import { ProblemSchema } from '../../core/wire/api/dto.ts'
import { log } from '../log.ts'
import { Refusal } from '../problems.ts'
import { isDiskFull } from '../reasons.ts'
import { ChangedMeanwhile, Unreadable } from '../store/table.ts'
import { wordsFor } from './issue-words.ts'
import { unknownField } from './unknown-field.ts'

const problem = (description: string) => ({ description, content: { 'application/json': { schema: ProblemSchema } } })

const PROBLEMS = {
  400: problem('Something in the request is not as it must be'),
  404: problem('There is no such thing'),
  409: problem('Somebody else was faster, or the studio has changed'),
  415: problem('The body does not call itself JSON'),
  422: problem('Understood, but it cannot be done'),
  503: problem('The database is away for the moment'),
  507: problem('The disk is full'),
} as const

/** What a handler has of a request whose parts have been checked, and what it may answer. */
type CallContext<K extends CallKey> = Omit<Context, 'req' | 'json'> & {
  req: Omit<Context['req'], 'valid'> & {
    valid(part: 'param'): Params<K>
    valid(part: 'query'): Query<K>
    valid(part: 'json'): Body<K>
  }
  json(answer: Answer<K>, status: 200 | 201 | 202): Response
}

/** A router whose calls are those the API states: their parts are checked before, their answers by the compiler. */
class Router extends OpenAPIHono {
  call<K extends CallKey>(key: K, handler: (c: CallContext<K>) => Response | Promise<Response>): this {
    const { summary, description, params, query, takes, answers, status = 200 }: Call = CALLS[key]
    const [method = '', path = ''] = key.split(' ')
    const config = createRoute({
      method: method.toLowerCase() as 'get',
      path,
      summary,
      ...(description ? { description } : {}),
      request: {
        ...(params ? { params } : {}),
        ...(query ? { query } : {}),
        ...(takes ? { body: { required: true, content: { 'application/json': { schema: takes } } } } : {}),
      },
      responses: { [status]: { description: 'Done', content: { 'application/json': { schema: answers } } }, ...PROBLEMS },
    })
    // The library knows the parts by the route's type, which is lost here; they are those of the same call.
    this.openapi(config, handler as never)
    return this
  }
}

const unknown = (field: string) => ({ code: 'bad-request', field, message: `“${field}” is nothing this call knows.` })

const NOT_JSON = { code: 'not-json', message: 'This call takes JSON, named so in its content type: application/json.' }

/** A router whose validation failures come back as problems with field, value and limit. */
export function router() {
  return new Router({
    async defaultHook(result, c) {
      if (result.success) {
        const sent = result.target === 'json' ? await c.req.text() : ''
        if (sent === '') return undefined
        // What a call does not know is refused with its name, never ignored, however deep it lies.
        const field = unknownField(JSON.parse(sent), result.data)
        return field === null ? undefined : c.json(unknown(field), 400)
      }
      const issue = result.error.issues[0]
      // An unknown field has no place of its own in the error: it is named beside it.
      if (issue?.code === 'unrecognized_keys') return c.json(unknown([...issue.path, issue.keys[0]].join('.')), 400)
      const field = issue?.path.join('.') ?? ''
      const limit = issue && ('maximum' in issue ? String(issue.maximum) : 'minimum' in issue ? String(issue.minimum) : undefined)
      return c.json(
        {
          code: 'bad-request',
          field,
          message: `${field ? `“${field}”` : 'The request'} is not as it must be. ${issue ? wordsFor(issue) : ''}`.trim(),
          ...(limit ? { limit } : {}),
        },
        400,
      )
    },
  })
}

/** An answer that has been written as JSON already. */
export const asJson = (text: string): Response => new Response(text, { headers: { 'content-type': 'application/json' } })

/** What is answered when something was thrown. */
export function told(error: unknown, c: Context): Response {
  const { status, problem } = problemOf(error)
  // What was refused half-way is still coming down this connection; nothing else may follow it.
  if (status === 413) c.header('connection', 'close')
  return c.json(problem, status as 400)
}

/** What is answered where nothing is. */
export const nothingHere = (c: Context): Response =>
  c.json(
    {
      code: 'not-found',
      field: 'path',
      value: c.req.path,
      message: 'There is nothing at this address. /api/openapi.json lists what there is.',
    },
    404,
  )

/** Turns whatever was thrown into an answer. */
function problemOf(error: unknown): { status: number; problem: z.infer<typeof ProblemSchema> } {
  if (error instanceof Refusal) return { status: error.status, problem: error.problem }
  if (error instanceof ChangedMeanwhile)
    return { status: 409, problem: { code: 'changed-meanwhile', message: 'Somebody else changed this meanwhile. Look at it again.' } }
  if (error instanceof z.ZodError)
    return {
      status: 400,
      problem: {
        code: 'bad-request',
        field: error.issues[0]?.path.join('.') ?? '',
        message: `“${error.issues[0]?.path.join('.')}” is not as it must be. ${error.issues[0] ? wordsFor(error.issues[0]) : ''}`.trim(),
      },
    }
  const away =
    error instanceof ConnectionError ||
    (error instanceof DatabaseError && /ECONN|closed|gone away|pool/i.test(error.message)) ||
    /ConnectionAcquireTimeout/.test(String((error as Error)?.name))
  if (away)
    return {
      status: 503,
      problem: {
        code: 'database-away',
        message: 'The database is away for the moment, so this may not be kept. Try again in a moment.',
      },
    }
  if (error instanceof HTTPException && error.status === 415) return { status: 415, problem: NOT_JSON }
  if (error instanceof SyntaxError || (error instanceof HTTPException && error.status === 400))
    return { status: 400, problem: { code: 'bad-json', message: 'The request is not valid JSON.' } }
  log.error({ err: error }, 'request failed')
  if (isDiskFull(error))
    return {
      status: 507,
      problem: {
        code: 'disk-full',
        message: 'The disk is full: this was not kept, everything before it was. Make room on the disk, then do it again.',
      },
    }
  if (error instanceof Unreadable)
    return {
      status: 500,
      problem: {
        code: 'unreadable',
        message: `The ${error.message} by this version of Arch Plate. It is kept as it was stored; nothing is lost. The log has the details.`,
      },
    }
  return {
    status: 500,
    problem: {
      code: 'internal',
      message: 'Something went wrong here. Look whether it was done before you do it again; the log has the details.',
    },
  }
}

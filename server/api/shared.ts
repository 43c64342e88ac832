import { OpenAPIHono, z } from '@hono/zod-openapi'
import { HTTPException } from 'hono/http-exception'
import { ConnectionError, DatabaseError } from 'sequelize'
import { ProblemSchema } from '../../core/wire/api/dto.ts'
import { log } from '../log.ts'
import { Refusal } from '../problems.ts'
import { ChangedMeanwhile } from '../store/table.ts'

/** An answer body as OpenAPI describes it. */
export const body = <T extends z.ZodType>(schema: T, description = 'Done') => ({ description, content: { 'application/json': { schema } } })

/** A JSON request body. */
export const takes = <T extends z.ZodType>(schema: T) => ({ body: { required: true, content: { 'application/json': { schema } } } })

const problem = (description: string) => ({ description, content: { 'application/json': { schema: ProblemSchema } } })

export const PROBLEMS = {
  400: problem('Something in the request is not as it must be'),
  404: problem('There is no such thing'),
  409: problem('Somebody else was faster, or the studio has changed'),
  422: problem('Understood, but it cannot be done'),
  503: problem('The database is away for the moment'),
} as const

export const IdParam = z.object({
  id: z.coerce
    .number()
    .int()
    .positive()
    .max(2 ** 31 - 1)
    .openapi({ param: { name: 'id', in: 'path' } }),
})
export const KeyParam = z.object({
  id: z
    .string()
    .min(1)
    .max(120)
    .openapi({ param: { name: 'id', in: 'path' } }),
})

/** A router whose validation failures come back as problems with field, value and limit. */
export function router() {
  return new OpenAPIHono({
    defaultHook: (result, c) => {
      if (result.success) return undefined
      const issue = result.error.issues[0]
      const limit = issue && ('maximum' in issue ? String(issue.maximum) : 'minimum' in issue ? String(issue.minimum) : undefined)
      return c.json(
        {
          code: 'bad-request',
          field: issue?.path.join('.') ?? '',
          message: `${issue?.path.join('.') || 'The request'}: ${issue?.message ?? 'not as it must be'}.`,
          ...(limit ? { limit } : {}),
        },
        400,
      )
    },
  })
}

/** Turns whatever was thrown into an answer. */
export function problemOf(error: unknown): { status: number; problem: z.infer<typeof ProblemSchema> } {
  if (error instanceof Refusal) return { status: error.status, problem: error.problem }
  if (error instanceof ChangedMeanwhile)
    return { status: 409, problem: { code: 'changed-meanwhile', message: 'Somebody else changed this meanwhile. Look at it again.' } }
  if (error instanceof z.ZodError)
    return {
      status: 400,
      problem: {
        code: 'bad-request',
        field: error.issues[0]?.path.join('.') ?? '',
        message: error.issues[0]?.message ?? 'Not as it must be.',
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
        message: 'The database is away for the moment. Nothing is lost: what you entered is kept and sent again.',
      },
    }
  if (error instanceof SyntaxError || (error instanceof HTTPException && error.status === 400))
    return { status: 400, problem: { code: 'bad-json', message: 'The request is not valid JSON.' } }
  log.error({ err: error }, 'request failed')
  return { status: 500, problem: { code: 'internal', message: 'Something went wrong here. Nothing you entered is lost; try again.' } }
}

import type { Problem } from '../core/things/problem/problem.ts'

/** A refusal with its HTTP status; the body of the answer is the problem. */
export class Refusal extends Error {
  readonly status: 400 | 403 | 404 | 409 | 413 | 415 | 422 | 502 | 503 | 507
  readonly problem: Problem & { current?: unknown }
  constructor(status: Refusal['status'], problem: Problem & { current?: unknown }) {
    super(problem.message)
    this.status = status
    this.problem = problem
  }
}

export const missing = (what: string, value: string | number): Refusal =>
  new Refusal(404, {
    code: 'not-found',
    field: 'id',
    value: String(value),
    message: `There is no ${what} “${String(value).slice(0, 60)}”. It may have been removed, or the address is mistyped.`,
  })

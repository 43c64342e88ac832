import { z } from 'zod'
import { InspectionGivenSchema } from '../../../work/runs/inspection.ts'
import { AtWorkSchema, RemedySchema, RunDetailSchema, RunSchema } from '../dto.ts'
import { MOST_AT_ONCE } from '../page-size.ts'
import { type Call, IdParam } from './call.ts'

const Run = RunSchema

export const RUNS_CALLS = {
  'GET /runs': {
    summary: 'A page of the log, newest first: runs with words that begin like these; `next` is before which run to go on',
    query: z.object({
      q: z.string().max(200).optional(),
      state: z.string().max(20).optional(),
      before: z.coerce.number().int().positive().optional(),
      most: z.coerce.number().int().min(1).max(MOST_AT_ONCE).optional(),
    }),
    answers: z.object({ runs: z.array(Run), next: z.number().int().nullable() }),
  },
  'GET /at-work': {
    summary: 'What the printers are at: runs that are not over, the oldest first, and how long each still takes',
    answers: z.array(AtWorkSchema),
  },
  'GET /runs/{id}': {
    summary: 'One run with the plate it was printed with',
    params: IdParam,
    answers: RunDetailSchema.meta({ id: 'RunDetail' }),
  },
  'POST /runs/{id}/cancel': { summary: 'Cancel a run', params: IdParam, answers: Run },
  'PUT /runs/{id}/sheets': {
    summary: 'Print more or fewer sheets than a run that is printing was sent with; more of them are a run behind it',
    params: IdParam,
    takes: z.object({
      /** In all. */
      sheets: z.number().int().positive().max(10_000),
      /** Which of several kinds of sheet there shall be more of, by the form of the plate. */
      form: z.string().max(20).optional(),
    }),
    answers: z.object({ run: Run, more: Run.nullable() }),
  },
  'POST /runs/{id}/go': { summary: 'Press the go key of a simulated printer that waits', params: IdParam, answers: Run },
  'POST /runs/{id}/fault': {
    summary: 'Say what went wrong; go on, or change the plate as the cause suggests and print again',
    params: IdParam,
    takes: RemedySchema,
    answers: z.object({ run: Run, next: Run.nullable() }),
  },
  'POST /runs/{id}/out': {
    summary: 'The sheets of a run from a program of your own have come out',
    params: IdParam,
    takes: z.object({ sheets: z.number().int().positive().max(10_000) }),
    answers: Run,
  },
  'POST /runs/{id}/settle': {
    summary: 'Say whether the sheet of an interrupted sending came out',
    params: IdParam,
    takes: z.object({ cameOut: z.boolean() }),
    answers: Run,
  },
  'POST /runs/{id}/dry': { summary: 'It is dry before its time', params: IdParam, answers: Run },
  'PUT /runs/{id}/inspection': {
    summary: 'Record what was measured and seen',
    params: IdParam,
    takes: InspectionGivenSchema,
    answers: Run,
  },
} as const satisfies Record<string, Call>

import { z } from 'zod'
import { MissingSchema } from '../../../work/runs/missing.ts'
import {
  JobEditSchema,
  JobHeadsSchema,
  JobNewSchema,
  JobSchema,
  JobsEditSchema,
  JobsNewSchema,
  PrintRequestSchema,
  RunSchema,
  TickSchema,
} from '../dto.ts'
import { MOST_AT_ONCE } from '../page-size.ts'
import { type Call, IdParam } from './call.ts'

const Job = JobSchema.meta({ id: 'Job' })

const Run = RunSchema.meta({ id: 'Run' })

const TickParam = IdParam.extend({
  step: z.string().min(1).max(60),
})

export const JOBS_CALLS = {
  'GET /jobs': {
    summary: 'A page of the jobs that are not archived, newest first; or those that are named',
    query: z.object({
      /** The page that follows this job. */
      before: z.coerce.number().int().positive().optional(),
      /** Up to 200 numbers with commas between; one that there is not is left out. */
      ids: z
        .string()
        .regex(new RegExp(`^\\d{1,10}(,\\d{1,10}){0,${MOST_AT_ONCE - 1}}$`))
        .optional(),
    }),
    answers: z.array(Job),
  },
  'GET /jobs/heads': {
    summary:
      'What tells each job that is not archived and not over from how it was, and the last 300 of those that are, as they were begun; ' +
      'or what has changed of that',
    query: z.object({
      /** What the caller has: “at” as the answer before said it. */
      have: z.string().max(40).optional(),
    }),
    answers: JobHeadsSchema.meta({ id: 'JobHeads' }),
  },
  'PATCH /jobs': {
    summary: 'Change several jobs at once: all of them, or none when one was changed by somebody else',
    takes: JobsEditSchema,
    answers: z.array(Job),
  },
  'POST /jobs': { summary: 'Begin a job', takes: JobNewSchema, answers: Job, status: 201 },
  'POST /jobs/many': {
    summary: 'Begin a job for each of many pictures, all set up the same way',
    takes: JobsNewSchema,
    answers: z.array(Job),
    status: 201,
  },
  'GET /jobs/{id}': { summary: 'One job', params: IdParam, answers: Job },
  'PATCH /jobs/{id}': {
    summary: 'Change a job; the version guards against overwriting somebody else',
    params: IdParam,
    takes: JobEditSchema,
    answers: Job,
  },
  'DELETE /jobs/{id}': {
    summary: 'Delete a job of which nothing was ever printed; a gang lets its jobs go',
    params: IdParam,
    query: z.object({ version: z.coerce.number().int() }),
    answers: Job,
  },
  'GET /jobs/{id}/ticks': { summary: 'Loading steps ticked so far', params: IdParam, answers: z.array(TickSchema) },
  'PUT /jobs/{id}/ticks/{step}': {
    summary: 'Tick a loading step',
    params: TickParam,
    takes: z.object({ at: z.iso.datetime().optional() }),
    answers: z.array(TickSchema),
  },
  'DELETE /jobs/{id}/ticks/{step}': { summary: 'Take a tick back', params: TickParam, answers: z.array(TickSchema) },
  'POST /jobs/{id}/print': {
    summary: 'Freeze the plate and print it',
    params: IdParam,
    takes: PrintRequestSchema,
    answers: Run,
    status: 201,
  },
  'GET /jobs/{id}/runs': { summary: 'Runs of a job, newest first', params: IdParam, answers: z.array(Run) },
  'GET /jobs/{id}/missing': {
    summary: 'Sheets of a job that are still to be printed, by what its runs have brought',
    params: IdParam,
    answers: MissingSchema,
  },
  'POST /jobs/{id}/cut': {
    summary: 'The sheets have been cut: count the larger stock down and the pieces and offcuts up',
    params: IdParam,
    takes: z.object({ version: z.number().int() }),
    answers: Job,
  },
} as const satisfies Record<string, Call>

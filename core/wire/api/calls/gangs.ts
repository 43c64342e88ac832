import { z } from 'zod'
import { JobSchema } from '../dto.ts'
import { type Call, IdParam } from './call.ts'

const id = z.number().int().positive()

export const GANGS_CALLS = {
  'POST /gangs': {
    summary: 'Print several jobs together: a job whose pieces are theirs',
    takes: z.object({ jobIds: z.array(id).min(2).max(200) }),
    answers: JobSchema,
    status: 201,
  },
  'POST /gangs/{id}/release': {
    summary: 'Take a job out of a gang: its pieces drop out and the plan closes up',
    params: IdParam,
    takes: z.object({ jobId: id }),
    answers: JobSchema,
  },
} as const satisfies Record<string, Call>

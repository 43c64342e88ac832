import { z } from 'zod'
import { JobSchema, SavedSetupSchema } from '../dto.ts'
import { type Call, IdParam } from './call.ts'

const List = z.array(SavedSetupSchema)

export const SETUPS_CALLS = {
  'GET /setups': {
    summary: 'Set-ups kept for a printer, or for all of them, each with what has changed since',
    query: z.object({ printer: z.string().max(60).optional() }),
    answers: List,
  },
  'POST /jobs/{id}/setups': {
    summary: 'Keep a job’s plate under a name',
    params: IdParam,
    takes: z.object({ name: z.string().trim().min(1).max(120) }),
    answers: SavedSetupSchema,
    status: 201,
  },
  'DELETE /setups/{id}': { summary: 'Remove a kept set-up', params: IdParam, answers: List },
  'POST /tickets': { summary: 'Begin a job from a ticket (JSON, or an IPP message as bytes)', answers: JobSchema, status: 201 },
} as const satisfies Record<string, Call>

import { z } from 'zod'
import { LotEntrySchema, PaperEditSchema, PaperEntrySchema, PaperListSchema, PapersAskedSchema, PapersPageSchema } from '../papers.ts'
import { type Call, KeyParam } from './call.ts'

export const PAPERS_CALLS = {
  'GET /papers': { summary: 'A page of the papers, in the order of the shelf', query: PapersAskedSchema, answers: PapersPageSchema },
  'GET /papers/{id}/lots': {
    summary: 'The lots of a paper that are not used up, those set aside too; or all of them',
    params: KeyParam,
    query: z.object({ finished: z.literal('yes').optional() }),
    answers: z.array(LotEntrySchema),
  },
  'GET /papers/{id}': { summary: 'One paper with its version', params: KeyParam, answers: PaperEntrySchema },
  'POST /papers': { summary: 'Add a paper; its id is made from its name', takes: PaperEditSchema, answers: PaperEntrySchema, status: 201 },
  'POST /papers/list': {
    summary: 'Take in the papers of a list, all of them or none',
    takes: PaperListSchema,
    answers: z.object({ added: z.number().int(), changed: z.number().int() }),
    status: 201,
  },
  'PUT /papers/{id}': {
    summary: 'Change a paper; the version guards against overwriting somebody else',
    params: KeyParam,
    takes: z.object({ version: z.number().int(), paper: PaperEditSchema }),
    answers: PaperEntrySchema,
  },
  'DELETE /papers/{id}': { summary: 'Put a paper aside; its lots, pairings and runs stay', params: KeyParam, answers: PaperEntrySchema },
  'POST /papers/{id}/restore': { summary: 'Bring a paper back', params: KeyParam, answers: PaperEntrySchema },
  'POST /papers/{id}/merge': {
    summary: 'Two that are one: lots, pairings, profiles and jobs go over to the other, this one is put aside',
    params: KeyParam,
    takes: z.object({ into: z.string().min(1).max(60) }),
    answers: PaperEntrySchema,
  },
} as const satisfies Record<string, Call>

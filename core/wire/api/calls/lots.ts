import { z } from 'zod'
import { ArrivalSchema } from '../../../things/media/arrival.ts'
import { PaperSchema } from '../../../things/media/media.ts'
import { LotEditSchema, LotReadingsSchema, LotSchema } from '../dto.ts'
import { LotEntrySchema, LotFateSchema } from '../papers.ts'
import { type Call, KeyParam } from './call.ts'

export const LOTS_CALLS = {
  'POST /lots': { summary: 'A box or roll has arrived', takes: ArrivalSchema, answers: LotSchema, status: 201 },
  'GET /lots': {
    summary: 'Every lot that is not used up, those set aside too, with the name of its paper',
    answers: z.array(LotEntrySchema.extend({ paperName: z.string() })),
  },
  'GET /lots/{id}': {
    summary: 'One lot with its paper, also one that is used up: what its label leads to',
    params: KeyParam,
    answers: z.object({ lot: LotEntrySchema, paper: PaperSchema }),
  },
  'PATCH /lots/{id}/fate': {
    summary: 'What became of a lot: its number, what was paid, opened, set aside, used up',
    params: KeyParam,
    takes: LotFateSchema,
    answers: LotEntrySchema,
  },
  'PATCH /lots/{id}': {
    summary: 'Correct what a lot measures or how much is left',
    params: KeyParam,
    takes: LotEditSchema,
    answers: LotSchema,
  },
  'PUT /lots/{id}/readings': {
    summary: 'Enter what was read with a ruler; the lot then measures their median',
    params: KeyParam,
    takes: LotReadingsSchema,
    answers: LotSchema,
  },
} as const satisfies Record<string, Call>

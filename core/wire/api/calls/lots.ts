import { LotEditSchema, LotReadingsSchema, LotSchema } from '../dto.ts'
import { type Call, KeyParam } from './call.ts'

export const LOTS_CALLS = {
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

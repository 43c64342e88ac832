import { z } from 'zod'
import { SET_PLACES } from '../../../work/agreement/place.ts'
import { KeptReadingSchema, ReadingSchema } from '../../../work/agreement/reading.ts'
import { SETTING_KEYS } from '../../../work/agreement/settings.ts'
import { BeforeSendingSchema } from '../dto.ts'
import { type Call, IdParam } from './call.ts'

const List = z.array(KeptReadingSchema)

const Cell = z.object({ place: z.enum(SET_PLACES), setting: z.enum(SETTING_KEYS) })

const by = z.string().trim().max(60)

export const AGREEMENT_CALLS = {
  'GET /jobs/{id}/readings': { summary: 'What the places of a job were seen to be set to', params: IdParam, answers: List },
  'PUT /jobs/{id}/readings': {
    summary: 'Keep what was seen: ticked off, typed, or taken from a listing',
    params: IdParam,
    takes: z.array(ReadingSchema).min(1).max(60),
    answers: List,
  },
  'POST /jobs/{id}/readings/forget': {
    summary: 'Take back what was seen',
    params: IdParam,
    takes: z.array(Cell).min(1).max(60),
    answers: List,
  },
  'POST /jobs/{id}/readings/from-printer': {
    summary: 'Ask the printer over IPP what its panel is set to',
    params: IdParam,
    takes: z.object({ by }),
    answers: List,
  },
  'GET /jobs/{id}/before-sending': {
    summary: 'Ask the printer what it would leave out or do otherwise; nothing is printed',
    params: IdParam,
    answers: BeforeSendingSchema,
  },
  'POST /jobs/{id}/readings/from-listing': {
    summary: 'Take over an IPP attribute listing, or JSON with the same names',
    params: IdParam,
    takes: z.object({ by, place: z.enum(SET_PLACES), text: z.string().max(400_000) }),
    answers: List,
  },
} as const satisfies Record<string, Call>

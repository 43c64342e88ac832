import { z } from 'zod'
import { CriticalColourSchema } from '../../../things/brief/critical.ts'
import { PaperChoiceSchema, PictureMeasuresSchema } from '../dto.ts'
import { type Call, KeyParam } from './call.ts'

export const MEASURES_CALLS = {
  'POST /pictures/{id}/colours': {
    summary: 'Follow one colour of the picture to every paper there is a profile for, under every rendering',
    params: KeyParam,
    takes: CriticalColourSchema.pick({ name: true, rgb: true }),
    answers: CriticalColourSchema,
  },
  'GET /pictures/{id}/measures': {
    summary: 'What every intent does to this picture with one profile, and which to take',
    params: KeyParam,
    query: z.object({ profile: z.string().max(60) }),
    answers: PictureMeasuresSchema,
  },
  'GET /pictures/{id}/papers': {
    summary: 'This picture on every paper the studio has a profile for',
    params: KeyParam,
    answers: z.array(PaperChoiceSchema),
  },
} as const satisfies Record<string, Call>

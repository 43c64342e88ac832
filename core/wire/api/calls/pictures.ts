import { z } from 'zod'
import { PictureEntrySchema, PictureSchema, PicturesPageSchema } from '../dto.ts'
import { type Call, KeyParam } from './call.ts'

const share = () => z.coerce.number().min(0).max(1)

/** Which part of a picture is wanted, as shares of its sides, and how many pixels wide. */
const WindowSchema = z.object({ x: share(), y: share(), w: share(), h: share(), across: z.coerce.number().int().min(1).max(4000) })

const TakenSchema = PictureSchema.meta({ id: 'Picture' })

export const PICTURES_CALLS = {
  'GET /pictures': {
    summary: 'A page of the pictures, the oldest first, each with the jobs that need it',
    query: z.object({
      /** The page that follows this picture. */
      after: z.string().min(1).max(60).optional(),
      /** Letters of the name. */
      q: z.string().max(100).optional(),
    }),
    answers: PicturesPageSchema,
  },
  'DELETE /pictures/{id}': {
    summary: 'Remove a picture that no job needs any more; the log keeps its small picture',
    params: KeyParam,
    answers: PictureEntrySchema,
  },
  'GET /pictures/demo': { summary: 'Demo pictures', answers: z.array(TakenSchema) },
  'PUT /pictures': {
    summary: 'Stream a picture in (JPEG, PNG or TIFF as the request body)',
    query: z.object({ name: z.string().min(1).max(255) }),
    answers: TakenSchema,
  },
  'GET /pictures/{id}': { summary: 'Facts of a picture', params: KeyParam, answers: TakenSchema },
  'GET /pictures/{id}/window': {
    summary: 'A part of a picture from the file itself, in its own numbers (JPEG)',
    params: KeyParam,
    query: WindowSchema,
    answers: z.any(),
  },
} as const satisfies Record<string, Call>

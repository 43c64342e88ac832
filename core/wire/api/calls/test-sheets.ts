import { z } from 'zod'
import { ItemSchema } from '../../../things/brief/item.ts'
import { STRIPS, StripCandidateSchema } from '../../../things/brief/test-sheet.ts'
import { TestedSchema } from '../../../things/media/media.ts'
import { JobSchema } from '../dto.ts'
import { type Call, IdParam, KeyParam } from './call.ts'

/** What strips are to be made of, and on what. */
export const StripsAskedSchema = z.object({
  /** Id of the item whose picture it is; the first where it is left out. */
  item: ItemSchema.shape.id.optional(),
  lotId: z.string().max(60),
  /** Strips are printed on a whole sheet of the lot, or on a half or a quarter of one. */
  share: z.union([z.literal(1), z.literal(2), z.literal(4)]),
  /** One candidate to a piece instead of all that share a media type side by side. */
  apart: z.boolean().default(false),
  candidates: z.array(StripCandidateSchema).min(STRIPS.fewest).max(STRIPS.most),
  /** Centre of the detail as shares of the picture, or null for where the candidates differ most. */
  at: z.object({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) }).nullable(),
})

const ChoiceSchema = TestedSchema.omit({ on: true })

export const TEST_SHEETS_CALLS = {
  'POST /jobs/{id}/strips': {
    summary: 'Compose test strips of a job’s picture as jobs of their own, one for each media type that is tried',
    params: IdParam,
    takes: StripsAskedSchema,
    answers: z.array(JobSchema),
    status: 201,
  },
  'PUT /pairings/{id}/tested': {
    summary: 'Record which rendering won on test strips',
    params: KeyParam,
    takes: ChoiceSchema.nullable(),
    answers: z.object({ recorded: z.boolean() }),
  },
  'POST /target/jobs': {
    summary: 'Begin a job that prints the tone and colour target',
    takes: z.object({ paperId: z.string().max(60).nullable(), printerId: z.string().max(60).nullable() }),
    answers: JobSchema,
    status: 201,
  },
} as const satisfies Record<string, Call>

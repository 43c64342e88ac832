import { z } from 'zod'
import { BriefWishSchema } from '../../../things/brief/brief.ts'
import { StudioSchema } from '../../../things/studio/studio.ts'
import { PinsSchema, PlateSchema } from '../dto.ts'
import type { Call } from './call.ts'

const EXAMPLE = {
  brief: { paperId: 'harbour-lustre', items: [{ size: { by: 'border', border: 20_000 }, copies: 2 }] },
  pins: { printer: 'heron' },
}

const ResolveSchema = z
  .object({
    /** What is left out keeps its neutral value. */
    brief: BriefWishSchema,
    pins: PinsSchema.default({}),
    /** Sent when the question is about another studio than the stored one. */
    studio: StudioSchema.optional(),
  })
  .meta({ id: 'ResolveRequest', example: EXAMPLE })

export const PLATES_CALLS = {
  'POST /plates/resolve': {
    summary: 'Work out a complete plate for a brief',
    description:
      'Answers with every decision, its reason and its alternatives, the geometry, findings and estimates. Lengths are micrometres. Nothing is stored.',
    takes: ResolveSchema,
    answers: PlateSchema.meta({ id: 'Plate' }),
  },
} as const satisfies Record<string, Call>

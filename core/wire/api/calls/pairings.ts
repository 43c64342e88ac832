import { z } from 'zod'
import { PairingSchema } from '../../../things/media/media.ts'
import { type Call, KeyParam } from './call.ts'

const id = z.string().min(1).max(60)
/** What somebody decides of a paper on a printer before a print has shown it. */
const ChoiceSchema = z.object({
  mediaTypeId: id,
  dryingMinutes: z.number().int().nonnegative().max(10_000),
  notes: z.string().trim().max(2000),
  /** A profile of another paper to use until this one has its own; null for none. */
  borrows: id.nullable(),
})

export const PAIRINGS_CALLS = {
  'POST /pairings': {
    summary: 'Begin what is known of a paper on a printer, by hand',
    takes: ChoiceSchema.partial().extend({ printerId: id, paperId: id, mediaTypeId: id }),
    answers: PairingSchema,
    status: 201,
  },
  'PATCH /pairings/{id}': {
    summary: 'Decide otherwise how a paper is printed on a printer; what is left out stays',
    params: KeyParam,
    takes: ChoiceSchema.partial(),
    answers: PairingSchema,
  },
} as const satisfies Record<string, Call>

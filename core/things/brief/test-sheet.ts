import { z } from 'zod'
import { INTENTS } from '../media/intent.ts'

/** One way of rendering that is tried on a strip. */
export const StripCandidateSchema = z.object({
  intent: z.enum(INTENTS),
  blackPoint: z.boolean(),
  profileId: z.string().min(1).max(60),
  /** Media type it is printed with, or null for the one the paper goes with. */
  mediaTypeId: z.string().max(60).nullable().default(null),
})
export type StripCandidate = z.infer<typeof StripCandidateSchema>

/** Most strips on a sheet, and fewest worth a sheet. */
export const STRIPS = { fewest: 2, most: 8 } as const

/** A job that is a sheet of test strips: what for, and what each strip is, in the order they are lettered. */
const StripSheetSchema = z.object({
  kind: z.literal('strips'),
  /** Job whose picture is tried. */
  forJob: z.number().int().positive(),
  printerId: z.string().max(60),
  paperId: z.string().max(60),
  /** All strips, on this sheet and on those that go with it. */
  candidates: z.array(StripCandidateSchema).min(STRIPS.fewest).max(STRIPS.most),
  /** Which of them are on this sheet; left out when all are. */
  here: z.array(z.number().int().nonnegative()).optional(),
})
export type StripSheet = z.infer<typeof StripSheetSchema>

/** A job that is the tone and colour target. */
const TargetSheetSchema = z.object({ kind: z.literal('target') })

/** What a job tries out, when it is a test sheet and not a print. */
export const TestSheetSchema = z.discriminatedUnion('kind', [StripSheetSchema, TargetSheetSchema])

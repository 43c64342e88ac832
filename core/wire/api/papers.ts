import { z } from 'zod'
import { LotSchema, LotStorySchema, PaperSchema } from '../../things/media/media.ts'
import { MOST } from '../../things/studio/studio.ts'
import type { LotEditSchema } from './dto.ts'
import { PageAskedSchema, pageOf } from './page.ts'

/** A paper as somebody fills it in; its id is made from its name, or stays. */
export const PaperEditSchema = PaperSchema.omit({ id: true })
export type PaperEdit = z.input<typeof PaperEditSchema>
/** The same with everything said. */
export type PaperFields = z.output<typeof PaperEditSchema>

/** A paper's record as somebody saw it at a version. */
export const PaperEntrySchema = z.object({ version: z.number().int(), archived: z.boolean(), paper: PaperSchema })
export type PaperEntry = z.infer<typeof PaperEntrySchema>

/** What may be corrected of a lot. */
export type LotEdit = z.infer<typeof LotEditSchema>

/** A lot with what is past of it: used up, or set aside. */
export const LotEntrySchema = LotSchema.extend({ finished: z.boolean() })
export type LotEntry = z.infer<typeof LotEntrySchema>

/** Which papers of the shelf are asked for; where nothing is said, those of the studio's own that are not put aside. */
export const PapersAskedSchema = PageAskedSchema.extend({
  /** Letters of the name, the code or the surface. */
  q: z.string().max(100).optional(),
  /** Those put aside too. */
  aside: z.literal('yes').optional(),
  /** Samples too. */
  samples: z.literal('yes').optional(),
})

/** A page of the shelf. */
export const PapersPageSchema = z.object({
  papers: z.array(
    PaperEntrySchema.extend({
      /** Boxes and rolls of it that are not used up. */
      left: z.number().int().nonnegative(),
    }),
  ),
  /** How many there are, whatever was asked for: the studio's own, those put aside, and samples that are not. */
  counts: z.object({ own: z.number().int(), aside: z.number().int(), samples: z.number().int() }),
  ...pageOf.shape,
})
export type PaperLine = z.infer<typeof PapersPageSchema>['papers'][number]

/** What became of a lot. */
export const LotFateSchema = z
  .object({
    // Without their defaults: what is left out stays as it is.
    number: LotStorySchema.shape.number.unwrap(),
    arrived: LotStorySchema.shape.arrived.unwrap(),
    paidCents: LotStorySchema.shape.paidCents.unwrap(),
    opened: LotStorySchema.shape.opened.unwrap(),
    aside: z.boolean(),
    finished: z.boolean(),
  })
  .partial()
export type LotFate = z.infer<typeof LotFateSchema>

/** Papers of a list, each new or in the place of one there is; all of them or none. */
export const PaperListSchema = z.object({
  papers: z
    .array(
      z.object({
        paper: PaperEditSchema,
        /** The paper it stands for as it was seen; null for a new one. */
        instead: z.object({ id: z.string().min(1).max(60), version: z.number().int() }).nullable(),
      }),
    )
    .min(1)
    .max(MOST.papers),
})

import { z } from 'zod'
import { LotSchema, PairingSchema } from '../../things/media/media.ts'
import { OrderSchema } from '../../things/media/order.ts'
import { SamplePackEditSchema, SamplePackSchema } from '../../things/media/sample-pack.ts'
import { PaperEntrySchema } from './papers.ts'

/** A sample pack with its number and version. */
export const SamplePackEntrySchema = z.object({
  id: z.number().int().positive(),
  version: z.number().int(),
  pack: SamplePackSchema,
  /** Sheets that were taken out, the last first, used up or not. */
  sheets: z.array(LotSchema),
})
export type SamplePackEntry = z.infer<typeof SamplePackEntrySchema>

export const SamplePackSaveSchema = z.object({ version: z.number().int(), pack: SamplePackEditSchema })
export const TakeOutSchema = z.object({ kind: z.string().min(1).max(20) })

/** A sample that was liked: the studio's own paper from now on, what is known of it on printers, and what is to be bought. */
export const AdoptedSchema = z.object({ paper: PaperEntrySchema, pairings: z.array(PairingSchema), order: OrderSchema })

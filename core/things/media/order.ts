import { z } from 'zod'

/** A line of what is to be bought. */
export const OrderEditSchema = z.object({
  paperId: z.string().min(1).max(60),
  /** What of it, as somebody would say it: “A3, two packs of 25”. */
  what: z.string().trim().min(1).max(200),
})
export const OrderSchema = OrderEditSchema.extend({
  id: z.number().int().positive(),
  /** Ordered, or not wanted any more. */
  done: z.boolean(),
  /** ISO 8601, UTC. */
  since: z.iso.datetime(),
})
export type Order = z.infer<typeof OrderSchema>

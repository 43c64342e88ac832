import { z } from 'zod'
import { ArrangementSchema } from './arrangement.ts'

/** An arrangement without pictures, kept by name. */
export const LayoutSchema = z.object({
  id: z.number().int(),
  name: z.string().trim().min(1).max(120),
  arrangement: ArrangementSchema,
})
export type NamedLayout = z.infer<typeof LayoutSchema>

export const LayoutNewSchema = LayoutSchema.omit({ id: true })

import { z } from 'zod'

/** What the log says of one path: sheets it delivered, and how often each cause of a fault was found there. */
export const ExperienceSchema = z.object({
  printerId: z.string().max(60),
  pathId: z.string().max(60),
  sheets: z.number().int().nonnegative(),
  faults: z.record(z.string().max(60), z.number().int().nonnegative()),
})
export type Experience = z.infer<typeof ExperienceSchema>

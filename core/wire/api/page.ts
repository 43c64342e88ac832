import { z } from 'zod'
import { MOST_AT_ONCE } from './page-size.ts'

/** Which stretch of a long list is asked for. */
export const PageAskedSchema = z.object({
  /** After so many. */
  from: z.coerce.number().int().min(0).max(1_000_000).optional(),
  most: z.coerce.number().int().min(1).max(MOST_AT_ONCE).optional(),
})

/** What is told of a list beside a page of it. */
export const pageOf = z.object({
  /** How many there are of those that were asked for. */
  found: z.number().int().nonnegative(),
  /** After how many the next page begins; null where this is the last. */
  next: z.number().int().nullable(),
})

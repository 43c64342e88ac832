import { z } from 'zod'
import { ProfileEntrySchema } from './dto.ts'
import { PageAskedSchema, pageOf } from './page.ts'

/** By what the profile shelf is put in order. */
const PROFILE_ORDERS = ['description', 'black', 'volume'] as const
export type ProfileOrder = (typeof PROFILE_ORDERS)[number]
/** Which profiles of the shelf are asked for. */
export const ProfilesAskedSchema = PageAskedSchema.extend({
  /** Letters of the name. */
  q: z.string().max(100).optional(),
  /** Those bound to this paper. */
  paper: z.string().max(60).optional(),
  /** By name where nothing is said; the smallest first, unless `down`. */
  by: z.enum(PROFILE_ORDERS).optional(),
  down: z.literal('yes').optional(),
})
export const ProfilesPageSchema = z.object({
  profiles: z.array(ProfileEntrySchema),
  /** How many there are, whatever was asked for. */
  all: z.number().int().nonnegative(),
  ...pageOf.shape,
})

import { z } from 'zod'
import { SET_PLACES } from './place.ts'
import { SETTING_KEYS } from './settings.ts'

/** What a place was seen to be set to. */
export const ReadingSchema = z.object({
  place: z.enum(SET_PLACES),
  setting: z.enum(SETTING_KEYS),
  /** What it is, in our terms; null when the words mean nothing to us. */
  value: z.string().max(120).nullable(),
  /** What it showed, in its own words. */
  words: z.string().trim().min(1).max(160),
  /** Ticked off against what was wanted, typed, read from the printer, or taken from a listing. */
  how: z.enum(['ticked', 'typed', 'printer', 'listing']),
  /** Who looked; empty when nobody said. */
  by: z.string().trim().max(60),
})
export type Reading = z.infer<typeof ReadingSchema>

export const KeptReadingSchema = ReadingSchema.extend({ at: z.iso.datetime() })
export type KeptReading = z.infer<typeof KeptReadingSchema>

import { z } from 'zod'

/** Places that somebody sets and reads, and places that are what they are. */
export const SET_PLACES = ['program', 'driver', 'panel'] as const
export const PLACES = [...SET_PLACES, 'loaded', 'profile'] as const
export type SetPlace = (typeof SET_PLACES)[number]
export type Place = (typeof PLACES)[number]

export const PLACE_NAMES: Record<Place, string> = {
  program: 'Program',
  driver: 'Driver',
  panel: 'Panel',
  loaded: 'What is loaded',
  profile: 'The profile was made with',
}

export const SETTING_KEYS = [
  'page',
  'scaling',
  'source',
  'media-type',
  'edges',
  'quality',
  'speed',
  'management',
  'profile',
  'intent',
  'black-point',
  'black',
  'platen-gap',
  'clear-coat',
  'sides',
] as const
export type SettingKey = (typeof SETTING_KEYS)[number]

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

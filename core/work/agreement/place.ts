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

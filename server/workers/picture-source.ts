import type { Intent } from '../../core/things/media/intent.ts'

/** A picture of a page: its file and how its colours are rendered. In the order of the plan's pictures. */
export interface PictureSource {
  file: string
  channels: 'rgb' | 'grey' | 'cmyk'
  /** File of the picture's own profile, or null for sRGB. */
  sourceProfile: string | null
  intent: Intent
  /** Output sharpening, per cent; 0 for none. */
  sharpen: number
}

/** How the pictures of a page are read. */
export interface Reading {
  /** Leaves the numbers of the pictures alone. */
  untouched: boolean
  /** Bits of each channel: 16 keeps the steps of a 16-bit picture. */
  bits: 8 | 16
  maxPixels: number
}

export type Space = 'b-w' | 'srgb' | 'grey16' | 'rgb16' | 'cmyk'
/** Channels of a picture in four inks. */
export const INKS = 4

/** What a picture is made into before its colours are converted. */
export interface Raw {
  space: Space
  channels: number
  /** 16 bits to a channel. */
  wide: boolean
}

export function rawOf({ untouched, bits }: Reading, { channels, sourceProfile }: PictureSource): Raw {
  const own = sourceProfile !== null && !untouched
  const wide = bits === 16
  if (channels === 'cmyk' && own) return { space: 'cmyk', channels: INKS, wide: false }
  if (channels === 'grey' && own) return { space: wide ? 'grey16' : 'b-w', channels: 1, wide }
  return { space: wide ? 'rgb16' : 'srgb', channels: 3, wide }
}

import { z } from 'zod'
import { PICTURE_KINDS } from '../../things/brief/picture.ts'
import { INTENTS } from '../../things/media/intent.ts'

const share = z.number().min(0).max(1)

/** Neighbours that flatten, by where they lie; null where the picture has hardly any there. */
const FlattenedSchema = z.object({
  all: share,
  shadows: share.nullable(),
  highlights: share.nullable(),
  saturated: share.nullable(),
  neutrals: share.nullable(),
})

/** What one rendering of a picture on a paper does to it. Differences are CIEDE2000, media-relative. */
const RenderingSchema = z.object({
  intent: z.enum(INTENTS),
  blackPoint: z.boolean(),
  /** Mean and 95th percentile by which colours move that could be printed as they are. */
  moved: z.object({ mean: z.number(), p95: z.number() }),
  /** The same over the whole picture. */
  error: z.object({ mean: z.number(), p95: z.number(), max: z.number() }),
  /** Of neighbours that differ visibly, how much of their difference survives on average, 0…1. */
  kept: share,
  /** Share of all neighbours that differ visibly and keep less than half of it. */
  flattened: FlattenedSchema,
  /** Mean chroma of printed colours that were neutral. */
  cast: z.number(),
})
export type Rendering = z.infer<typeof RenderingSchema>

export const MeasuresSchema = z.object({
  /** Share of the pixels that cannot be printed as they are, and how far the nearest print is. */
  outOfGamut: z.object({ share, mean: z.number(), p95: z.number(), max: z.number() }),
  /** Share of the pixels darker than the printer's black. */
  belowBlack: share,
  /** Share of the pixels lighter than the last step that shows against paper white, but not white. */
  aboveWhiteStep: share,
  /** Lab of the darkest print, media-relative L*. */
  blackL: z.number(),
  /** Twelve sectors of hue from 0° on: share of the picture (chroma over 10), and how far relative colorimetric misses it. */
  sectors: z.array(z.object({ hue: z.number(), share, error: z.number() })),
  /** Told from its colours alone. */
  kind: z.enum(PICTURE_KINDS),
  renderings: z.array(RenderingSchema),
  /** How the prints of any two renderings (by their place in the list) differ from each other, colour by colour. */
  differences: z.array(z.object({ one: z.number().int(), other: z.number().int(), mean: z.number(), p95: z.number(), visible: share })),
})
export type Measures = z.infer<typeof MeasuresSchema>

/** A difference beyond this is visible side by side; used for “cannot be printed as it is”. */
export const VISIBLE = 2

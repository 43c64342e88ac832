export const INTENTS = ['perceptual', 'relative', 'saturation', 'absolute'] as const
/** Rendering intents of ICC.1, in the order of their numbers. */
export type Intent = (typeof INTENTS)[number]

/** The names of ICC.1, those most programs show, and one word. */
export const INTENT_NAMES: Record<Intent, { icc: string; program: string; short: string }> = {
  perceptual: { icc: 'Perceptual', program: 'Perceptual', short: 'Perceptual' },
  relative: { icc: 'Media-relative colorimetric', program: 'Relative colorimetric', short: 'Relative' },
  saturation: { icc: 'Saturation', program: 'Saturation', short: 'Saturation' },
  absolute: { icc: 'ICC-absolute colorimetric', program: 'Absolute colorimetric', short: 'Absolute' },
}

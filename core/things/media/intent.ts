export const INTENTS = ['perceptual', 'relative', 'saturation', 'absolute'] as const
/** Rendering intents of ICC.1, in the order of their numbers. */
export type Intent = (typeof INTENTS)[number]

import { z } from 'zod'
import type { Intent } from '../media/intent.ts'

const byte = z.number().int().min(0).max(255)

/** Renderings a colour is followed through. */
export const RENDERINGS = ['relative+', 'relative', 'perceptual+', 'perceptual', 'saturation+', 'saturation', 'absolute'] as const

/** A rendering's short name: its intent, and + for black point compensation, which does nothing to absolute. */
export const renderingKey = (intent: Intent, blackPoint: boolean): (typeof RENDERINGS)[number] =>
  intent === 'absolute' ? 'absolute' : blackPoint ? `${intent}+` : intent

/** A colour of the picture that must come out right, and by how much each rendering misses it. */
export const CriticalColourSchema = z.object({
  name: z.string().trim().min(1).max(60),
  /** In the picture's own numbers. */
  rgb: z.tuple([byte, byte, byte]),
  lab: z.tuple([z.number(), z.number(), z.number()]),
  /** By profile id: CIEDE2000 under each rendering. */
  misses: z.record(z.string(), z.partialRecord(z.enum(RENDERINGS), z.number().min(0))),
})
export type CriticalColour = z.infer<typeof CriticalColourSchema>

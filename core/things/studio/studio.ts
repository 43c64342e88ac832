import { z } from 'zod'
import { CalibrationSchema } from '../calibration/offset.ts'
import { LoadedSchema, LotSchema, PairingSchema, PaperSchema, ProfileSchema } from '../media/media.ts'
import { PrinterSchema } from '../printers/printer.ts'
import { ExperienceSchema } from './experience.ts'

/** Studio-wide preferences that decide ties. */
export const HouseRulesSchema = z.object({
  unit: z.enum(['mm', 'in']),
  everydayIntent: z.enum(['relative', 'perceptual', 'by-surface']),
  blackPointCompensation: z.boolean(),
  /** A difference between two facing borders that people see, µm. Common practice: 0.5 mm unseen, 1 mm seen. */
  visibleShift: z.number().int().positive(),
  /** Preset that profile checks are held to. */
  tolerance: z.enum(['proof', 'validation', 'edition', 'everyday']).default('edition'),
  /** Sizes this studio uses most, as they are typed; offered first. */
  favouriteSizes: z.array(z.string().min(1).max(60)).max(40).default([]),
})
export type HouseRules = z.infer<typeof HouseRulesSchema>

/** Everything the studio knows that a plate depends on. */
export const StudioSchema = z.object({
  printers: z.array(PrinterSchema).max(200),
  papers: z.array(PaperSchema).max(2000),
  lots: z.array(LotSchema).max(10_000),
  profiles: z.array(ProfileSchema).max(5000),
  pairings: z.array(PairingSchema).max(20_000),
  loaded: z.array(LoadedSchema).max(2000),
  /** Where each path really lays its prints, learnt from inspections. */
  calibrations: z.array(CalibrationSchema).max(2000).default([]),
  /** What each path has printed and what went wrong there, from the log. */
  experience: z.array(ExperienceSchema).max(2000).default([]),
  rules: HouseRulesSchema,
})
export type Studio = z.infer<typeof StudioSchema>

export const DEFAULT_RULES: HouseRules = {
  unit: 'mm',
  everydayIntent: 'by-surface',
  blackPointCompensation: true,
  visibleShift: 500,
  tolerance: 'edition',
  favouriteSizes: [],
}

import { z } from 'zod'
import { CalibrationSchema } from '../calibration/offset.ts'
import { LoadedSchema, LotSchema, PairingSchema, PaperSchema, ProfileSchema } from '../media/media.ts'
import { PrinterSchema } from '../printers/printer.ts'
import { ExperienceSchema } from './experience.ts'
import { HouseRulesSchema } from './house-rules.ts'

/** How many a studio can have of what is made by hand. */
export const MOST = { papers: 2000, lots: 10_000 } as const

/** Everything the studio knows that a plate depends on. */
export const StudioSchema = z.object({
  printers: z.array(PrinterSchema).max(200),
  papers: z.array(PaperSchema).max(MOST.papers),
  lots: z.array(LotSchema).max(MOST.lots),
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

const STUDIO_PARTS = Object.keys(StudioSchema.shape) as (keyof Studio)[]
/** A ListChange, as it is told. */
const listChangeOf = <T extends z.ZodType>(thing: T) => z.object({ put: z.array(thing), gone: z.array(z.string()) })
/** Parts of a studio, each with a word that is the same as long as the part is. */
export const StudioPartsSchema = z.object({
  versions: z.object(Object.fromEntries(STUDIO_PARTS.map((part) => [part, z.string().max(100)])) as Record<keyof Studio, z.ZodString>),
  parts: StudioSchema.partial(),
  /** Of long lists that the caller has as they were a while ago: what has changed in them since. */
  changed: z.object({ lots: listChangeOf(LotSchema), pairings: listChangeOf(PairingSchema) }).partial(),
})
export type StudioParts = z.infer<typeof StudioPartsSchema>

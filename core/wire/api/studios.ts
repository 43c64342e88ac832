import { z } from 'zod'
import { NameSchema } from '../../things/name.ts'
import { ShortNameSchema } from '../../things/studio/short-name.ts'
import { THING_KINDS } from '../../things/studio/take-over.ts'

const name = NameSchema.max(120)

/** A studio of this installation, as the list of them shows it. */
export const StudioEntrySchema = z.object({
  /** Its short name, which stands in every address. */
  studio: z.string().max(40),
  name,
  /** Made by the program to be looked at; can be made afresh. */
  demo: z.boolean(),
  /** What is being done while it is made; null once it can be used. */
  making: z.string().nullable(),
  /** ISO 8601, UTC. */
  since: z.iso.datetime(),
  printers: z.number().int().nonnegative(),
  papers: z.number().int().nonnegative(),
  /** Jobs it has ever had. */
  jobs: z.number().int().nonnegative(),
})
export type StudioEntry = z.infer<typeof StudioEntrySchema>

/** A short name is made from the name where none is given. */
export const NewStudioSchema = z.object({ name, studio: ShortNameSchema.optional() })

const COPY_WHATS = ['everything', 'without-jobs', 'printers-and-papers'] as const
export type CopyWhat = (typeof COPY_WHATS)[number]
export const StudioCopySchema = NewStudioSchema.extend({ what: z.enum(COPY_WHATS) })

/** A thing of another studio as it stands in this one. */
export const ThingSchema = z.object({
  kind: z.enum(THING_KINDS),
  id: z.string(),
  name: z.string(),
  standing: z.enum(['new', 'same', 'differs']),
  there: z.string().nullable(),
  fields: z.array(z.string()),
  needs: z.array(z.string()),
})
/** What is taken: keys of things, “paper:harbour-lustre”. */
export const ThingsWantedSchema = z.object({
  from: z.string().min(1).max(40),
  things: z.array(z.string().min(1).max(200)).min(1).max(20_000),
})
export const ThingsTakenSchema = z.object({ added: z.number().int(), changed: z.number().int() })

export const StudioRenameSchema = z.object({ name })
/** What is removed is named once more. */
export const StudioRemovalSchema = z.object({ name: z.string().max(120) })

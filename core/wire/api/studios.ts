import { z } from 'zod'
import { NameSchema } from '../../things/name.ts'
import { ShortNameSchema } from '../../things/studio/short-name.ts'

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

export const StudioRenameSchema = z.object({ name })
/** What is removed is named once more. */
export const StudioRemovalSchema = z.object({ name: z.string().max(120) })

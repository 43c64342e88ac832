import { z } from 'zod'
import { NameSchema } from '../../things/name.ts'

/** The first version of an archive of a studio, and the newest this program reads. */
export const ARCHIVE_VERSION = 1
export const ARCHIVE_DOCUMENT = 'arch-plate-studio'

/** What an archive says of itself: the first file in it. */
export const ArchiveManifestSchema = z.object({
  document: z.literal(ARCHIVE_DOCUMENT),
  version: z.number().int().positive(),
  /** Name of the studio. */
  name: NameSchema.max(120),
  /** Its short name where it came from. */
  studio: z.string().max(40),
  exported: z.iso.datetime(),
  /** Whether pictures and delivered sheets are in it. */
  pictures: z.boolean(),
  /** Rows of each table, as a check that nothing is cut off. */
  rows: z.record(z.string(), z.number().int().nonnegative()),
})
export type ArchiveManifest = z.infer<typeof ArchiveManifestSchema>

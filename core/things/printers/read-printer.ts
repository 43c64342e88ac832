import { z } from 'zod'
import { PATH_PART_KEYS } from './parts.ts'
import { type Printer, PrinterSchema } from './printer.ts'

const PathBefore = z.looseObject({ known: z.string().optional() })

/** A path as any version wrote it down: until paths were confirmed part by part, all of one was known or none of it. */
function pathUpgraded(stored: unknown): unknown {
  const read = PathBefore.safeParse(stored)
  if (!read.success || !('known' in read.data)) return stored
  const { known, ...path } = read.data
  return known === 'usual' ? { unconfirmed: [...PATH_PART_KEYS], ...path } : path
}

/** Brings the record of a printer up to date, whoever stored it; what is wrong in it is left to be told by its schema. */
export function printerUpgraded(stored: unknown): unknown {
  const read = z.looseObject({ paths: z.array(z.unknown()) }).safeParse(stored)
  return read.success ? { ...read.data, paths: read.data.paths.map(pathUpgraded) } : stored
}

/** The record of a printer as any version stored it. Throws a ZodError when it is none. */
export const readPrinter = (stored: unknown): Printer => PrinterSchema.parse(printerUpgraded(stored))

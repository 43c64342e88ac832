import { z } from 'zod'

/** First parts of addresses that are none of a studio's. */
const TAKEN = ['api', 'archive', 'assets', 'demo', 'exports', 'jobs', 'log', 'lots', 'new', 'printers', 'runs', 'shelf', 'studios', 'ui']
const LONGEST = 40
/** The short name of the studio the program brings along. */
export const DEMO_STUDIO = 'lantern-wharf'

/** The word a studio has in every address: small letters, digits and single hyphens, 2 to 40 of them, beginning with a letter. */
export const ShortNameSchema = z
  .string()
  .max(LONGEST)
  .regex(/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/)
  .min(2)
  .refine((word) => !TAKEN.includes(word), { error: 'is used for something else' })

/**
 * The short name a studio's name comes to: letters without their marks, everything else a hyphen.
 * @param taken short names there are already; a number is added where it would be one of them
 */
export function shortNameOf(name: string, taken: readonly string[]): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+|-+$/g, '')
    .slice(0, LONGEST - 4)
    .replace(/-+$/, '')
  const word = plain.length < 2 ? 'studio' : plain
  for (let n = 1; ; n++) {
    const tried = n === 1 ? word : `${word}-${n}`
    if (!taken.includes(tried) && !TAKEN.includes(tried)) return tried
  }
}

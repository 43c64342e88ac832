import { z } from 'zod'

/** What somebody calls a thing: one line, without the characters nobody sees. */
export const NameSchema = z
  .string()
  .trim()
  .min(1)
  .regex(/^[^\p{Cc}]*$/u, 'holds characters that nobody sees')

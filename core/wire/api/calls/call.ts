import { z } from 'zod'

/** One call of the API: what it is for, what it takes and what it answers. */
export interface Call {
  summary: string
  description?: string
  /** Parts of the address in braces. */
  params?: z.ZodObject
  query?: z.ZodObject
  /** The JSON body; left out where there is none, or where it is a file. */
  takes?: z.ZodType
  answers: z.ZodType
  /** 200 where it is left out. */
  status?: 200 | 201 | 202
}

export const IdParam = z.object({
  id: z.coerce
    .number()
    .int()
    .positive()
    .max(2 ** 31 - 1),
})
export const KeyParam = z.object({ id: z.string().min(1).max(120) })

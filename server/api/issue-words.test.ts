import { z } from 'zod'
import { wordsFor } from './issue-words.ts'

const said = (schema: z.ZodType, value: unknown) => {
  const issue = schema.safeParse(value).error?.issues[0]
  return issue && wordsFor(issue)
}

test.each([
  [z.number(), 'x', 'It must be a number.'],
  [z.number().int(), 1.5, 'It must be a whole number.'],
  [z.string(), 5, 'It must be a text.'],
  [z.boolean(), 'yes', 'It must be true or false.'],
  [z.array(z.number()), {}, 'It must be a list.'],
  [z.object({}), [], 'It must be an object with fields.'],
  [z.number().positive(), 0, 'It must be more than 0.'],
  [z.number().min(2), 1, 'It must be at least 2.'],
  [z.number().max(9), 10, 'It must be at most 9.'],
  [z.number().lt(9), 9, 'It must be less than 9.'],
  [z.string().min(1), '', 'It must be at least 1 letter.'],
  [z.array(z.number()).max(1), [1, 2], 'It must be at most 1 entry.'],
  [z.enum(['mm', 'in']), 'cm', 'It must be one of “mm”, “in”.'],
  [z.literal(4), 5, 'It must be “4”.'],
  [z.iso.datetime(), 'today', 'It must be a time in UTC.'],
  [z.iso.date(), 'today', 'It must be a day.'],
  [z.string().regex(/^a$/), 'b', 'It is not written as it must be.'],
  [z.number().refine(() => false, 'a sheet needs a width'), 1, 'A sheet needs a width.'],
] as const)('%# %s', (schema, value, words) => expect(said(schema, value)).toBe(words))

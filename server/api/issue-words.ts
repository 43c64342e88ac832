import type { z } from 'zod'

type Issue = z.core.$ZodIssue

const KINDS: Record<string, string> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object with fields',
  null: 'null',
}
const OF: Record<string, [one: string, more: string]> = {
  string: ['letter', 'letters'],
  array: ['entry', 'entries'],
  record: ['entry', 'entries'],
}

/** “1 letter”, “2 entries”, “7”. */
const amount = (n: unknown, origin: string): string => {
  const words = OF[origin]
  return words ? `${n} ${words[n === 1 ? 0 : 1]}` : String(n)
}

/** A sentence of our own for what a schema found wrong: “It must be a number.” */
export function wordsFor(issue: Issue): string {
  switch (issue.code) {
    case 'invalid_type':
      return `It must be ${KINDS[issue.expected] ?? 'something else'}.`
    case 'too_small':
      return issue.inclusive === false
        ? `It must be more than ${amount(issue.minimum, issue.origin)}.`
        : `It must be at least ${amount(issue.minimum, issue.origin)}.`
    case 'too_big':
      return issue.inclusive === false
        ? `It must be less than ${amount(issue.maximum, issue.origin)}.`
        : `It must be at most ${amount(issue.maximum, issue.origin)}.`
    case 'invalid_value':
      return issue.values.length === 1
        ? `It must be “${String(issue.values[0])}”.`
        : `It must be one of ${issue.values.map((v) => `“${String(v)}”`).join(', ')}.`
    case 'invalid_format':
      return issue.format === 'datetime'
        ? 'It must be a time in UTC.'
        : issue.format === 'date'
          ? 'It must be a day.'
          : 'It is not written as it must be.'
    case 'not_multiple_of':
      return `It must be a multiple of ${issue.divisor}.`
    // What a schema of ours says for itself is a sentence already, or becomes one.
    case 'custom':
      return issue.message ? `${issue.message.charAt(0).toUpperCase()}${issue.message.slice(1).replace(/\.$/, '')}.` : ''
    default:
      return ''
  }
}

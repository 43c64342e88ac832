import { fail, ok, type Result } from '../../things/problem/problem.ts'

/** Limits for measurement files from outside. */
export const LIMITS = { bytes: 32 << 20, rows: 100_000, fields: 200 } as const

/** A table of CGATS text. Source: CGATS.17 (text form). */
export interface Cgats {
  /** What the file calls itself, its first word. */
  kind: string
  /** Header keywords and their values, e.g. `DESCRIPTOR`, `INSTRUMENTATION`, `CREATED`. */
  keywords: Record<string, string>
  fields: string[]
  rows: string[][]
}

/** Words of a line: bare, or in quotes with anything between. */
const words = (line: string): string[] => [...line.matchAll(/"([^"]*)"|(\S+)/g)].map((m) => m[1] ?? m[2] ?? '')

/** Reads the first table of CGATS text. Says which line is wrong. */
export function readCgats(text: string, field = 'measurements'): Result<Cgats> {
  const bad = (code: string, message: string, value?: string) => fail({ field, code, message, ...(value === undefined ? {} : { value }) })
  if (text.length > LIMITS.bytes) return bad('cgats-too-large', 'This file is larger than any chart’s measurements.')
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/)
  let kind = ''
  const keywords: Record<string, string> = {}
  let fields: string[] | null = null
  let cells: string[] = []
  let claimed: number | null = null
  let part: 'head' | 'format' | 'data' = 'head'
  let done = false
  for (const [i, raw] of lines.entries()) {
    const line = raw.trim()
    if (line === '' || line.startsWith('#')) continue
    const [first = '', ...rest] = words(line)
    if (part === 'head') {
      if (first === 'BEGIN_DATA_FORMAT') part = 'format'
      else if (first === 'BEGIN_DATA') {
        if (!fields) return bad('cgats-no-fields', `Line ${i + 1}: the data begins before its fields are named.`)
        part = 'data'
      } else if (first === 'NUMBER_OF_SETS') claimed = Number(rest[0])
      else if (first !== 'KEYWORD' && first !== 'NUMBER_OF_FIELDS') {
        if (kind === '' && rest.length === 0) kind = first.slice(0, 40)
        else if (/^[A-Z][A-Z0-9_]*$/.test(first)) keywords[first] = rest.join(' ').slice(0, 500)
      }
    } else if (part === 'format') {
      if (first === 'END_DATA_FORMAT') part = 'head'
      else fields = [...(fields ?? []), first, ...rest]
      if (fields && fields.length > LIMITS.fields) return bad('cgats-too-many-fields', `The file names more than ${LIMITS.fields} fields.`)
    } else if (first === 'END_DATA') {
      done = true
      break
    } else {
      // A row may run over several lines, so cells are gathered and cut by the number of fields.
      cells.push(first, ...rest)
      if (cells.length > LIMITS.rows * (fields?.length ?? 1))
        return bad('cgats-too-many-rows', `The file holds more than ${LIMITS.rows} rows.`)
    }
  }
  if (!fields || part !== 'data')
    return bad('cgats-no-data', 'This is not a measurement file in CGATS text: it names no fields or holds no data.')
  if (!done) return bad('cgats-truncated', 'The file ends within its data: END_DATA is missing. Export it again.')
  const width = fields.length
  const rows: string[][] = []
  for (let at = 0; at < cells.length; at += width) rows.push(cells.slice(at, at + width))
  cells = []
  if ((rows.at(-1)?.length ?? width) !== width)
    return bad('cgats-ragged', `A row has fewer than the ${width} values its fields ask for; the last full row is ${rows.length - 1}.`)
  if (rows.length === 0) return bad('cgats-no-rows', 'The file holds no measurements.')
  if (claimed !== null && Number.isFinite(claimed) && claimed !== rows.length)
    return bad('cgats-count', `The file says it holds ${claimed} rows and holds ${rows.length}.`, String(claimed))
  return ok({ kind, keywords, fields, rows })
}

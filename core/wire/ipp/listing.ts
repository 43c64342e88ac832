import { fail, ok, type Result } from '../../things/problem/problem.ts'

/** A listed value: a word or number as it stands, or a collection. */
export type Listed = string | { [name: string]: Listed[] }
export type Listing = Record<string, Listed[]>

/** Longest listing read, characters, and how deep its collections may nest. */
const MOST = 400_000
const DEPTH = 8

class Cursor {
  at = 0
  readonly text: string
  constructor(text: string) {
    this.text = text
  }
  get here(): string {
    return this.text[this.at] ?? ''
  }
  space(): void {
    while (/\s/.test(this.here)) this.at++
  }
  word(until: RegExp): string {
    if (this.here === '"') {
      const end = this.text.indexOf('"', this.at + 1)
      const word = this.text.slice(this.at + 1, end < 0 ? undefined : end)
      this.at = end < 0 ? this.text.length : end + 1
      return word
    }
    const begin = this.at
    while (this.at < this.text.length && !until.test(this.here)) this.at++
    return this.text.slice(begin, this.at).trim()
  }
}

function values(c: Cursor, inside: boolean, depth: number): Listed[] {
  const out: Listed[] = []
  for (;;) {
    c.space()
    if (c.here === '{') out.push(collection(c, depth + 1))
    else out.push(c.word(inside ? /[\s,}]/ : /,/))
    c.space()
    if (c.here !== ',') return out
    c.at++
  }
}

function collection(c: Cursor, depth: number): Listing {
  if (depth > DEPTH) throw new Error('collections nest too deep')
  const out: Listing = {}
  c.at++
  for (;;) {
    c.space()
    if (c.here === '}' || c.here === '') {
      c.at++
      return out
    }
    const name = c.word(/[=\s}]/)
    c.space()
    if (c.here !== '=') throw new Error(`“${name}” has no value`)
    c.at++
    out[name] = values(c, true, depth)
  }
}

const fromJson = (value: unknown, depth: number): Listed => {
  if (depth > DEPTH) throw new Error('objects nest too deep')
  if (typeof value !== 'object' || value === null) return String(value)
  return Object.fromEntries(
    Object.entries(value).map(([name, v]) => [name, (Array.isArray(v) ? v : [v]).map((one) => fromJson(one, depth + 1))]),
  )
}

/**
 * Reads a list of IPP attributes as tools print them, a line each: `name (syntax) = value`, `name = value` or
 * `name: value`; collections in braces. Lines that are no attribute are passed over. JSON with the same names is read
 * just as well.
 */
export function readListing(text: string): Result<Listing> {
  const bad = (message: string) => fail({ field: 'listing', code: 'listing-unreadable', message })
  if (text.length > MOST) return bad(`The listing is longer than ${MOST} characters.`)
  try {
    if (/^\s*\{\s*"/.test(text)) return ok(fromJson(JSON.parse(text), 0) as Listing)
    const out: Listing = {}
    for (const line of text.split(/\r?\n/)) {
      const match = /^\s*([a-z][a-z0-9.-]+)\s*(?:\([^)]*\))?\s*[=:]\s*(.+)$/.exec(line)
      if (match?.[1] && match[2]) out[match[1]] = values(new Cursor(match[2].trim()), false, 0)
    }
    return Object.keys(out).length > 0 ? ok(out) : bad('There are no attributes in this text: a line reads “media-type = …”.')
  } catch (error) {
    return bad(`The listing cannot be read: ${(error as Error).message}.`)
  }
}

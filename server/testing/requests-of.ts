import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import { BASE } from './client.ts'

type Schema = { [key: string]: unknown }
export interface Operation {
  method: string
  path: string
  parameters: { name: string; in: string }[]
  body: Schema | null
}
export interface Document {
  paths: Record<
    string,
    Record<string, { parameters?: Operation['parameters']; requestBody?: { content: Record<string, { schema: Schema }> } }>
  >
  components: { schemas: Record<string, Schema> }
}

/** Texts that have broken programs: empty, long, of other alphabets, of other languages' quoting, and ways out of a folder. */
const TEXTS = [
  '',
  'x',
  'x'.repeat(121),
  'x'.repeat(5000),
  '\u0000',
  '💧'.repeat(40),
  '\ud800',
  '../../etc/passwd',
  '..\\..\\boot.ini',
  "'; DROP TABLE jobs; --",
  '%00%0a%zz',
  '<script>alert(1)</script>',
  '{{7*7}}',
  '__proto__',
  'constructor',
  'a'.repeat(64),
  '2026-02-30',
  '2026-02-28T25:61:00Z',
  'ipp://127.0.0.1:1/ipp',
]
const NUMBERS = [0, -0, 1, -1, 0.5, 255, 256, 65_536, 2 ** 31 - 1, 2 ** 31, 2 ** 53, -(2 ** 53), 1e308, -1e-300]

/** Half a pair of surrogates cannot stand in an address. */
const wellFormed = (text: string) => text.replace(/[\ud800-\udfff]/g, '?')

/**
 * Requests of the published document, made up by chance.
 * @param random a source of chance, 0…1
 * @param known ids that mean something to the studio that is asked
 * @param oddness how often something is not as the document says, as a share of how often a fuzz wants it: 0 for requests that
 * are all well formed
 */
export function requestsOf(random: () => number, document: Document, known: readonly string[], oddness: number) {
  const int = (n: number) => Math.floor(random() * n)
  const pick = <T>(list: readonly T[]): T => list[int(list.length)] as T
  const odd = (p: number) => random() < p * oddness
  const maybe = (p = 0.5) => random() < p
  const anything = (): unknown => pick([null, true, pick(NUMBERS), pick(TEXTS), [], {}, [pick(NUMBERS)], { [pick(TEXTS)]: pick(NUMBERS) }])
  const resolved = (schema: Schema): Schema => {
    const ref = schema.$ref as string | undefined
    return ref ? (document.components.schemas[ref.split('/').at(-1) ?? ''] ?? {}) : schema
  }

  /** A value of this schema, now and then at or beyond its limits, or something else altogether. */
  function value(of: Schema, depth = 0): unknown {
    const schema = resolved(of)
    if (odd(0.02)) return anything()
    const parts = (schema.anyOf ?? schema.oneOf ?? schema.allOf) as Schema[] | undefined
    if (parts) return schema.allOf ? Object.assign({}, ...parts.map((p) => value(p, depth))) : value(pick(parts), depth)
    if (schema.nullable && maybe(0.2)) return null
    const choices = schema.enum as unknown[] | undefined
    if (choices) return pick(choices)
    switch (schema.type) {
      case 'object': {
        const fields = Object.entries((schema.properties ?? {}) as Record<string, Schema>)
        const required = new Set((schema.required ?? []) as string[])
        const out: Record<string, unknown> = {}
        for (const [name, part] of fields) if (required.has(name) ? !odd(0.01) : maybe()) out[name] = value(part, depth + 1)
        if (schema.additionalProperties && typeof schema.additionalProperties === 'object' && maybe())
          out[!odd(0.5) ? pick(known) : pick(TEXTS)] = value(schema.additionalProperties as Schema, depth + 1)
        if (odd(0.02)) out[pick(TEXTS) || 'more'] = anything()
        return out
      }
      case 'array': {
        const least = Number(schema.minItems ?? 0)
        const count = odd(0.03) ? least + int(200) : least + int(3)
        return Array.from({ length: depth > 6 ? least : count }, () => value((schema.items ?? {}) as Schema, depth + 1))
      }
      case 'integer':
      case 'number': {
        const [min, max] = [Number(schema.minimum ?? 0), Number(schema.maximum ?? 1_000_000)]
        if (odd(0.25)) return pick([min, max, min - 1, max + 1, pick(NUMBERS)])
        const n = min + random() * (max - min) * pick([1, 0.001])
        return schema.type === 'integer' ? Math.round(n) : n
      }
      case 'boolean':
        return maybe()
      case 'string': {
        if (schema.format === 'date-time') return odd(0.5) ? pick(TEXTS) : '2026-11-26T10:00:00.000Z'
        if (schema.format === 'date') return odd(0.5) ? pick(TEXTS) : '2026-11-26'
        const text = odd(0.4) ? pick(TEXTS) : pick(known)
        const [least, most] = [Number(schema.minLength ?? 0), Number(schema.maxLength ?? 10_000)]
        return odd(0.1) ? 'y'.repeat(Math.min(20_000, pick([least, most, most + 1]))) : text
      }
      default:
        return oddness > 0 ? anything() : {}
    }
  }

  /** One request of an operation. */
  const request = (operation: Operation): { url: string; init: RequestInit } => {
    let url = operation.path
    const query: string[] = []
    for (const { name, in: place } of operation.parameters) {
      const text = maybe(0.6) ? pick(known) : maybe() ? String(1 + int(40)) : maybe() ? String(pick(NUMBERS)) : pick(TEXTS)
      // Most is asked of the studio that has something; what makes, copies and removes studios is asked of any.
      const of = name === 'studio' && /\{studio\}\/(?!copies)/.test(operation.path) && !odd(0.02) ? 'lantern-wharf' : text
      const safe = encodeURIComponent(wellFormed(of))
      if (place === 'path') url = url.replace(`{${name}}`, odd(0.02) ? '%zz' : safe)
      else if (!odd(0.15)) query.push(`${name}=${['x', 'y', 'w', 'h'].includes(name) ? random() : safe}`)
    }
    if (odd(0.05)) query.push(`${encodeURIComponent(wellFormed(pick(TEXTS)))}=1`)
    const headers: Record<string, string> = odd(0.03) ? {} : { ...OWN_HEADER }
    if (odd(0.1)) headers['idempotency-key'] = `fuzz-key-${int(20)}`
    const method = operation.method.toUpperCase()
    let body: string | Uint8Array<ArrayBuffer> | undefined
    if (method !== 'GET') {
      headers['content-type'] = odd(0.04)
        ? pick(['text/plain', 'application/ipp', 'multipart/form-data', 'application/xml', 'x'])
        : 'application/json'
      if (operation.body) {
        body = JSON.stringify(value(operation.body))
        if (odd(0.04)) body = body.slice(0, int(body.length))
        if (odd(0.02)) body = pick(['', 'null', '[]', '"', '{"a":1}{', '1e999', '['.repeat(20_000)])
      } else if (odd(0.5)) body = Uint8Array.from({ length: int(400) }, () => int(256))
    }
    return {
      url: `${BASE}${url}${query.length > 0 ? `?${query.join('&')}` : ''}`,
      init: { method, headers, ...(body === undefined ? {} : { body }) },
    }
  }
  return { value, request }
}

/** Every call of the document, with what it takes. */
export const operationsOf = (document: Document): Operation[] =>
  Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, { parameters = [], requestBody }]) => ({
      method,
      path,
      parameters,
      body: requestBody?.content['application/json']?.schema ?? null,
    })),
  )

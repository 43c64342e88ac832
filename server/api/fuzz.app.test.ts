import type { Studio } from '../../core/things/studio/studio.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import { seeded } from '../../simulator/machine/random.ts'
import { BASE, call } from '../testing/client.ts'

/** Every call of the published document, asked so many times in all with whatever comes. */
const REQUESTS = process.env.ARCH_THOROUGH ? 12_000 : 3000
const AT_ONCE = 4

type Schema = { [key: string]: unknown }
interface Operation {
  method: string
  path: string
  parameters: { name: string; in: string }[]
  body: Schema | null
}
interface Document {
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

/** What a library or the machine says, and nobody should be told: paths, SQL, stacks, errno names. */
const LEAKS =
  /\/(usr|home|root|tmp|var|work|etc)\/|node_modules|\bat \w+.*\(\S+:\d+:\d+\)|SELECT |INSERT |ER_[A-Z_]+|SQLSTATE|ECONN|ENOENT|EACCES|EISDIR|ENOTDIR|sequelize|vips|undefined|\[object|NaN/

function fuzzer(seed: number, document: Document, known: readonly string[]) {
  const random = seeded(seed)
  const int = (n: number) => Math.floor(random() * n)
  const pick = <T>(list: readonly T[]): T => list[int(list.length)] as T
  const odd = (p: number) => random() < p
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
    if (schema.nullable && odd(0.2)) return null
    const choices = schema.enum as unknown[] | undefined
    if (choices) return pick(choices)
    switch (schema.type) {
      case 'object': {
        const fields = Object.entries((schema.properties ?? {}) as Record<string, Schema>)
        const required = new Set((schema.required ?? []) as string[])
        const out: Record<string, unknown> = {}
        for (const [name, part] of fields) if (required.has(name) ? !odd(0.01) : odd(0.5)) out[name] = value(part, depth + 1)
        if (schema.additionalProperties && typeof schema.additionalProperties === 'object' && odd(0.5))
          out[odd(0.5) ? pick(known) : pick(TEXTS)] = value(schema.additionalProperties as Schema, depth + 1)
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
        return odd(0.5)
      case 'string': {
        if (schema.format === 'date-time') return pick(['2026-11-26T10:00:00.000Z', pick(TEXTS)])
        if (schema.format === 'date') return pick(['2026-11-26', pick(TEXTS)])
        const text = odd(0.6) ? pick(known) : pick(TEXTS)
        const [least, most] = [Number(schema.minLength ?? 0), Number(schema.maxLength ?? 10_000)]
        return odd(0.1) ? 'y'.repeat(Math.min(20_000, pick([least, most, most + 1]))) : text
      }
      default:
        return anything()
    }
  }

  /** One request of an operation. */
  return (operation: Operation): { url: string; init: RequestInit } => {
    let url = operation.path
    const query: string[] = []
    for (const { name, in: place } of operation.parameters) {
      const text = odd(0.6) ? pick(known) : odd(0.5) ? String(1 + int(40)) : odd(0.5) ? String(pick(NUMBERS)) : pick(TEXTS)
      const safe = encodeURIComponent(wellFormed(text))
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
}

test(`${REQUESTS} requests of anything to every call: no failure of the server, and no word that is not ours`, async () => {
  const document = (await call<Document>('GET', '/openapi.json')).body as Document
  const operations: Operation[] = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, { parameters = [], requestBody }]) => ({
      method,
      path,
      parameters,
      body: requestBody?.content['application/json']?.schema ?? null,
    })),
  )
  const studio = (await call<Studio>('GET', '/studio')).body as Studio
  const pictures = (await call<{ id: string; hash: string }[]>('GET', '/pictures/demo')).body
  const known = [
    ...[...studio.printers, ...studio.papers, ...studio.lots, ...studio.profiles].map((x) => x.id),
    ...pictures.flatMap((p: { id: string; hash: string }) => [p.id, p.hash]),
    ...studio.printers.flatMap((p) => p.paths.map((path) => path.id)),
  ]
  const make = fuzzer(20_261_126, document, known)
  const requests = Array.from({ length: REQUESTS }, (_, i) => ({
    of: operations[i % operations.length] as Operation,
    ...make(operations[i % operations.length] as Operation),
  }))
  const wrong: string[] = []
  const statuses = new Map<number, number>()
  const ask = async ({ of, url, init }: (typeof requests)[number]) => {
    const what = `${of.method.toUpperCase()} ${url.slice(BASE.length, BASE.length + 160)} ${String(init.body ?? '').slice(0, 300)}`
    const answer = await fetch(url, { ...init, signal: AbortSignal.timeout(60_000) }).catch(() => null)
    if (!answer) return void wrong.push(`no answer: ${what}`)
    const text = /json|text/.test(answer.headers.get('content-type') ?? '')
      ? await answer.text()
      : await answer.arrayBuffer().then(() => '')
    statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1)
    if (answer.status >= 500 && ![502, 503, 507].includes(answer.status)) wrong.push(`${answer.status} ${text.slice(0, 200)}: ${what}`)
    if (answer.status >= 400) {
      const { message = '', code = '' } = JSON.parse(text || '{}') as { message?: string; code?: string }
      if (!code || !/[.!?]$/.test(message)) wrong.push(`no sentence (${text.slice(0, 200)}): ${what}`)
      const leak = LEAKS.exec(message)?.[0]
      if (leak && !String(init.body ?? url).includes(leak) && !decodeURIComponent(url.replace(/%(?![0-9a-f]{2})/gi, '%25')).includes(leak))
        wrong.push(`“${leak}” in “${message.slice(0, 200)}”: ${what}`)
    }
  }
  let next = 0
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (next < requests.length) await ask(requests[next++] as (typeof requests)[number])
    }),
  )
  expect(wrong.slice(0, 20)).toEqual([])
  // Neither only refusals nor only what is let through.
  expect([...statuses].filter(([status]) => status < 300).reduce((sum, [, n]) => sum + n, 0)).toBeGreaterThan(REQUESTS / 20)
  expect((statuses.get(400) ?? 0) + (statuses.get(404) ?? 0) + (statuses.get(422) ?? 0)).toBeGreaterThan(REQUESTS / 5)
  // And it still works.
  expect((await call('GET', '/studio')).status).toBe(200)
}, 900_000)

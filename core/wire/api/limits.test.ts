import { readFileSync } from 'node:fs'
import { z } from 'zod'
import { CALLS } from './calls/calls.ts'

/** What is asked of one value and what is put in its place, in words; '' where nothing is. The largest safe integer is no limit of ours. */
function limitOf(node: Record<string, unknown>): string {
  const n = (key: string) => (typeof node[key] === 'number' && Math.abs(Number(node[key])) !== Number.MAX_SAFE_INTEGER ? node[key] : null)
  const span = (least: unknown, most: unknown, of: string) =>
    least !== null && most !== null
      ? `${least === most ? most : `${least} to ${most}`}${of}`
      : most !== null
        ? `at most ${most}${of}`
        : least !== null
          ? `at least ${least}${of}`
          : ''
  const above = n('exclusiveMinimum')
  return [
    node.format === 'date-time'
      ? 'a time in UTC'
      : node.format === 'date'
        ? 'a day'
        : typeof node.pattern === 'string'
          ? `\`${node.pattern}\``
          : '',
    span(n('minLength'), n('maxLength'), ' letters'),
    span(n('minItems'), n('maxItems'), ' of them'),
    above === null ? span(n('minimum'), n('maximum'), '') : `above ${above}${n('maximum') === null ? '' : ` to ${n('maximum')}`}`,
    node.type === 'integer' ? 'whole' : '',
    Array.isArray(node.enum) ? `one of ${node.enum.join(' · ')}` : '',
    node.const === undefined ? '' : `just ${node.const === '' ? 'nothing' : node.const}`,
    node.default === undefined ? '' : `${JSON.stringify(node.default)} where it is left out`,
  ]
    .filter(Boolean)
    .join(', ')
}

/** Where the same thing is taken by several calls its limits are stated once. */
const NAMES: [RegExp, string][] = [
  [/^(PATCH \/jobs\/\{id\}|PATCH \/jobs|POST \/jobs|POST \/plates\/resolve): (edits\[\]\.)?brief/, 'brief'],
  [/^(PATCH \/jobs\/\{id\}|PATCH \/jobs|POST \/plates\/resolve): (edits\[\]\.)?pins/, 'pins'],
  [/^POST \/plates\/resolve: studio\.printers\[\]/, 'printer'],
  [/^POST \/printers: /, 'printer.'],
  [/^PUT \/printers\/\{id\}: printer/, 'printer'],
  [/^POST \/printers\/\{id\}\/take: proposed/, 'printer'],
  [/^POST \/plates\/resolve: studio/, 'studio'],
  [/^\w+ .*: id in the address/, 'id in the address'],
]
const named = (at: string) => NAMES.reduce((name, [from, to]) => name.replace(from, to), at)

function* limitsIn(node: unknown, at: string): Generator<string> {
  if (Array.isArray(node)) for (const part of node) yield* limitsIn(part, at)
  else if (node && typeof node === 'object') {
    const limit = limitOf(node as Record<string, unknown>)
    if (limit) yield `| ${named(at).trim()} | ${limit.replaceAll('|', '\\|')} |`
    for (const [key, value] of Object.entries(node))
      if (key === 'properties')
        for (const [name, part] of Object.entries(value)) yield* limitsIn(part, at.endsWith(': ') ? at + name : `${at}.${name}`)
      else if (key === 'items' || key === 'prefixItems') yield* limitsIn(value, `${at}[]`)
      else if (key === 'additionalProperties') yield* limitsIn(value, `${at}{}`)
      else if (typeof value === 'object') yield* limitsIn(value, at)
  }
}

function stated() {
  const rows = new Set<string>()
  for (const [name, call] of Object.entries(CALLS) as [string, { takes?: z.ZodType; params?: z.ZodObject; query?: z.ZodObject }][]) {
    for (const row of call.takes
      ? limitsIn(z.toJSONSchema(call.takes, { io: 'input', reused: 'inline', unrepresentable: 'any' }), `${name}: `)
      : [])
      rows.add(row)
    for (const [part, of] of [
      [call.params, 'in the address'],
      [call.query, 'asked for'],
    ] as const)
      for (const [key, schema] of Object.entries(part?.shape ?? {}))
        for (const row of limitsIn(z.toJSONSchema(schema as z.ZodType, { io: 'output', unrepresentable: 'any' }), `${name}: ${key} ${of}`))
          rows.add(row)
  }
  return [...rows].sort()
}

test('every limit of every call is the one that is written down in docs/limits.md', () => {
  // The columns are set flush for people.
  const written = readFileSync('docs/limits.md', 'utf8')
    .split('\n')
    .filter((line) => line.startsWith('| ') && !/^\| (What|---)/.test(line))
    .map((line) => line.replace(/ +\|$/, ' |').replace(/ {2,}\|/, ' |'))
  expect(stated()).toEqual(written)
})

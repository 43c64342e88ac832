import { existsSync, readdirSync } from 'node:fs'
import { plateOf, sheet } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import type { Finding } from './check.ts'
import { CHECKS, causesOf } from './registry.ts'

test('every check has a file of its own with a test, and an id of its own', () => {
  expect(new Set(CHECKS.map((c) => c.id)).size).toBe(CHECKS.length)
  for (const { id } of CHECKS) {
    expect(existsSync(`core/plate/checks/${id}.ts`)).toBe(true)
    expect(existsSync(`core/plate/checks/${id}.test.ts`)).toBe(true)
  }
  const files = readdirSync('core/plate/checks').filter(
    (f) =>
      !f.endsWith('.test.ts') &&
      !['check.ts', 'registry.ts', 'path-limit.ts', 'clear-border.ts', 'ground-here.ts', 'lies-anew.ts'].includes(f),
  )
  expect(files.length).toBe(CHECKS.length)
})

test('stops come first, then warnings, then notes', () => {
  const order = plateOf({
    brief: { copies: 40 },
    pins: { 'colour-management': 'both', quality: 'finest', page: 'iso_a3_297x420mm' },
  }).findings.map((f) => f.level)
  expect(order).toEqual([...order].sort((a, b) => ['stop', 'warn', 'note'].indexOf(a) - ['stop', 'warn', 'note'].indexOf(b)))
  expect(new Set(order)).toEqual(new Set(['stop', 'warn', 'note']))
})

test('one cause makes one finding: what follows is folded under it, and nothing contradicts it', () => {
  const plate = plateOf({ brief: { paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in'), make: NEW_MAKE['two-sided'] } })
  const [first] = causesOf(plate.findings)
  expect(first?.cause.id).toBe('two-sided-stock')
  expect(first?.follow.length).toBeGreaterThan(0)
  const alone = causesOf(plate.findings).map(({ cause }) => cause.id)
  for (const id of ['sheet-not-as-asked', 'nothing-possible', 'stock-short', 'not-loaded']) expect(alone).not.toContain(id)
})

test('every finding stands once, itself or folded, and what a check follows from exists', () => {
  const ids = CHECKS.map((c) => c.id)
  for (const { follows = [] } of CHECKS) for (const cause of follows) expect(ids).toContain(cause)
  for (const pins of [{}, { path: 'gannet-board' }, { 'media-type': 'photographic-glossy' }, { margins: 'borderless' }]) {
    const { findings } = plateOf({ brief: { copies: 40, finish: 'borderless' }, pins })
    const all = causesOf(findings).flatMap(({ cause, follow }) => [cause.id, ...follow.map((f) => f.id)])
    expect(all.sort()).toEqual(findings.map((f) => f.id).sort())
  }
})

test('the worst of what stands together says where it stands, be it the cause or what follows', () => {
  const finding = (id: string, level: Finding['level'], because: string | null = null) => ({ id, level, because }) as Finding
  const list = [
    finding('a', 'warn'),
    finding('b', 'note'),
    finding('c', 'stop', 'b'),
    finding('d', 'note', 'b'),
    finding('e', 'stop'),
    finding('f', 'note', 'e'),
  ]
  expect(causesOf(list).map(({ cause, follow }) => [cause, ...follow].map(({ id }) => id).join(''))).toEqual(['bcd', 'ef', 'a'])
})

import { existsSync, readdirSync } from 'node:fs'
import { plateOf } from '../../testing/fixtures.ts'
import { CHECKS } from './registry.ts'

test('every check has a file of its own with a test, and an id of its own', () => {
  expect(new Set(CHECKS.map((c) => c.id)).size).toBe(CHECKS.length)
  for (const { id } of CHECKS) {
    expect(existsSync(`core/plate/checks/${id}.ts`)).toBe(true)
    expect(existsSync(`core/plate/checks/${id}.test.ts`)).toBe(true)
  }
  const files = readdirSync('core/plate/checks').filter(
    (f) => !f.endsWith('.test.ts') && !['check.ts', 'registry.ts', 'path-limit.ts', 'clear-border.ts'].includes(f),
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

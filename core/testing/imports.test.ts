import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

/** The wings of the core, each using only those before it; the rooms beside the core use the core alone. */
const WINGS = ['things', 'sheet', 'color', 'plate', 'output', 'work', 'money', 'wire']
const ROOMS = ['server', 'web', 'simulator']

const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard', '*.ts', '*.tsx'], { encoding: 'utf8' })
  .trim()
  .split('\n')
  .filter(
    (file) => existsSync(file) && /^(core|server|web|simulator)\//.test(file) && !/\.test\.|^core\/testing\/|^server\/testing\//.test(file),
  )
const imports = new Map(
  files.map((file) => {
    const found = readFileSync(file, 'utf8').matchAll(/\bfrom '(\.[^']+)'|\bimport '(\.[^']+)'|\bimport\('(\.[^']+)'\)/g)
    return [file, [...found].map((m) => join(dirname(file), (m[1] ?? m[2] ?? m[3]) as string)).filter((to) => files.includes(to))] as const
  }),
)
const wingOf = (file: string) => (file.startsWith('core/') ? (file.split('/')[1] as string) : null)
const roomOf = (file: string) => file.split('/')[0] as string

/** Groups of files that reach each other, types counted too (Tarjan 1972). */
function circles(): string[][] {
  const index = new Map<string, number>()
  const low = new Map<string, number>()
  const stack: string[] = []
  const found: string[][] = []
  const visit = (file: string) => {
    index.set(file, index.size)
    low.set(file, index.get(file) as number)
    stack.push(file)
    for (const to of imports.get(file) ?? []) {
      if (!index.has(to)) visit(to)
      if (stack.includes(to)) low.set(file, Math.min(low.get(file) as number, low.get(to) as number))
    }
    if (low.get(file) !== index.get(file)) return
    const group = stack.splice(stack.indexOf(file))
    if (group.length > 1) found.push(group)
  }
  for (const file of files) if (!index.has(file)) visit(file)
  return found
}

test('the parser of imports sees the imports', () => {
  expect(imports.get('core/sheet/layout.ts')).toContain('core/things/paths/path.ts')
  expect([...imports.values()].flat().length).toBeGreaterThan(1000)
})

test('no files import each other in a circle, types counted', () => {
  expect(circles()).toEqual([])
})

test('every wing uses only wings before it', () => {
  const against = files.flatMap((file) =>
    (imports.get(file) ?? [])
      .filter((to) => wingOf(to) && wingOf(file) && WINGS.indexOf(wingOf(to) as string) > WINGS.indexOf(wingOf(file) as string))
      .map((to) => `${file} → ${to}`),
  )
  expect(against).toEqual([])
  expect(files.filter((file) => wingOf(file) && !WINGS.includes(wingOf(file) as string))).toEqual([])
})

test('the longest chain of wings is five', () => {
  const ties = new Map(WINGS.map((wing) => [wing, new Set<string>()]))
  for (const file of files)
    for (const to of imports.get(file) ?? [])
      if (wingOf(file) && wingOf(to) !== wingOf(file)) ties.get(wingOf(file) as string)?.add(wingOf(to) as string)
  const depth = (wing: string, seen: readonly string[] = []): number =>
    seen.includes(wing) ? 0 : 1 + Math.max(0, ...[...(ties.get(wing) ?? [])].map((w) => depth(w, [...seen, wing])))
  expect(Math.max(...WINGS.map((wing) => depth(wing)))).toBe(5)
})

test('server, web and simulator use the core and nothing of each other', () => {
  const across = files.flatMap((file) =>
    (imports.get(file) ?? []).filter((to) => roomOf(to) !== 'core' && roomOf(to) !== roomOf(file)).map((to) => `${file} → ${to}`),
  )
  expect(across).toEqual([])
  expect(ROOMS.every((room) => files.some((file) => roomOf(file) === room))).toBe(true)
})

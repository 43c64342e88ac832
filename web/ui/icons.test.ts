import { ICONS } from './icons.ts'

test('no icon means two things', () => {
  const meanings = new Map<unknown, string[]>()
  for (const [meaning, icon] of Object.entries(ICONS)) meanings.set(icon, [...(meanings.get(icon) ?? []), meaning])
  expect([...meanings.values()].filter((all) => all.length > 1)).toEqual([])
  expect(meanings.size).toBeGreaterThan(25)
})

import { DARK_STEPS, drawTarget, LIGHT_STEPS, TARGET } from './target.ts'

const marks = drawTarget()
const patches = marks.flatMap((m) => (m.kind === 'patch' ? [m] : []))

test('everything lies within the target', () => {
  for (const m of marks) {
    if (m.kind === 'patch') expect([m.x >= 0, m.y >= 0, m.x + m.w <= TARGET.w + 2, m.y + m.h <= TARGET.h]).toEqual([true, true, true, true])
    if (m.kind === 'text') expect(m.y).toBeLessThanOrEqual(TARGET.h)
  }
})

test('every step from 0 to 12 stands on black, every step from 245 to 255 on paper', () => {
  const greys = patches.filter((p) => p.rgb[0] === p.rgb[1] && p.rgb[1] === p.rgb[2])
  const ground = greys.find((p) => p.rgb[0] === 0 && p.w === TARGET.w)
  for (const v of DARK_STEPS) {
    const step = greys.find((p) => p.rgb[0] === v && p.h === 6500)
    expect([v, step !== undefined && ground !== undefined && step.y > ground.y && step.y + step.h < ground.y + ground.h]).toEqual([v, true])
  }
  for (const v of LIGHT_STEPS) expect(greys.some((p) => p.rgb[0] === v && p.h === 7500)).toBe(true)
})

test('hairlines run three ways in six widths, and letters both ways round', () => {
  const lines = marks.flatMap((m) => (m.kind === 'line' ? [m] : []))
  expect(new Set(lines.map((l) => l.width)).size).toBe(6)
  expect(lines.some((l) => l.x1 === l.x2) && lines.some((l) => l.y1 === l.y2) && lines.some((l) => l.x1 !== l.x2 && l.y1 !== l.y2)).toBe(
    true,
  )
  expect(marks.filter((m) => m.kind === 'text' && m.words === 'Wharf' && m.rgb[0] === 255)).toHaveLength(5)
})

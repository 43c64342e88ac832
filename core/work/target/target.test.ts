import { lineWidth } from '../../sheet/make/back-text.ts'
import { DARK_STEPS, drawTarget, LIGHT_STEPS, TARGET } from './target.ts'

const marks = drawTarget()
const patches = marks.flatMap((m) => (m.kind === 'patch' ? [m] : []))

test('everything lies within the target', () => {
  for (const m of marks) {
    if (m.kind === 'patch') expect([m.x >= 0, m.y >= 0, m.x + m.w <= TARGET.w + 2, m.y + m.h <= TARGET.h]).toEqual([true, true, true, true])
    if (m.kind === 'text') expect(m.y).toBeLessThanOrEqual(TARGET.h)
  }
})

test('patches of a row lie beside each other in their order, each as wide as the next, from the left to the right', () => {
  // Near black to near white, greys, ramps: hairlines and letters lie below them.
  const rows = new Map<string, typeof patches>()
  for (const p of patches.filter(({ w }) => w < TARGET.w)) rows.set(`${p.y} ${p.h}`, [...(rows.get(`${p.y} ${p.h}`) ?? []), p])
  const wide = [...rows.values()].filter((row) => row.length > 5)
  expect(wide.map((row) => row.length)).toEqual([13, 11, 21, 256, 32, 32, 32, 32, 32, 32, expect.any(Number), expect.any(Number)])
  for (const row of wide) {
    const each = TARGET.w / row.length
    row.forEach((p, i) => {
      // In the middle of its share of the width, but for a hair that closes the seam.
      expect([p.x >= i * each - 0.001, p.x + p.w <= (i + 1) * each + 1.001, p.w > 0.6 * each, p.w === row[0]?.w]).toEqual([
        true,
        true,
        true,
        true,
      ])
    })
  }
})

test('it fits on A5 between margins of ten millimetres (ISO 216: 148 × 210 mm)', () => {
  expect([TARGET.w <= 128_000, TARGET.h <= 190_000]).toEqual([true, true])
  // And makes the most of its width: a patch is as large as it can be.
  expect(TARGET.w).toBeGreaterThan(120_000)
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

test('greys without steps run from black to white over the whole width, one step beside the other', () => {
  const each = TARGET.w / 256
  const smooth = patches.filter((p) => p.h === 6000 && Math.abs(p.w - each - 1) < 0.001)
  expect(smooth.map((p) => p.rgb[0])).toEqual([...Array(256).keys()])
  smooth.forEach((p, i) => {
    expect(p.x).toBeCloseTo(i * each, 6)
  })
  const steps = patches.filter((p) => p.h === 6000 && Math.abs(p.w - TARGET.w / 21) < 0.001)
  expect([steps.length, steps[0]?.rgb[0], steps[10]?.rgb[0], steps[20]?.rgb[0]]).toEqual([21, 0, 128, 255])
})

test('hairlines run three ways in six widths, and letters both ways round', () => {
  const lines = marks.flatMap((m) => (m.kind === 'line' ? [m] : []))
  expect(new Set(lines.map((l) => l.width)).size).toBe(6)
  expect(lines.some((l) => l.x1 === l.x2) && lines.some((l) => l.y1 === l.y2) && lines.some((l) => l.x1 !== l.x2 && l.y1 !== l.y2)).toBe(
    true,
  )
  expect(marks.filter((m) => m.kind === 'text' && m.words === 'Wharf' && m.rgb[0] === 255)).toHaveLength(5)
})

test('every colour is one that eight bits hold, and the ramps are of pure colours', () => {
  for (const { rgb } of patches) for (const v of rgb) expect([Number.isInteger(v), v >= 0, v <= 255]).toEqual([true, true, true])
  // Each ramp has 32 steps: 16 from white to the full colour, 16 on to black.
  const ramps = patches.filter((p) => p.h === 4600)
  expect(ramps).toHaveLength(6 * 32)
  const full = [...Array(6).keys()].map((r) => ramps[r * 32 + 15]?.rgb)
  expect(full).toEqual([
    [255, 0, 0],
    [255, 255, 0],
    [0, 255, 0],
    [0, 255, 255],
    [0, 0, 255],
    [255, 0, 255],
  ])
  const red = ramps.slice(0, 32).map((p) => p.rgb)
  // By hand: a fifteenth of the way up to the full colour, a sixteenth of the way down from it.
  expect([red[0], red[1], red[14], red[16], red[30], red[31]]).toEqual([
    [255, 255, 255],
    [255, 238, 238],
    [255, 17, 17],
    [239, 0, 0],
    [16, 0, 0],
    [0, 0, 0],
  ])
  for (const [i, p] of ramps.slice(0, 32).entries()) expect(p.x).toBeCloseTo((i * TARGET.w) / 32, 6)
})

test('skins grow darker evenly, and hard colours are saturated ones of four kinds', () => {
  const rows = patches.filter((p) => p.h === 9000).map((p) => p.rgb)
  expect(rows).toHaveLength(12 + 9)
  const luma = ([r, g, b]: readonly [number, number, number]) => 0.3 * r + 0.59 * g + 0.11 * b
  const skins = rows.slice(12).map(luma)
  for (const [i, l] of skins.slice(1).entries()) expect([i, l < (skins[i] as number)]).toEqual([i, true])
  for (const rgb of rows.slice(0, 12)) expect(Math.min(...rgb) / Math.max(...rgb)).toBeLessThanOrEqual(0.44)
})

test('no row lies on the words of another, and no letters on the next', () => {
  const titles = marks.flatMap((m) => (m.kind === 'text' && m.x === 0 ? [m] : []))
  expect(titles.length).toBeGreaterThan(8)
  for (const title of titles)
    for (const m of marks) {
      const [top, bottom] =
        m.kind === 'patch' ? [m.y, m.y + m.h] : m.kind === 'line' ? [Math.min(m.y1, m.y2), Math.max(m.y1, m.y2)] : [0, 0]
      expect([title.words, top < title.y && bottom > title.y - title.size]).toEqual([title.words, false])
    }
  for (const word of ['Lantern', 'Wharf']) {
    const letters = marks.flatMap((m) => (m.kind === 'text' && m.words === word ? [m] : []))
    expect(letters.map((m) => Math.round((m.size * 72) / 25_400))).toEqual([4, 5, 6, 8, 10])
    for (const [i, { x, size }] of letters.entries()) {
      const next = letters[i + 1]
      if (next) expect(next.x).toBeGreaterThan(x + lineWidth(word, (size * 72) / 25_400))
    }
  }
})

test('white letters stand on the black they are read on, dark ones above it', () => {
  const ground = patches.find((p) => p.w === TARGET.w && p.h === 6600)
  const lines = (words: string) => marks.flatMap((m) => (m.kind === 'text' && m.words === words ? [m] : []))
  for (const { y, size } of lines('Wharf')) expect([y - size > (ground?.y ?? 0), y < (ground?.y ?? 0) + 6600]).toEqual([true, true])
  const title = marks.find((m) => m.kind === 'text' && m.words.startsWith('Letters of'))
  if (title?.kind !== 'text') throw new Error('no letters')
  for (const { y, size } of lines('Lantern')) expect([y - size > title.y, y + 0.25 * size < (ground?.y ?? 0)]).toEqual([true, true])
})

test('steps stand side by side over the whole width, lighter step by step; the numbers stand under their own', () => {
  const texts = marks.flatMap((m) => (m.kind === 'text' ? [m] : []))
  const near = (a: number, b: number) => expect(Math.abs(a - b)).toBeLessThan(2)
  const row = (is: (p: (typeof patches)[number]) => boolean) => patches.filter(is).sort((a, b) => a.x - b.x)
  for (const [height, values] of [
    [6500, DARK_STEPS],
    [7500, LIGHT_STEPS],
  ] as const) {
    const steps = row((p) => p.h === height)
    expect(steps.map((p) => p.rgb[0])).toEqual([...values])
    for (const [i, p] of steps.entries()) {
      near(p.x, (i * TARGET.w) / values.length + 1000)
      const under = texts.filter((t) => t.words === String(p.rgb[0]) && t.y > p.y + p.h && t.y < p.y + p.h + 5000)
      expect(under.map((t) => t.x > p.x && t.x < p.x + p.w && t.size < 3000)).toEqual([true])
    }
  }
  const [steps, smooth] = [patches.filter((p) => p.h === 6000 && p.w > 5000), patches.filter((p) => p.h === 6000 && p.w < 5000)]
  expect(steps.map((p) => p.rgb[0])).toEqual([...Array(21).keys()].map((i) => Math.round(12.75 * i)))
  expect(smooth.map((p) => p.rgb[0])).toEqual([...Array(256).keys()])
  for (const [i, p] of steps.entries()) near(p.x, (i * TARGET.w) / 21)
  for (const [i, p] of smooth.entries()) near(p.x, (i * TARGET.w) / 256)
  near((steps[20]?.x ?? 0) + (steps[20]?.w ?? 0), TARGET.w)
})

import { resolve } from '../../plate/resolve/resolve.ts'
import { studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { cutSteps, drawCuts } from './cut-drawing.ts'
import type { Drawing } from './drawing.ts'
import { drawPath } from './path-drawing.ts'

/** A4 with pictures laid by hand, each from the left, from the leading edge, wide and high, mm. */
function laid(...places: [number, number, number, number][]) {
  const plate = resolve(
    several(
      places.map(() => ({})),
      {
        ...NEW_ARRANGEMENT.free,
        places: places.map(([x, y, width, height], i) => ({
          item: String(i + 1),
          x: mm(x),
          y: mm(y),
          width: mm(width),
          height: mm(height),
          turn: 0 as const,
          fill: true,
        })),
      },
      { sheet: { width: mm(210), length: mm(297), name: 'A4' } },
    ),
    studioOf(),
  )
  const [form] = plate.forms
  if (!form) throw new Error('no sheet')
  return { form, brief: plate.brief }
}

test('each cut is told from the edges of the paper it is made on', () => {
  const { form } = laid([20, 30, 90, 60])
  // The lot measures 209.6 × 296.8 mm. Head at 30 of the whole sheet; then the foot, 60 further on what is left; then the left and the right side.
  expect(cutSteps(form, 'mm').map(({ says }) => says)).toEqual([
    'Across, 30.0 mm from the leading edge of the 209.6 × 296.8 mm piece.',
    'Across, 60.0 mm from the leading edge of the 209.6 × 266.8 mm piece.',
    'Along, 20.0 mm from the left edge of the 209.6 × 60.0 mm piece.',
    'Along, 90.0 mm from the left edge of the 189.6 × 60.0 mm piece.',
  ])
})

test('a cut is ticked by where it lies: one that is another once a picture moved is not made yet', () => {
  const ids = (x: number) => cutSteps(laid([20, 30, 60, 40], [x, 30, 60, 40]).form, 'mm').map(({ id }) => id)
  const [before, after] = [ids(100), ids(110)]
  expect(after.length).toBe(before.length)
  // Its two sides lie elsewhere; what parts the first one and what runs across both stays.
  expect(before.filter((id) => !after.includes(id)).length).toBe(2)
  expect(new Set(before).size).toBe(before.length)
  // As long as a step may be on its way to the server.
  expect(Math.max(...before.map((id) => id.length))).toBeLessThanOrEqual(60)
})

test('what is made is drawn no more, the next one stands out with the paper it is made on, and all are numbered', () => {
  const { form, brief } = laid([20, 30, 60, 40], [100, 130, 70, 50])
  const cuts = cutSteps(form, 'mm').map(({ cut }) => cut)
  const drawn = (made: number[]) => {
    const { marks } = drawCuts(form, brief, new Set(made))
    return {
      lines: marks.filter((m) => m.kind === 'line' && m.role === 'cut').length,
      next: marks.filter((m) => m.kind === 'line' && m.role === 'next'),
      paper: marks.flatMap((m) => (m.kind === 'rect' && m.role === 'edge' ? [m.rect] : [])),
      numbers: marks.flatMap((m) => (m.kind === 'text' && m.role === 'strong' ? [Number(m.text)] : [])).sort((a, b) => a - b),
      pictures: marks.filter((m) => m.kind === 'picture').length,
    }
  }
  const all = cuts.map(({ number }) => number)
  expect(drawn([])).toMatchObject({ lines: all.length, paper: [], numbers: all, pictures: 2 })
  const second = cuts[1]
  expect(drawn([1])).toMatchObject({ lines: all.length - 1, paper: [second?.paper], numbers: all.slice(1) })
  const [line] = drawn([1]).next
  expect(line).toMatchObject(second?.axis === 'across' ? { y1: second.at, x1: second.from } : { x1: second?.at, y1: second?.from })
  expect(drawn(all)).toMatchObject({ lines: 0, next: [], numbers: [] })
})

describe('the numbers of cuts that lie close together', () => {
  const grid = (columns: number, rows: number, across: number, down: number) =>
    laid(
      ...Array.from({ length: columns * rows }, (_, i): [number, number, number, number] => [
        5 + (i % columns) * across,
        5 + Math.floor(i / columns) * down,
        across - 3,
        down - 3,
      ]),
    )
  const drawn = ({ form, brief }: ReturnType<typeof laid>, made: number[] = []) => {
    const { marks, description, bounds } = drawCuts(form, brief, new Set(made))
    const numbers = marks.flatMap((m) => (m.kind === 'text' && m.role === 'strong' ? [m] : []))
    const grounds = marks.flatMap((m) => (m.kind === 'rect' && m.role === 'band' ? [m.rect] : []))
    return { numbers, grounds, description, bounds, cuts: cutSteps(form, 'mm').map(({ cut }) => cut) }
  }
  test.each([
    ['two large pieces', grid(2, 1, 95, 140)],
    ['two dozen', grid(4, 6, 48, 45)],
    ['sixty, with gutters of three millimetres', grid(6, 10, 32, 28)],
  ])('do not lie on each other, each on its own line or its prolongation: %s', (_name, of) => {
    const { numbers, grounds, cuts, description } = drawn(of)
    expect(numbers.map(({ text }) => Number(text)).sort((a, b) => a - b)).toEqual(cuts.map(({ number }) => number))
    expect(description).toMatch(/in order\.$/)
    expect(numbers.every(({ onPaper }) => onPaper === true)).toBe(true)
    for (const [i, a] of grounds.entries()) {
      const cut = cuts.find(({ number }) => String(number) === numbers[i]?.text)
      if (!cut) throw new Error('a number of no cut')
      const [x, y] = [a.x + a.w / 2, a.y + a.h / 2]
      const [off, along, long] = cut.axis === 'across' ? [y - cut.at, x, a.w] : [x - cut.at, y, a.h]
      // At most three lengths of itself beyond the ends of its line, and on the sheet.
      const near = along > cut.from - 3 * long && along < cut.to + 3 * long
      const { sheet } = of.form
      expect([Math.abs(off) < 1e-6, near, x >= 0 && x <= sheet.w && y >= 0 && y <= sheet.h]).toEqual([true, true, true])
      for (const b of grounds.slice(i + 1))
        expect([i, a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h]).toEqual([i, false])
    }
  })
  test('where one finds no room the plan says how many, and they come as those before them are cut', () => {
    const crowd = grid(12, 20, 16, 14)
    const before = drawn(crowd)
    const bare = before.cuts.length - before.numbers.length
    expect(bare).toBeGreaterThan(0)
    expect(before.description).toContain(` ${bare} lie too close together for their numbers`)
    const half = before.cuts.map(({ number }) => number).slice(0, Math.floor(before.cuts.length / 2))
    const after = drawn(crowd, half)
    expect(after.numbers.map(({ text }) => Number(text)).every((n) => !half.includes(n))).toBe(true)
    const last = before.cuts.map(({ number }) => number).slice(0, -9)
    expect(drawn(crowd, last).numbers.length).toBe(9)
  })
})

test('what a path says of itself stands on the paper, and is written as there', () => {
  const path = studioOf().printers[0]?.paths[0]
  if (!path) throw new Error('no path')
  const on = ({ marks }: Drawing) => marks.flatMap((m) => (m.kind === 'text' ? [[m.text, m.onPaper ?? false] as const] : []))
  const ofPath = Object.fromEntries(on(drawPath(path, 'mm')))
  expect(ofPath).toMatchObject({ 'leading edge': false })
  expect(Object.entries(ofPath).find(([text]) => text.startsWith('prints on'))?.[1]).toBe(true)
})

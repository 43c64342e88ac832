import fc from 'fast-check'
import { nestSheets } from '../nesting/nest.ts'
import type { Rect } from '../rect.ts'
import { type StraightCut, straightCuts } from './straight-cuts.ts'

const SHEET: Rect = { x: 0, y: 0, w: 600_000, h: 900_000 }

/** Cuts paper as the list says, in its order: what lies on the table at the end. Throws where a cut does not go right across. */
function carriedOut(cuts: readonly StraightCut[], sheet: Rect): Rect[] {
  let table = [sheet]
  for (const { axis, at, from, to, number } of cuts) {
    const [a, b] = axis === 'across' ? (['y', 'h'] as const) : (['x', 'w'] as const)
    const [c, d] = axis === 'across' ? (['x', 'w'] as const) : (['y', 'h'] as const)
    const on = table.filter((p) => p[a] < at && at < p[a] + p[b] && p[c] === from && p[c] + p[d] === to)
    if (on.length !== 1) throw new Error(`cut ${number} lies on ${on.length} pieces of paper`)
    const [paper] = on as [Rect]
    table = [...table.filter((p) => p !== paper), { ...paper, [b]: at - paper[a] }, { ...paper, [a]: at, [b]: paper[a] + paper[b] - at }]
  }
  return table
}

test('two beside each other with a gutter: apart, then the white around each', () => {
  const { cuts, knife } = straightCuts(
    [
      { x: 10, y: 20, w: 100, h: 150 },
      { x: 130, y: 20, w: 90, h: 150 },
    ].map((r) => ({ x: r.x * 1000, y: r.y * 1000, w: r.w * 1000, h: r.h * 1000 })),
    { x: 0, y: 0, w: 297_000, h: 420_000 },
  )
  expect(knife).toEqual([])
  expect(cuts.map(({ number, axis, at }) => [number, axis, at / 1000])).toEqual([
    [1, 'along', 110],
    [2, 'across', 20],
    [3, 'across', 170],
    [4, 'along', 10],
    [5, 'across', 20],
    [6, 'across', 170],
    [7, 'along', 130],
    [8, 'along', 220],
  ])
})

test('any nest for a cutter can be cut in its order: at the end every piece lies there, at its very size', () => {
  const piece = fc.record({
    w: fc.integer({ min: 40, max: 300 }),
    h: fc.integer({ min: 40, max: 300 }),
    count: fc.integer({ min: 1, max: 4 }),
  })
  fc.assert(
    fc.property(fc.array(piece, { minLength: 1, maxLength: 7 }), fc.integer({ min: 0, max: 8 }), (list, gap) => {
      const wanted = list.map((p, i) => ({ id: String(i), w: p.w * 1000, h: p.h * 1000, turns: true, count: p.count }))
      for (const { laid } of nestSheets(wanted, SHEET, { cuts: 'straight', gap: gap * 1000 }).sheets) {
        const trims = laid.map(({ x, y, w, h }) => ({ x, y, w, h }))
        const { cuts, knife } = straightCuts(trims, SHEET)
        const table = carriedOut(cuts, SHEET)
        expect(knife).toEqual([])
        for (const trim of trims) expect(table).toContainEqual(trim)
        // Nothing is lost or made: the paper's area is that of all that lies there.
        expect(table.reduce((sum, p) => sum + p.w * p.h, 0)).toBe(SHEET.w * SHEET.h)
      }
    }),
    { numRuns: 150 },
  )
})

test.each([
  [49, [], []],
  [50, [], []],
  [51, ['across 151', 'across 51', 'along 151', 'along 51'], [[0, 1]]],
])('white of %d µm around a piece, and two that lie over each other by as much: a blade takes fifty', (um, around, knife) => {
  const side = 100
  const alone = straightCuts([{ x: um, y: um, w: side, h: side }], { x: 0, y: 0, w: side + 2 * um, h: side + 2 * um })
  expect(alone.cuts.map(({ axis, at }) => `${axis} ${at}`).sort()).toEqual(around)
  const pieces = [0, side - um].map((x) => ({ x, y: 0, w: side, h: side }))
  expect(straightCuts(pieces, { x: 0, y: 0, w: 2 * side - um, h: side }).knife).toEqual(knife)
})

test('a pinwheel cannot be parted by straight cuts: the knife gets all of it, and the rest is cut', () => {
  const wheel = [
    { x: 0, y: 0, w: 200, h: 100 },
    { x: 200, y: 0, w: 100, h: 200 },
    { x: 100, y: 200, w: 200, h: 100 },
    { x: 0, y: 100, w: 100, h: 200 },
    { x: 0, y: 400, w: 100, h: 100 },
  ].map((r) => ({ x: r.x * 1000, y: r.y * 1000, w: r.w * 1000, h: r.h * 1000 }))
  const { cuts, knife } = straightCuts(wheel, { x: 0, y: 0, w: 300_000, h: 500_000 })
  expect(knife.map((group) => [...group].sort())).toEqual([[0, 1, 2, 3]])
  expect(cuts[0]).toMatchObject({ axis: 'across', at: 300_000 })
  expect(carriedOut(cuts, { x: 0, y: 0, w: 300_000, h: 500_000 })).toContainEqual(wheel[4])
})

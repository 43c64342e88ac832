import fc from 'fast-check'
import { itemsOf } from '../../testing/several.ts'
import { type Grid, NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { arrangeGrid, CAPTION_HEIGHT } from './grid.ts'

const cards = (change: Partial<Grid>): Grid => ({
  ...NEW_ARRANGEMENT.grid,
  columns: null,
  rows: null,
  cell: null,
  gutter: mm(4),
  ...change,
})
const laid = (grid: Grid, pieces: number, ground: { w: number; h: number; open: boolean }) =>
  arrangeGrid(grid, itemsOf(Array.from({ length: pieces }, () => ({}))), ground)

test('on a roll cells lie the way that takes less of it, gutters and captions counted, worked by hand', () => {
  // Room of 310 mm, gutters of 24. Lying, two go beside each other and five take 3 × 60 + 2 × 24 = 228 mm; upright three do,
  // and they take 2 × 100 + 24 = 224, though their cells alone are longer.
  const roll = { w: mm(310), h: mm(9000), open: true }
  const of = (captions: Grid['captions']) => laid(cards({ cell: { width: mm(100), height: mm(60) }, gutter: mm(24), captions }), 5, roll)
  expect(of('none').cells).toEqual({ columns: 3, rows: 2, w: mm(60), h: mm(100) })
  expect(of('none').block.h).toBe(mm(224))
  // Seven points are 2.47 mm, as high again by a third, and a millimetre of white: 4.33 mm.
  expect(CAPTION_HEIGHT).toBe(4334)
  // Each row of captions comes on top.
  expect(of('name').block.h).toBe(mm(224) + 2 * CAPTION_HEIGHT)
})

test('of both ways round the better is taken: the shorter on a roll, more to a sheet, by trying both', () => {
  const side = fc.integer({ min: 20_000, max: 160_000 })
  fc.assert(
    fc.property(
      side,
      side,
      fc.integer({ min: 0, max: 30_000 }),
      fc.constantFrom('none' as const, 'both' as const),
      fc.integer({ min: 1, max: 40 }),
      fc.boolean(),
      (width, height, gutter, captions, pieces, open) => {
        const ground = { w: mm(330), h: open ? mm(12_000) : mm(480), open }
        const one = (cell: { width: number; height: number }, turn: boolean) =>
          laid(cards({ cell, gutter, captions, turn }), pieces, ground)
        const [asIs, turned] = [one({ width, height }, false), one({ width: height, height: width }, false)]
        const taken = one({ width, height }, true)
        const cells = ({ cells }: typeof taken) => (cells ? cells.columns * cells.rows : 0)
        if (open) expect(taken.block.h).toBe(Math.min(asIs.block.h, turned.block.h))
        else expect(cells(taken)).toBe(Math.max(cells(asIs), cells(turned)))
      },
    ),
    { numRuns: 300 },
  )
})

test('one column, one row or one cell is a grid as well; a cell just as large as the room is in it, one a hair larger is not', () => {
  const ground = { w: mm(200), h: mm(300), open: false }
  const cells = (change: Partial<Grid>) => laid(cards({ gutter: mm(4), ...change }), 1, ground).cells
  expect(cells({ columns: 1, rows: 3 })).toEqual({ columns: 1, rows: 3, w: mm(200), h: Math.floor((mm(300) - mm(8)) / 3) })
  expect(cells({ columns: 3, rows: 1 })).toMatchObject({ columns: 3, rows: 1 })
  const one = (width: number, height: number) => cells({ columns: 1, rows: 1, cell: { width, height } })
  expect(one(mm(200), mm(300))).toEqual({ columns: 1, rows: 1, w: mm(200), h: mm(300) })
  expect([one(mm(200) + 1, mm(300)), one(mm(200), mm(300) + 1)]).toEqual([null, null])
})

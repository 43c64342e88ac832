import { mm } from '../../things/length/length.ts'
import { markIn } from './sample-mark.ts'

/** An A4 whose margins differ on all four edges. */
const AREA = { x: mm(3), y: mm(5), w: mm(200), h: mm(280) }
const picture = (leading: number, trailing: number, left: number, right: number) => ({
  x: AREA.x + mm(left),
  y: AREA.y + mm(leading),
  w: AREA.w - mm(left) - mm(right),
  h: AREA.h - mm(leading) - mm(trailing),
})
// Seven points with a line's distance are 7 × 0.3528 mm × 1.35 = 3.334 mm; with 1 mm kept on both sides 5.334 mm.
const ROOM = 5.34
const TIGHT = 5.33

test.each([
  ['at the foot of the trailing border', picture(20, ROOM, 20, 20), 0, 'trailing'],
  ['at the head of the leading one where the trailing is too narrow', picture(ROOM, TIGHT, 20, 20), 0, 'leading'],
  ['then at the right, read turned', picture(TIGHT, TIGHT, 20, ROOM), 90, 'right'],
  ['then at the left', picture(TIGHT, TIGHT, ROOM, TIGHT), 90, 'left'],
] as const)('it stands %s', (_, placed, turn, where) => {
  const mark = markIn('C147', AREA, placed)
  expect(mark).toMatchObject({ lines: ['C147'], turn, points: 7 })
  const { x, y, w, h } = mark?.rect ?? { x: 0, y: 0, w: 0, h: 0 }
  const gap = {
    trailing: AREA.y + AREA.h - (y + h),
    leading: y - AREA.y,
    right: AREA.x + AREA.w - (x + w),
    left: x - AREA.x,
  }
  expect(gap[where]).toBeCloseTo(mm(1), -1)
  for (const edge of Object.values(gap)) expect(edge).toBeGreaterThanOrEqual(mm(1) - 1)
  // It keeps a millimetre from the picture: no part of it lies nearer.
  const near = { x: placed.x - mm(1) + 1, y: placed.y - mm(1) + 1, w: placed.w + mm(2) - 2, h: placed.h + mm(2) - 2 }
  const apart = x + w <= near.x || near.x + near.w <= x || y + h <= near.y || near.y + near.h <= y
  expect(apart).toBe(true)
  expect(turn === 0 ? w > h : h > w).toBe(true)
})

test('where no border has room there is none, and no mark is no words', () => {
  expect(markIn('C4', AREA, picture(TIGHT, TIGHT, TIGHT, TIGHT))).toBeNull()
  expect(markIn('C4', AREA, { x: 0, y: 0, w: mm(210), h: mm(297) })).toBeNull()
  expect(markIn('', AREA, picture(20, 20, 20, 20))).toBeNull()
})

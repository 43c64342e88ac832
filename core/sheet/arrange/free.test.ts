import { itemsOf } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { arrangeFree } from './free.ts'
import { CAPTION_HEIGHT } from './grid.ts'

test('where pictures were laid by hand they lie, whole in their places, each with its caption below it; the gone are passed over', () => {
  const place = (item: string, x: number, y: number, width: number, height: number) => ({
    ...{ item, x: mm(x), y: mm(y), width: mm(width), height: mm(height) },
    ...{ turn: 0 as const, fill: false },
  })
  const places = [place('2', 41, 73, 60, 50), place('gone', 1, 2, 30, 30), place('1', 120, 200, 50, 80)]
  const { sheets, left } = arrangeFree({ ...NEW_ARRANGEMENT.free, places, captions: 'name', bleed: 0, sheets: 3 }, itemsOf([{}, {}]))
  const [laid] = sheets
  expect([sheets.length, laid?.count, left]).toEqual([1, 3, []])
  // From the corner of all places; pictures are three to two: 60 × 40 in the middle of 60 × 50, and 50 × 33.3 in the middle of 50 × 80.
  expect(laid?.laid.map(({ item, trim }) => [item.id, ...[trim.x, trim.y, trim.w, trim.h].map(Math.round)])).toEqual([
    ['2', mm(40), mm(76), mm(60), mm(40)],
    ['1', mm(119), 221_334, mm(50), 33_333],
  ])
  expect(laid?.laid.map(({ caption }) => caption)).toEqual([
    { x: mm(40), y: mm(121), w: mm(60), h: CAPTION_HEIGHT },
    { x: mm(119), y: mm(278), w: mm(50), h: CAPTION_HEIGHT },
  ])
})

import { picture } from '../../testing/fixtures.ts'
import { NEW_ARRANGEMENT, type Sizes } from '../../things/brief/arrangement.ts'
import { EMPTY_ITEM, type Item, withPicture } from '../../things/brief/item.ts'
import { mm } from '../../things/length/length.ts'
import { arrangeSizes } from './sizes.ts'
import { lookForTighter } from './tighter.ts'

const SIZES: Sizes = { ...NEW_ARRANGEMENT.sizes, gutter: 0, border: 0 }
const piece = (id: string, w: number, h: number, copies = 1): Item => ({
  ...EMPTY_ITEM,
  id,
  ...withPicture(picture({ width: w * 10, height: h * 10 })),
  size: { by: 'picture', width: mm(w), height: mm(h) },
  copies,
})
const ROLL = { w: mm(400), h: mm(3000), open: true }
/** Four that fill 400 × 300 mm without a gap, each longer than wide or wider than long. */
const FOUR = [piece('a', 250, 120), piece('b', 150, 180), piece('c', 150, 120), piece('d', 250, 180)]

test('each piece is told with the place it was given: its own size or that turned, none over another, all within the length told', () => {
  const found = lookForTighter(SIZES, FOUR, ROLL, 40)
  expect(found?.places.map(({ item }) => item).sort()).toEqual(['a', 'b', 'c', 'd'])
  const places = found?.places ?? []
  for (const { item, x, y, width, height } of places) {
    const own = FOUR.find(({ id }) => id === (item ?? ''))?.size
    if (own?.by !== 'picture') throw new Error(`no ${item}`)
    expect([width, height].sort()).toEqual([own.width, own.height ?? 0].sort())
    expect([x >= 0, y >= 0, x + width <= ROLL.w, y + height <= (found?.length ?? 0)]).toEqual([true, true, true, true])
  }
  for (const [i, a] of places.entries())
    for (const b of places.slice(i + 1))
      expect(a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y).toBe(true)
  // By hand: 400 wide and without a gap they are 300 long, and nothing is shorter.
  expect(found?.length).toBe(mm(300))
})

test('it depends on the pieces and the effort alone, and never takes more than what is found at once', () => {
  for (const effort of [10, 40]) {
    const once = lookForTighter(SIZES, FOUR, ROLL, effort)
    expect(lookForTighter(SIZES, FOUR, ROLL, effort)).toEqual(once)
    expect(once?.length).toBeLessThanOrEqual(arrangeSizes(SIZES, FOUR, ROLL).block.h)
  }
})

test('nothing is looked for where they go on several sheets, or one goes on none', () => {
  const sheet = { w: mm(400), h: mm(200), open: false }
  expect(lookForTighter(SIZES, FOUR, sheet, 10)).toBeNull()
  expect(lookForTighter(SIZES, [piece('a', 250, 120), piece('b', 450, 410)], ROLL, 10)).toBeNull()
  expect(lookForTighter(SIZES, [piece('a', 250, 120)], sheet, 10)?.places).toHaveLength(1)
})

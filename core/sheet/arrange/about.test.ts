import fc from 'fast-check'
import { itemsOf } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { aboutAmountOf, amountOf } from './about.ts'

const ROLL = { x: 0, y: 0, w: mm(594), h: mm(30_000), open: true }
const SHEET = { x: 0, y: 0, w: mm(594), h: mm(841), open: false }
const sizes = { ...NEW_ARRANGEMENT.sizes, gutter: mm(4), border: 0 }
const pieces = (...list: [width: number, height: number, copies: number][]) =>
  itemsOf(list.map(([width, height, copies]) => ({ size: { by: 'picture', width: mm(width), height: mm(height) }, copies })))

test('up to 24 prints are laid out; from 25 on they are reckoned, and it is said so', () => {
  for (const copies of [23, 24]) {
    const items = pieces([200, 150, copies])
    expect(aboutAmountOf(sizes, items, ROLL)).toEqual(amountOf(sizes, items, ROLL))
  }
  expect(aboutAmountOf(sizes, pieces([200, 150, 25]), ROLL).about).toBe(true)
  const grid = { ...NEW_ARRANGEMENT.grid, columns: 5, rows: 5 }
  expect(aboutAmountOf(grid, pieces([80, 60, 90]), SHEET)).toEqual(amountOf(grid, pieces([80, 60, 90]), SHEET))
})

test('what is reckoned comes near what is laid out, on a roll and on sheets', () => {
  const piece = fc.tuple(fc.integer({ min: 60, max: 250 }), fc.integer({ min: 60, max: 250 }), fc.integer({ min: 8, max: 30 }))
  fc.assert(
    fc.property(fc.array(piece, { minLength: 4, maxLength: 9 }), (list) => {
      const items = pieces(...list)
      const [about, laid] = [aboutAmountOf(sizes, items, ROLL), amountOf(sizes, items, ROLL)]
      expect(about.length / laid.length).toBeGreaterThan(0.8)
      expect(about.length / laid.length).toBeLessThan(1.2)
      const [sheets, exactly] = [aboutAmountOf(sizes, items, SHEET).sheets, amountOf(sizes, items, SHEET).sheets]
      expect(Math.abs(sheets - exactly)).toBeLessThanOrEqual(Math.max(1, Math.ceil(exactly * 0.25)))
    }),
    { numRuns: 25 },
  )
})

// Four edges that differ: 5 + 300 + 9 by 3 + 200 + 12, and 4 mm: 25 × 318 × 219 mm² at nine tenths of 598 mm.
test('the white of its own that a piece has around it takes room too', () => {
  const white = { head: mm(3), right: mm(9), foot: mm(12), left: mm(5) }
  const items = pieces([300, 200, 25]).map((item) => ({ ...item, white }))
  expect(Math.round(aboutAmountOf(sizes, items, ROLL).length / 1000)).toBe(Math.round((25 * 318 * 219) / (0.9 * 598)))
})

// 25 of 300 × 200 with 4 mm: 25 × 304 × 204 = 1 550 400 mm² at nine tenths of 598 mm.
test('reckoned by hand', () => {
  const { length, sheets, left } = aboutAmountOf(sizes, pieces([300, 200, 25]), ROLL)
  expect([Math.round(length / 1000), sheets, left]).toEqual([Math.round((25 * 304 * 204) / (0.9 * 598)), 1, 0])
  // 598 × 845 × 0.9 holds 454 779 mm²: four sheets.
  expect(aboutAmountOf(sizes, pieces([300, 200, 25]), SHEET).sheets).toBe(4)
})

test('what is larger than the ground is left, however many of the others there are', () => {
  const items = pieces([700, 600, 1], [100, 80, 40], [590, 700, 1])
  expect(aboutAmountOf(sizes, items, SHEET)).toMatchObject({ left: 1, about: true })
  expect(aboutAmountOf({ ...sizes, turn: false }, pieces([700, 500, 30]), SHEET)).toMatchObject({ left: 1, sheets: 0 })
})

test('what was laid by hand takes the roll from where it lies, not only as much as it is long', () => {
  const place = (item: string, y: number, height: number) => ({
    item,
    x: mm(30),
    y: mm(y),
    width: mm(90),
    height: mm(height),
    turn: 0 as const,
    fill: true,
  })
  const free = { ...NEW_ARRANGEMENT.free, places: [place('1', 70, 60), place('2', 310, 85)] }
  const [one, two] = [pieces([90, 60, 1]), pieces([90, 60, 1], [90, 85, 1])]
  expect(amountOf(free, two, ROLL).length).toBe(mm(310 + 85))
  expect(amountOf({ ...free, places: free.places.slice(0, 1) }, one, ROLL).length).toBe(mm(70 + 60))
})

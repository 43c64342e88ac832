import { fitted, trueSize, viewOf, zoomTo } from './view-of.ts'

// A drawing of 400 × 200 mm that begins left of and above the sheet, in a box with room over and under it.
const whole = { x: -50_000, y: -20_000, w: 400_000, h: 200_000 }
const box = { w: 800, h: 600 }

test('the whole is fitted into the box, in its middle', () => {
  expect(fitted(whole, box)).toEqual({ scale: 800 / 400_000, left: 0, top: 100 })
})

test('without a zoom the box shows the whole and the room around it', () => {
  expect(viewOf({ k: 1, x: 0, y: 0 }, whole, box)).toEqual({ x: -50_000, y: -70_000, w: 400_000, h: 300_000 })
})

test('zoomed about a point of the screen, that point of the sheet stays under it', () => {
  // Three times as close about pixel 600, 250: d3 then holds x = 600 − 3 × 600, y = 250 − 3 × 250.
  const before = viewOf({ k: 1, x: 0, y: 0 }, whole, box)
  const after = viewOf({ k: 3, x: 600 - 1800, y: 250 - 750 }, whole, box)
  const under = (view: typeof before) => ({ x: view.x + (600 / box.w) * view.w, y: view.y + (250 / box.h) * view.h })
  expect(under(after).x).toBeCloseTo(under(before).x, 6)
  expect(under(after).y).toBeCloseTo(under(before).y, 6)
  expect(after.w).toBeCloseTo(before.w / 3, 6)
})

test('a part that is asked for lies in the middle, whole, and touches the box', () => {
  const part = { x: 10_000, y: 30_000, w: 36_000, h: 24_000 }
  const view = viewOf(zoomTo(part, whole, box), whole, box)
  expect(view.x + view.w / 2).toBeCloseTo(28_000, 6)
  expect(view.y + view.h / 2).toBeCloseTo(42_000, 6)
  expect(view.w).toBeCloseTo(36_000, 6)
  expect(view.h).toBeCloseTo(27_000, 6)
})

test('true size: 100 mm of the drawing are 100 mm of the display', () => {
  const ppi = 110
  const k = trueSize(ppi, whole, box)
  const view = viewOf({ k, x: 0, y: 0 }, whole, box)
  // As many pixels as 100 mm have on such a display, by the rule of three.
  expect((100_000 / view.w) * box.w).toBeCloseTo((100 / 25.4) * ppi, 6)
})

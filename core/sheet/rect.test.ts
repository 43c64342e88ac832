import { area, gaps, inset, intersect } from './rect.ts'

// By hand; no two numbers alike.
const outer = { x: 3, y: 5, w: 70, h: 110 }

test('what two rectangles share; nothing where they only touch or miss each other, on either axis', () => {
  expect(intersect(outer, { x: 40, y: 90, w: 60, h: 80 })).toEqual({ x: 40, y: 90, w: 33, h: 25 })
  expect(intersect({ x: 10, y: 20, w: 8, h: 9 }, outer)).toEqual({ x: 10, y: 20, w: 8, h: 9 })
  expect(area(intersect(outer, { x: 73, y: 6, w: 5, h: 5 }))).toBe(0)
  expect(area(intersect(outer, { x: 10, y: 115, w: 5, h: 5 }))).toBe(0)
  expect(intersect(outer, { x: 200, y: 300, w: 5, h: 6 })).toMatchObject({ w: 0, h: 0 })
})

test('each edge by its own amount, and back: what is left free at each edge', () => {
  const amounts = { leading: 2, trailing: 7, left: 11, right: 13 }
  const inner = inset(outer, amounts)
  expect(inner).toEqual({ x: 14, y: 7, w: 46, h: 101 })
  expect(gaps(outer, inner)).toEqual(amounts)
  expect(inset(outer, { leading: -2, trailing: -7, left: -11, right: -13 })).toEqual({ x: -8, y: 3, w: 94, h: 119 })
  expect(area(inner)).toBe(46 * 101)
})

test('what is shared ends where the first of the two ends, whichever is asked about', () => {
  const inside = { x: 10, y: 20, w: 8, h: 9 }
  expect(intersect(outer, inside)).toEqual(inside)
  expect(intersect(inside, outer)).toEqual(inside)
})

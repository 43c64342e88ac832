import type { Turn } from '../things/brief/turn.ts'
import { mm } from '../things/length/length.ts'
import { croppedBy } from './crop-by.ts'

const MIDDLE = { x: 0.5, y: 0.5 }
/** 200 × 100 mm of picture in a window of 80 × 100 upright: 120 mm of its width are spare. */
const upright = { picture: { x: 0, y: 0, w: mm(80), h: mm(100) }, crop: { x: 0.3, y: 0, w: 0.4, h: 1 } }
const sideways = { picture: { x: 0, y: 0, w: mm(100), h: mm(80) }, crop: upright.crop }

test.each<[Turn, number, number, number]>([
  // Pushed to the right by 12 mm of 120 its left part comes in: a tenth less.
  [0, mm(12), 0, 0.4],
  [0, mm(-12), 0, 0.6],
  [0, 0, mm(12), 0.5],
  // Upside down the same push shows more of its right.
  [180, mm(12), 0, 0.6],
  // Turned clockwise its left lies at the top: pushed down its left comes in.
  [90, 0, mm(12), 0.4],
  [90, mm(12), 0, 0.5],
  [270, 0, mm(12), 0.6],
])('turned by %i and pushed by %i across and %i along, it stays at %f', (turn, dx, dy, x) => {
  const lies = { ...(turn === 90 || turn === 270 ? sideways : upright), turn }
  const now = croppedBy(lies, MIDDLE, dx, dy)
  expect(now.x).toBeCloseTo(x, 10)
  expect(now.y).toBe(0.5)
})

test('head and foot at each turn', () => {
  // 100 wide, 200 long, half of the length is seen: 100 mm spare.
  const lies = { picture: { x: 0, y: 0, w: mm(100), h: mm(100) }, crop: { x: 0, y: 0.25, w: 1, h: 0.5 } }
  const y = (turn: Turn, dx: number, dy: number) => croppedBy({ ...lies, turn }, MIDDLE, dx, dy).y
  expect(y(0, 0, mm(10))).toBeCloseTo(0.4, 10)
  // Turned clockwise its head points to the right.
  expect(y(90, mm(10), 0)).toBeCloseTo(0.6, 10)
  expect(y(180, 0, mm(10))).toBeCloseTo(0.6, 10)
  expect(y(270, mm(10), 0)).toBeCloseTo(0.4, 10)
})

test('it goes as far as there is picture, and what is whole does not move', () => {
  expect(croppedBy({ ...upright, turn: 0 }, MIDDLE, mm(500), 0).x).toBe(0)
  expect(croppedBy({ ...upright, turn: 0 }, MIDDLE, mm(-500), 0).x).toBe(1)
  expect(croppedBy({ ...upright, crop: { x: 0, y: 0, w: 1, h: 1 }, turn: 0 }, { x: 0.2, y: 0.7 }, mm(5), mm(5))).toEqual({ x: 0.2, y: 0.7 })
})

import type { Place } from '../../things/brief/arrangement.ts'
import { aligned, type Line, laidPlaces, restacked, shifted, spread } from './places.ts'

const place = (x: number, y: number, width: number, height: number, item: string | null = null): Place => ({
  item,
  x,
  y,
  width,
  height,
  turn: null,
  fill: true,
})
/** Three of different sizes that lie anyhow, and one apart. */
const PLACES = [place(100, 900, 300, 200, 'a'), place(1000, 50, 100, 500, 'b'), place(450, 400, 201, 99, null), place(7, 8, 9, 10, 'gone')]
const THREE = new Set([0, 1, 2])
const GROUND = { x: 10, y: 20, w: 2000, h: 3000 }
const at = (places: readonly Place[]) => places.map(({ x, y }) => [x, y])

test('the places that have a picture of the job are those that are laid, in their order', () => {
  expect(laidPlaces(PLACES, [{ id: 'b' }, { id: 'a' }])).toEqual([0, 1])
  expect(laidPlaces(PLACES, [])).toEqual([])
})

test('only the chosen ones move, together', () => {
  expect(at(shifted(PLACES, new Set([0, 2]), 5.4, -7.6))).toEqual([
    [105, 892],
    [1000, 50],
    [455, 392],
    [7, 8],
  ])
})

// The box around the three: x 100…1100, y 50…1100; worked out by hand.
test.each<[Line, number[][]]>([
  [
    'left',
    [
      [100, 900],
      [100, 50],
      [100, 400],
    ],
  ],
  [
    'middle',
    [
      [450, 900],
      [550, 50],
      [500, 400],
    ],
  ],
  [
    'right',
    [
      [800, 900],
      [1000, 50],
      [899, 400],
    ],
  ],
  [
    'leading',
    [
      [100, 50],
      [1000, 50],
      [450, 50],
    ],
  ],
  [
    'centre',
    [
      [100, 475],
      [1000, 325],
      [450, 526],
    ],
  ],
  [
    'trailing',
    [
      [100, 900],
      [1000, 600],
      [450, 1001],
    ],
  ],
])('in line: %s', (line, expected) => {
  expect(at(aligned(PLACES, THREE, line, GROUND))).toEqual([...expected, [7, 8]])
})

test('one alone is brought in line with what it lies on; none chosen, none moves', () => {
  expect(at(aligned(PLACES, new Set([1]), 'right', GROUND))[1]).toEqual([1910, 50])
  expect(at(aligned(PLACES, new Set([1]), 'centre', GROUND))[1]).toEqual([1000, 1270])
  expect(aligned(PLACES, new Set(), 'left', GROUND)).toEqual(PLACES)
})

test('equal gaps: the outermost stay, whatever stands first in the list', () => {
  // Across: 300 + 201 + 100 of 1000 leave 399, two gaps of 199.5.
  expect(at(spread(PLACES, THREE, 'across'))).toEqual([
    [100, 900],
    [1000, 50],
    [600, 400],
    [7, 8],
  ])
  // Along, by their middles: b (300), c (449.5), a (1000); 500 + 99 + 200 of 1050 leave 251.
  expect(at(spread(PLACES, THREE, 'along'))).toEqual([
    [100, 900],
    [1000, 50],
    [450, 676],
    [7, 8],
  ])
  expect(spread(PLACES, new Set([0, 1]), 'across')).toEqual(PLACES)
})

test('those that take more room than there is overlap by the same each', () => {
  const tight = [place(0, 0, 100, 10), place(40, 0, 100, 10), place(120, 0, 60, 10)]
  // 260 in 180: each overlaps the next by 40.
  expect(spread(tight, THREE, 'across').map(({ x }) => x)).toEqual([0, 60, 120])
})

test('to the front and to the back: the chosen keep their order and stay chosen', () => {
  const front = restacked(PLACES, new Set([0, 2]), 'front')
  expect(front.places.map(({ item }) => item)).toEqual(['b', 'gone', 'a', null])
  expect([...front.picked]).toEqual([2, 3])
  const back = restacked(PLACES, new Set([1, 3]), 'back')
  expect(back.places.map(({ item }) => item)).toEqual(['b', 'gone', 'a', null])
  expect([...back.picked]).toEqual([0, 1])
})

test('of places with one middle the first in the list comes first', () => {
  const places = [place(0, 0, 10, 10), place(45, 0, 10, 10), place(40, 0, 20, 10), place(90, 0, 10, 10)]
  // 100 wide, 50 taken: gaps of 16 2/3.
  expect(spread(places, new Set([0, 1, 2, 3]), 'across').map(({ x }) => x)).toEqual([0, 27, 53, 90])
})

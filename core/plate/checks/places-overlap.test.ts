import { finding, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { resolve } from '../resolve/resolve.ts'

const laid = (x: number, y: number) => {
  const place = (item: string, x: number, y: number) => ({
    item,
    x: mm(x),
    y: mm(y),
    width: mm(60),
    height: mm(40),
    turn: null,
    fill: true,
  })
  return finding(
    resolve(several([{}, {}], { ...NEW_ARRANGEMENT.free, places: [place('1', 40, 40), place('2', x, y)] }), studioOf()),
    'places-overlap',
  )
}

test('which covers which is said; pictures that touch, or share less than a square millimetre, do not', () => {
  expect(laid(90, 60)?.says).toMatch(/^Picture 2 covers part of picture 1\./)
  expect(laid(100, 40)).toBeUndefined()
  // 0.02 × 40 mm is under a square millimetre, 0.03 × 40 is over.
  expect([laid(99.98, 40)?.level, laid(99.97, 40)?.level]).toEqual([undefined, 'note'])
})

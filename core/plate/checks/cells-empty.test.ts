import { finding, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { applyFix } from '../resolve/apply-fix.ts'
import { resolve } from '../resolve/resolve.ts'

const of = (...copies: number[]) =>
  several(
    copies.map((n) => ({ copies: n })),
    NEW_ARRANGEMENT.grid,
  )
const empty = (...copies: number[]) => finding(resolve(of(...copies), studioOf()), 'cells-empty')

test.each([
  [[3], 1, 'of the sheet'],
  [[4], undefined, ''],
  [[5], 3, 'of the last sheet'],
  [[2, 3], 3, 'of the last sheet'],
])('copies %j in cells of four', (copies, left, where) => {
  expect(empty(...copies)?.numbers.empty).toBe(left)
  if (left) expect(empty(...copies)?.says).toContain(`${left} of 4 cells ${where} stay empty`)
})

test('of one picture they can be filled; of several nobody knows with which', () => {
  const then = applyFix({ brief: of(5), pins: {} }, empty(5)?.fix ?? {})
  expect([then.brief.items[0]?.copies, empty(2, 3)?.fix]).toEqual([8, null])
})

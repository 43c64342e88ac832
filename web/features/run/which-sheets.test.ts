import { resolve } from '../../../core/plate/resolve/resolve.ts'
import { studioOf } from '../../../core/testing/fixtures.ts'
import { several } from '../../../core/testing/several.ts'
import type { Missing } from '../../../core/work/runs/missing.ts'
import { chosenOf, leftOf } from './which-sheets.ts'

const plate = resolve(several([{ copies: 4 }, { copies: 3 }], { as: 'apart' }), studioOf(), { printer: 'heron', path: 'heron-cassette' })
const of = (front: Missing['sheets']['front'], unknown = 0, begun = true): Missing => ({
  begun,
  sheets: { front, back: [] },
  unknown: { front: unknown, back: 0 },
})
const two = [{ form: 'front-2', count: 2 }]
const all = [
  { form: 'front', count: 4 },
  { form: 'front-2', count: 3 },
]

test('what is missing is something to choose where some of it is out, and neither all nor none', () => {
  expect(leftOf(plate, 'front', of(two))).toEqual(two)
  expect([of(all), of([]), of(two, 0, false), undefined].map((missing) => leftOf(plate, 'front', missing))).toEqual([
    null,
    null,
    null,
    null,
  ])
})

test('unasked, what is missing is printed, else all of it; of spoilt sheets nobody has named none is', () => {
  expect(chosenOf(plate, 'front', 'usual', of(two))).toEqual(two)
  expect(chosenOf(plate, 'front', 'usual', of([]))).toBeNull()
  expect(chosenOf(plate, 'front', 'usual', undefined)).toBeNull()
  expect(chosenOf(plate, 'front', 'usual', of([], 1))).toEqual([])
  // What is known to be missing comes first.
  expect(chosenOf(plate, 'front', 'usual', of(two, 1))).toEqual(two)
})

test('what somebody has said goes before that', () => {
  expect(chosenOf(plate, 'front', 'all', of(two))).toBeNull()
  expect(chosenOf(plate, 'front', [{ form: 'front', count: 1 }], of(two))).toEqual([{ form: 'front', count: 1 }])
})

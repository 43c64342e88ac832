import { plateOf } from '../../testing/fixtures.ts'
import type { Inspection } from './inspection.ts'
import { spoilt } from './spoilt.ts'

const plate = plateOf({})
const fault = { faultId: 'head-strike', sheets: 2, says: 'The head struck.' } as const
const run = { plate, side: 'front', state: 'failed', sheetsDelivered: 1, inspection: null } as const
const seen: Inspection = {
  margins: null,
  skew: null,
  target: null,
  wash: null,
  gloss: null,
  verdict: 'right',
  faults: ['banding'],
  note: 'Fine.',
  sheetsUsed: 1,
  sheetsWasted: 3,
}

test('sheets spoilt on their way are taken off the stock; the run is wasted and the pairing learns it', () => {
  expect(spoilt(run, fault)).toMatchObject({
    inspection: { verdict: 'wasted', faults: ['head strike'], note: 'The head struck.', sheetsUsed: 3, sheetsWasted: 2 },
    onTheWay: 2,
    stock: 2,
    counts: { good: 0, bad: 1 },
    over: false,
  })
})

test('delivered sheets were counted when they came out', () => {
  for (const state of ['drying', 'inspect'] as const)
    expect(spoilt({ ...run, state }, fault)).toMatchObject({ stock: 0, onTheWay: 0, over: true, counts: { bad: 1 } })
  expect(spoilt({ ...run, state: 'done' }, fault)).toMatchObject({ stock: 0, over: false })
})

test('an earlier verdict is corrected once, its faults and note stay', () => {
  expect(spoilt({ ...run, state: 'inspect', inspection: seen }, fault)).toMatchObject({
    counts: { good: -1, bad: 1 },
    inspection: { faults: ['banding'], note: 'Fine. The head struck.', sheetsWasted: 5, sheetsUsed: 5 },
  })
  expect(spoilt({ ...run, inspection: { ...seen, verdict: 'wasted' } }, fault).counts).toEqual({ good: 0, bad: 0 })
})

test('no sheet spoilt, nothing counted; a second side takes no stock and teaches nothing', () => {
  expect(spoilt(run, { ...fault, sheets: 0 })).toEqual({
    inspection: null,
    onTheWay: 0,
    stock: 0,
    counts: { good: 0, bad: 0 },
    over: false,
  })
  expect(spoilt({ ...run, side: 'back' }, fault)).toMatchObject({ stock: 0, onTheWay: 2, counts: { good: 0, bad: 0 } })
})

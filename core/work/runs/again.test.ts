import { resolve } from '../../plate/resolve/resolve.ts'
import { studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { againAfter, againOf } from './again.ts'
import type { Brought } from './missing.ts'

const PINS = { printer: 'heron', path: 'heron-cassette' }
const plate = resolve(several([{ copies: 4 }, { copies: 3 }], { as: 'apart' }), studioOf(), PINS)
const whole = { plate, side: 'front', only: null, sheetsDelivered: 7, wanted: 7, inspection: null, faults: [] } as const
const UNLOOKED = { margins: null, skew: null, target: null, wash: null, gloss: null, faults: [], note: '' }
const run = (change: Partial<Brought> = {}): Brought => ({ ...whole, ...change })
const some = (form: string, count: number, change: Partial<Brought> = {}) =>
  run({ only: [{ form, count }], sheetsDelivered: count, wanted: count, ...change })
const wasted = (sheetsWasted: number, sheetsUsed = 7) => ({ inspection: { verdict: 'wasted' as const, sheetsUsed, sheetsWasted } })

test('a run is printed again as far as it is missing', () => {
  expect(againOf(some('front', 4, wasted(1, 4)))).toEqual([{ form: 'front', count: 1 }])
  // One jammed after three were out: two are missing of five, the jammed one among them.
  expect(againOf(some('front', 5, { sheetsDelivered: 3, ...wasted(1, 4), faults: [{ onTheWay: 1 }] }))).toEqual([
    { form: 'front', count: 2 },
  ])
  expect(againOf(run({ sheetsDelivered: 5, ...wasted(1, 6), faults: [{ onTheWay: 1 }] }))).toEqual([{ form: 'front-2', count: 2 }])
  // Of eight five were wanted in the end, and one of those is spoilt.
  expect(againOf(run({ only: [{ form: 'front', count: 8 }], sheetsDelivered: 5, wanted: 5, ...wasted(1, 5) }))).toEqual([
    { form: 'front', count: 1 },
  ])
  // All of it where all or none is missing, or nobody knows which.
  expect(againOf(some('front', 4, wasted(4, 4)))).toEqual([{ form: 'front', count: 4 }])
  expect(againOf(some('front', 4))).toEqual([{ form: 'front', count: 4 }])
  expect(againOf(run({ sheetsDelivered: 0 }))).toBeNull()
  expect(againOf(run(wasted(2)))).toBeNull()
})

test('and so it is told before a fault is written down', () => {
  const struck = { faultId: 'head-strike', sheets: 1 } as const
  const four = { ...whole, only: [{ form: 'front', count: 4 }], sheetsDelivered: 4, wanted: 4, state: 'inspect' } as const
  expect(againAfter(four, struck)).toEqual([{ form: 'front', count: 1 }])
  // Of five that stand still after four, the fifth was on its way.
  expect(againAfter({ ...four, only: [{ form: 'front', count: 5 }], wanted: 5, state: 'waiting' }, struck)).toEqual([
    { form: 'front', count: 1 },
  ])
  expect(againAfter(four, { ...struck, sheets: 0 })).toEqual([{ form: 'front', count: 4 }])
  // A second fault of it adds to the first.
  expect(againAfter({ ...four, inspection: { ...UNLOOKED, verdict: 'wasted', sheetsUsed: 4, sheetsWasted: 1 } }, struck)).toEqual([
    { form: 'front', count: 2 },
  ])
})

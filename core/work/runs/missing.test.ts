import { resolve } from '../../plate/resolve/resolve.ts'
import { plateOf, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import { allOut, type Brought, missingOf, sameSheets, spoiltOf, stillOf } from './missing.ts'

const PINS = { printer: 'heron', path: 'heron-cassette' }
const plate = resolve(several([{ copies: 4 }, { copies: 3 }], { as: 'apart' }), studioOf(), PINS)
const run = (change: Partial<Brought> = {}): Brought => ({
  plate,
  side: 'front',
  only: null,
  sheetsDelivered: 7,
  wanted: 7,
  inspection: null,
  faults: [],
  ...change,
})
const some = (form: string, count: number, change: Partial<Brought> = {}) =>
  run({ only: [{ form, count }], sheetsDelivered: count, wanted: count, ...change })
const wasted = (sheetsWasted: number, sheetsUsed = 7) => ({ inspection: { verdict: 'wasted' as const, sheetsUsed, sheetsWasted } })
const left = (...runs: Brought[]) => missingOf(plate, runs).sheets.front.map(({ form, count }) => [form, count])

test('all sheets in one run are all; fewer are, where fewer were wanted in the end; wasted ones are none', () => {
  expect(plate.forms.map(({ id, count }) => [id, count])).toEqual([
    ['front', 4],
    ['front-2', 3],
  ])
  expect(allOut(plate, [run()])).toBe(true)
  expect(allOut(plate, [run({ sheetsDelivered: 5, wanted: 5 })])).toBe(true)
  expect(allOut(plate, [run({ sheetsDelivered: 5 })])).toBe(false)
  expect(allOut(plate, [run(wasted(7))])).toBe(false)
  expect(allOut(plate, [])).toBe(false)
  expect(missingOf(plate, [])).toEqual({
    begun: false,
    sheets: {
      front: [
        { form: 'front', count: 4 },
        { form: 'front-2', count: 3 },
      ],
      back: [],
    },
    unknown: { front: 0, back: 0 },
  })
})

test('sheets that were printed by themselves add up, kind by kind', () => {
  expect(left(some('front', 4))).toEqual([['front-2', 3]])
  expect(left(some('front', 4), some('front-2', 2))).toEqual([['front-2', 1]])
  expect(left(some('front', 4), some('front-2', 2), some('front-2', 1))).toEqual([])
  expect(left(some('front', 4), some('front-2', 3, wasted(3, 3)))).toEqual([['front-2', 3]])
  // Of seven five came out, in their order: four of the first kind and one of the second; two more are missing.
  expect(left(run({ sheetsDelivered: 5 }))).toEqual([['front-2', 2]])
  expect(left(run({ sheetsDelivered: 5 }), some('front', 2))).toEqual([['front-2', 2]])
  expect(left(run({ sheetsDelivered: 3 }))).toEqual([
    ['front', 1],
    ['front-2', 3],
  ])
  // After a whole run one sheet once more changes nothing.
  expect(left(run(), some('front', 1))).toEqual([])
})

test('of a run of one kind what was spoilt is missing, whatever the verdict on it; of several kinds nobody knows which', () => {
  expect(left(some('front', 4, wasted(1, 4)), some('front-2', 3))).toEqual([['front', 1]])
  const usable = { inspection: { verdict: 'usable' as const, sheetsUsed: 3, sheetsWasted: 2 } }
  expect(left(some('front', 4), some('front-2', 3, usable))).toEqual([['front-2', 2]])
  // Who found it usable has said that the job is done with it.
  expect(allOut(plate, [some('front', 4), some('front-2', 3, usable)])).toBe(true)
  const found = missingOf(plate, [run(wasted(2))])
  expect([found.begun, found.sheets.front, found.unknown]).toEqual([true, [], { front: 2, back: 0 }])
  expect(allOut(plate, [run(wasted(2))])).toBe(false)
  // Printed again by themselves they are out, whichever they were.
  expect(missingOf(plate, [run(wasted(2)), some('front-2', 1)]).unknown.front).toBe(1)
  expect(allOut(plate, [run(wasted(2)), some('front-2', 1), some('front', 1)])).toBe(true)
  // Stopped early because it went wrong is not all that was wanted.
  expect(left(run({ sheetsDelivered: 2, wanted: 2, ...wasted(2, 2) }), some('front', 4))).toEqual([['front-2', 3]])
})

test('what was spoilt on its way never came out: none of those that did is missing for it', () => {
  const of = (sheetsUsed: number, sheetsWasted: number, onTheWay: number[]) =>
    spoiltOf({
      sheetsDelivered: 5,
      inspection: { verdict: 'wasted', sheetsUsed, sheetsWasted },
      faults: onTheWay.map((sheets) => ({ onTheWay: sheets })),
    })
  expect(of(5, 2, [])).toEqual({ delivered: 2, onTheWay: 0 })
  expect(of(5, 2, [1])).toEqual({ delivered: 1, onTheWay: 1 })
  expect(of(8, 4, [1, 1])).toEqual({ delivered: 1, onTheWay: 3 })
  expect(of(7, 1, [])).toEqual({ delivered: 0, onTheWay: 1 })
  expect(of(5, 9, [])).toEqual({ delivered: 5, onTheWay: 0 })
  expect(of(5, 0, [])).toEqual({ delivered: 5, onTheWay: 0 })
  expect(spoiltOf({ sheetsDelivered: 5, inspection: null, faults: [] })).toEqual({ delivered: 0, onTheWay: 0 })
  const fine = { verdict: 'right' as const, sheetsUsed: 5, sheetsWasted: 0 }
  expect(spoiltOf({ sheetsDelivered: 5, inspection: fine, faults: [] })).toEqual({ delivered: 0, onTheWay: 0 })
})

test('what was printed before the job was changed is of other sheets, but where only more are wanted of the same', () => {
  const changed = resolve(several([{ copies: 4 }, { copies: 5 }], { as: 'apart' }), studioOf(), PINS)
  // More copies of the same: those are still to be printed, of which there were none before.
  expect(missingOf(changed, [run()])).toMatchObject({ begun: true, sheets: { front: [{ form: 'front-2', count: 2 }] } })
  // What came out is told by what was printed then: four and three, of which two and six are wanted now.
  const others = resolve(several([{ copies: 2 }, { copies: 6 }], { as: 'apart' }), studioOf(), PINS)
  expect(missingOf(others, [run()]).sheets.front).toEqual([{ form: 'front-2', count: 3 }])
  const size = { by: 'picture' as const, width: mm(90), height: null }
  const larger = resolve(several([{ copies: 4, size }, { copies: 3 }], { as: 'apart' }), studioOf(), PINS)
  expect(missingOf(larger, [run()])).toMatchObject({ begun: false, sheets: { front: [{ count: 4 }, { count: 3 }] } })
  const other = resolve(
    { ...several([{ copies: 4 }, { copies: 3 }], { as: 'apart' }), dueAt: '2026-12-24T12:00:00.000Z' },
    studioOf(),
    PINS,
  )
  expect(missingOf(other, [run()]).sheets.front).toEqual([])
  // What the studio has learnt or used up since is no change of the job.
  const studio = studioOf()
  for (const { inks } of studio.printers) for (const ink of inks) ink.millilitres *= 0.9
  expect(allOut(resolve(several([{ copies: 4 }, { copies: 3 }], { as: 'apart' }), studio, PINS), [run()])).toBe(true)
})

test('of two sides both; a second side that is spoilt takes the first with it, on its way too', () => {
  const card = plateOf({
    brief: {
      make: { ...NEW_MAKE['two-sided'], text: { text: 'Back', points: 9, at: 'foot', align: 'centre' } },
      paperId: 'keepsake-card',
      sheet: null,
      copies: 5,
    },
  })
  const side = (of: 'front' | 'back', change: Partial<Brought> = {}) =>
    run({ plate: card, side: of, sheetsDelivered: 5, wanted: 5, ...change })
  const counts = (...runs: Brought[]) => {
    const { front, back } = missingOf(card, runs).sheets
    return [front, back].map((sheets) => sheets.reduce((sum, { count }) => sum + count, 0))
  }
  expect(card.forms.map((form) => form.side)).toEqual(['front', 'back'])
  expect(counts(side('front'))).toEqual([0, 5])
  expect(allOut(card, [side('front')])).toBe(false)
  expect(allOut(card, [side('front'), side('back')])).toBe(true)
  expect(counts(side('front'), side('back', wasted(2, 5)))).toEqual([2, 2])
  const jammed = { sheetsDelivered: 3, ...wasted(1, 4), faults: [{ onTheWay: 1 }] }
  expect(counts(side('front'), side('back', jammed))).toEqual([1, 2])
  // A first side that is spoilt costs no second one.
  expect(counts(side('front', wasted(1, 5)))).toEqual([1, 5])
})

test('what is loaded is what is still to be printed: as many of each kind, with its second side; all of it where none is out, or none missing', () => {
  const counts = (...runs: Brought[]) => stillOf(plate, missingOf(plate, runs)).forms.map(({ id, count }) => [id, count])
  expect(counts(run({ sheetsDelivered: 3 }))).toEqual([
    ['front', 1],
    ['front-2', 3],
  ])
  expect(counts(run({ sheetsDelivered: 5 }))).toEqual([['front-2', 2]])
  expect([stillOf(plate, undefined), stillOf(plate, missingOf(plate, [])), stillOf(plate, missingOf(plate, [run()]))]).toEqual(
    Array.from({ length: 3 }, () => plate),
  )
})

test('a job has begun once a sheet of it has come out, or somebody wrote down that none was any good; not while its first is printing', () => {
  const begun = (change: Partial<Brought>) => missingOf(plate, [run(change)]).begun
  expect(begun({ sheetsDelivered: 0 })).toBe(false)
  expect(begun({ sheetsDelivered: 1 })).toBe(true)
  expect(begun({ sheetsDelivered: 0, ...wasted(1, 1) })).toBe(true)
})

test('prints of the same width and another height are other sheets, and those of the same height and another width', () => {
  const sized = (width: number, height: number) =>
    resolve(several([{ size: { by: 'picture', width: mm(width), height: mm(height) } }], { as: 'apart' }), studioOf(), PINS)
  expect(sameSheets(sized(200, 150), sized(200, 150))).toBe(true)
  expect(sameSheets(sized(200, 150), sized(200, 160))).toBe(false)
  expect(sameSheets(sized(200, 150), sized(210, 150))).toBe(false)
})

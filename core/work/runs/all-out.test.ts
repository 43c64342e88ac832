import { resolve } from '../../plate/resolve/resolve.ts'
import { plateOf, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { allOut, type Brought } from './all-out.ts'

const PINS = { printer: 'heron', path: 'heron-cassette' }
const plate = resolve(several([{ copies: 4 }, { copies: 3 }], { as: 'apart' }), studioOf(), PINS)
const run = (change: Partial<Brought> = {}): Brought => ({
  plate,
  side: 'front',
  only: null,
  sheetsDelivered: 7,
  wanted: 7,
  wasted: false,
  ...change,
})
const some = (form: string, count: number, change: Partial<Brought> = {}) =>
  run({ only: [{ form, count }], sheetsDelivered: count, wanted: count, ...change })

test('all sheets in one run are all; fewer are, where fewer were wanted in the end; wasted ones are none', () => {
  expect(plate.forms.map(({ id, count }) => [id, count])).toEqual([
    ['front', 4],
    ['front-2', 3],
  ])
  expect(allOut(plate, [run()])).toBe(true)
  expect(allOut(plate, [run({ sheetsDelivered: 5, wanted: 5 })])).toBe(true)
  expect(allOut(plate, [run({ sheetsDelivered: 5 })])).toBe(false)
  expect(allOut(plate, [run({ wasted: true })])).toBe(false)
  expect(allOut(plate, [])).toBe(false)
})

test('sheets that were printed by themselves add up, kind by kind', () => {
  expect(allOut(plate, [some('front', 4)])).toBe(false)
  expect(allOut(plate, [some('front', 4), some('front-2', 2)])).toBe(false)
  expect(allOut(plate, [some('front', 4), some('front-2', 2), some('front-2', 1)])).toBe(true)
  expect(allOut(plate, [some('front', 4), some('front-2', 3, { wasted: true })])).toBe(false)
  // Of seven five came out, in their order: four of the first kind and one of the second; two more are missing.
  expect(allOut(plate, [run({ sheetsDelivered: 5 }), some('front-2', 2)])).toBe(true)
  expect(allOut(plate, [run({ sheetsDelivered: 5 }), some('front', 2)])).toBe(false)
  // After a whole run one sheet once more changes nothing.
  expect(allOut(plate, [run(), some('front', 1)])).toBe(true)
})

test('what was printed before the job was changed is of other sheets', () => {
  const changed = resolve(several([{ copies: 4 }, { copies: 5 }], { as: 'apart' }), studioOf(), PINS)
  expect(allOut(changed, [run()])).toBe(false)
  // What the studio has learnt or used up since is no change of the job.
  const studio = studioOf()
  for (const { inks } of studio.printers) for (const ink of inks) ink.millilitres *= 0.9
  expect(allOut(resolve(several([{ copies: 4 }, { copies: 3 }], { as: 'apart' }), studio, PINS), [run()])).toBe(true)
})

test('of two sides both', () => {
  const card = plateOf({
    brief: {
      make: { ...NEW_MAKE['two-sided'], text: { text: 'Back', points: 9, at: 'foot', align: 'centre' } },
      paperId: 'keepsake-card',
      sheet: null,
      copies: 2,
    },
  })
  const side = (of: 'front' | 'back') => run({ plate: card, side: of, sheetsDelivered: 2, wanted: 2 })
  expect(card.forms.map((form) => form.side)).toEqual(['front', 'back'])
  expect([allOut(card, [side('front')]), allOut(card, [side('front'), side('back')])]).toEqual([false, true])
})

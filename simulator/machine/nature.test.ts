import { CLEARANCE, natureOf } from './nature.ts'

// As the demo’s records say of each machine (docs of the scenario): what it looks after by itself.
test.each([
  ['tern', [false, false, false, false]],
  ['dunlin', [false, true, false, true]],
  ['gannet', [true, true, false, false]],
  ['heron', [false, true, false, false]],
  ['petrel', [false, false, true, true]],
  ['albatross', [false, true, false, true]],
  ['plover', [false, false, false, false]],
])('%s: asks for the wide gap, compares the media, counts the roll, finds skew: %j', (id, is) => {
  const { asksWideGap, comparesMedia, countsRoll, findsSkew } = natureOf(id)
  expect([asksWideGap, comparesMedia, countsRoll, findsSkew]).toEqual(is)
})

test('the head clears a fine-art paper of half a millimetre only with the wide gap, and a board of 1.5 mm then', () => {
  expect([CLEARANCE.normal, CLEARANCE.wide]).toEqual([430, 1750])
})

import { plateOf } from '../../testing/fixtures.ts'
import { tallyOf } from '../../things/media/media.ts'
import type { Manner } from './learnt.ts'
import { learnt, mannerOf } from './learnt.ts'

const of = { id: 'heron-new', printerId: 'heron', paperId: 'new' }
const manner = (change: Partial<Manner> = {}): Manner => ({
  mediaTypeId: 'matte',
  profileId: 'p1',
  pathId: 'slot',
  qualityId: 'fine',
  dryingMinutes: 20,
  ...change,
})

test('the first inspection makes the pairing; what came out right is how it is printed from then on', () => {
  const right = learnt(null, of, manner(), { good: 1, bad: 0 })
  expect(right).toEqual({ ...of, ...manner(), good: 1, bad: 0, tallies: { matte: { good: 1, bad: 0 } } })
  // A later print another way does not change what is proven.
  expect(learnt(right, of, manner({ mediaTypeId: 'gloss', pathId: 'tray' }), { good: 1, bad: 0 })).toEqual({
    ...right,
    good: 2,
    tallies: { matte: { good: 1, bad: 0 }, gloss: { good: 1, bad: 0 } },
  })
})

test('a print that was wasted proves neither path nor profile; the first right one does', () => {
  const wasted = learnt(null, of, manner(), { good: 0, bad: 1 })
  expect(wasted).toMatchObject({ good: 0, bad: 1, profileId: null, pathId: null })
  const then = learnt(wasted, of, manner({ mediaTypeId: 'art', profileId: 'p2' }), { good: 1, bad: 0 })
  expect(then).toMatchObject({ good: 1, bad: 1, mediaTypeId: 'art', profileId: 'p2', pathId: 'slot' })
})

test('a verdict that is taken back takes its count back, never below nought', () => {
  const right = learnt(null, of, manner(), { good: 1, bad: 0 })
  expect(learnt(right, of, manner(), { good: -1, bad: 1 })).toMatchObject({ good: 0, bad: 1 })
  expect(learnt(right, of, manner(), { good: -3, bad: -1 })).toMatchObject({ good: 0, bad: 0 })
})

test('a manner is what the set-up says; drying that nobody foretold is taken as half an hour', () => {
  const { setup, estimates } = plateOf({})
  if (!setup || !estimates) throw new Error('no set-up')
  expect(mannerOf(setup, null)).toEqual({
    mediaTypeId: setup.mediaType.id,
    profileId: setup.profile?.id,
    pathId: setup.path.id,
    qualityId: setup.quality.id,
    dryingMinutes: 30,
  })
  expect(mannerOf({ ...setup, profile: null }, estimates)).toMatchObject({ profileId: null, dryingMinutes: estimates.dryingMinutes })
})

test('each media type has its own tally; what was counted before they were kept is the one’s that was taken', () => {
  const { tallies: _, ...legacy } = { ...learnt(null, of, manner(), { good: 1, bad: 0 }), good: 5, bad: 2 }
  expect([tallyOf(legacy), tallyOf(legacy, 'gloss')]).toEqual([
    { good: 5, bad: 2 },
    { good: 0, bad: 0 },
  ])
  const wasted = learnt(legacy, of, manner({ mediaTypeId: 'gloss' }), { good: 0, bad: 1 })
  expect([wasted.good, wasted.bad, tallyOf(wasted), tallyOf(wasted, 'gloss')]).toEqual([5, 3, { good: 5, bad: 2 }, { good: 0, bad: 1 }])
  // Corrected, a count goes back to where it came from, and never below nothing.
  const corrected = learnt(wasted, of, manner({ mediaTypeId: 'gloss' }), { good: 1, bad: -1 })
  expect([
    tallyOf(corrected, 'gloss'),
    tallyOf(learnt(corrected, of, manner({ mediaTypeId: 'art' }), { good: -1, bad: 0 }), 'art'),
  ]).toEqual([
    { good: 1, bad: 0 },
    { good: 0, bad: 0 },
  ])
})

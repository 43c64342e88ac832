import { refills } from './refill.ts'

const printing = { sheets: 25, delivered: 0, loaded: 10, holds: 6, secondsPerSheet: 90 }

test('a path is filled when it is empty, each time as high as it should be, until the run is through', () => {
  // 10, then 6 more each time: empty after 10, 16 and 22.
  expect(refills(printing)).toEqual([
    { after: 10, minutes: 15 },
    { after: 16, minutes: 24 },
    { after: 22, minutes: 33 },
  ])
})

test.each([
  ['a full path is filled no more', { loaded: 25 }, []],
  ['one sheet too few', { loaded: 24 }, [24]],
  ['those that were are over', { delivered: 16 }, [22]],
  ['just before one', { delivered: 15 }, [16, 22]],
  ['an empty path was filled before it began', { loaded: 0, delivered: 3 }, [6, 12, 18, 24]],
  ['a path that holds nobody knows how many', { holds: 0 }, []],
])('%s', (_what, change, after) => {
  expect(refills({ ...printing, ...change }).map((r) => r.after)).toEqual(after)
})

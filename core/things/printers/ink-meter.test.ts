import { type InkMeter, learntUse, levelTold, printed, UNMETERED } from './ink-meter.ts'

const CAPACITY = 80

/** Prints of `each` ml by the model from a cartridge that really loses `real` times as much, its level told in whole per cent. */
function after(prints: number, each: number, real: number) {
  let [level, meter]: [number, InkMeter] = [CAPACITY, levelTold(UNMETERED, CAPACITY, CAPACITY)]
  for (let n = 0; n < prints; n++) {
    level -= each * real
    // What a plate foretells has what was learnt in it already.
    meter = printed(meter, each * learntUse(meter, CAPACITY), CAPACITY)
    meter = levelTold(meter, (Math.round((level / CAPACITY) * 100) / 100) * CAPACITY, CAPACITY)
  }
  return learntUse(meter, CAPACITY)
}

test('nothing was learnt: the class model stands', () => {
  expect(learntUse(UNMETERED, CAPACITY)).toBe(1)
  expect(after(40, 0.3, 1)).toBeCloseTo(1, 1)
})

test('from levels in whole per cent the true use is found, the nearer the more was printed', () => {
  const [few, many] = [after(5, 0.3, 1.6), after(100, 0.3, 1.6)]
  expect(few).toBeGreaterThan(1)
  expect(few).toBeLessThan(1.4)
  expect(Math.abs(many - 1.6)).toBeLessThan(0.1)
  expect(Math.abs(after(150, 0.3, 0.7) - 0.7)).toBeLessThan(0.05)
})

const known: InkMeter = { reckoned: 4, fallen: 5, told: 50, pending: 1 }

test('what fell is held against all that was printed since the level was last told', () => {
  const twice = printed({ ...known, pending: 0, reckoned: 0, fallen: 0 }, 2, CAPACITY)
  expect(levelTold(printed(twice, 1.5, CAPACITY), 46, CAPACITY)).toEqual({ reckoned: 3.5, fallen: 4, told: 46, pending: 0 })
  expect(levelTold(known, 50, CAPACITY)).toEqual({ reckoned: 5, fallen: 5, told: 50, pending: 0 })
})

test('a new cartridge, a cleaning, the first level, and what nobody can reckon teach nothing; what is at the limit does', () => {
  const untaught = (told: number) => ({ reckoned: 4, fallen: 5, told, pending: 0 })
  expect(levelTold(known, 80, CAPACITY)).toEqual(untaught(80))
  // Three times one, and a hundredth of 80.
  expect(levelTold(known, 46.1, CAPACITY)).toEqual(untaught(46.1))
  expect(levelTold(known, 46.2, CAPACITY)).toEqual({ reckoned: 5, fallen: expect.closeTo(8.8), told: 46.2, pending: 0 })
  expect(levelTold({ ...known, told: null }, 49, CAPACITY)).toEqual(untaught(49))
  const unknown = printed(known, null, CAPACITY)
  expect(unknown.pending).toBeNull()
  expect(printed(unknown, 3, CAPACITY).pending).toBeNull()
  expect(levelTold(unknown, 49, CAPACITY)).toEqual(untaught(49))
})

test('the model is never moved further than two and a half times', () => {
  expect(learntUse({ ...UNMETERED, reckoned: 1, fallen: 80 }, CAPACITY)).toBe(2.5)
  expect(learntUse({ ...UNMETERED, reckoned: 80, fallen: 0 }, CAPACITY)).toBe(0.4)
})

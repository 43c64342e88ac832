import { layoutOf, type Plate } from '../../plate/resolve/plate.ts'
import { resolve } from '../../plate/resolve/resolve.ts'
import { brief, CASES, plateOf, studioOf } from '../../testing/fixtures.ts'
import { SENTENCE } from '../../testing/sentence.ts'
import { mm } from '../../things/length/length.ts'
import type { FaultContext } from './fault.ts'
import { causesOf, FAULT_IDS, FAULTS, type FaultId, faultFor } from './registry.ts'

const contextOf = (plate: Plate, faults: Record<string, number> = {}, change: (c: FaultContext) => void = () => {}): FaultContext => {
  const { setup } = plate
  if (!setup) throw new Error('no set-up')
  const context: FaultContext = {
    plate,
    setup,
    studio: studioOf(),
    history: { printerId: setup.printer.id, pathId: setup.path.id, sheets: 100, faults },
  }
  change(context)
  return context
}
const first = (id: FaultId, context: FaultContext) => causesOf(FAULTS[id], context)[0]
const cotton = (pins = {}) => plateOf({ brief: { paperId: 'saltmarsh-cotton' }, pins: { printer: 'gannet', ...pins } })

test('there is one fault of every kind, with reasons and causes that are its own', () => {
  const reasons = Object.values(FAULTS).flatMap((f) => f.reasons)
  expect(new Set(reasons).size).toBe(reasons.length)
  const causes = Object.values(FAULTS).flatMap((f) => f.causes.map((c) => c.id))
  expect(new Set(causes).size).toBe(causes.length)
})

test('printer reasons are read with any severity (RFC 8011 section 5.4.12)', () => {
  expect(faultFor('media-jam')).toBe('cannot-feed')
  expect(faultFor('media-empty-error')).toBe('paper-out')
  expect(faultFor('door-open-report')).toBe('cover-open')
  expect(faultFor('none')).toBeNull()
  expect(faultFor(null)).toBeNull()
})

test('every fault of every plate has a likeliest cause, something to do, and shares that add up', () => {
  const plates = CASES.map((job) => plateOf(job)).filter((p) => p.setup)
  expect(plates.length).toBe(CASES.length)
  for (const plate of plates)
    for (const fault of Object.values(FAULTS)) {
      const causes = causesOf(fault, contextOf(plate))
      expect(causes.reduce((sum, c) => sum + c.likelihood, 0)).toBeCloseTo(1)
      for (const c of causes) for (const says of [c.says, c.remedy]) expect(says).toMatch(SENTENCE)
      expect(causes.map((c) => c.likelihood)).toEqual([...causes.map((c) => c.likelihood)].sort((a, b) => b - a))
    }
})

test('what is known of the sheet orders the causes: a path at its limit, an overfilled feeder, a curled roll end', () => {
  expect(
    first('cannot-feed', contextOf(plateOf({ brief: { paperId: 'breakwater-board' }, pins: { path: 'gannet-board' } })))?.causeId,
  ).toBe('loaded-early')
  const over = contextOf(plateOf({}), {}, (c) => {
    c.studio.loaded = [{ printerId: c.setup.printer.id, pathId: c.setup.path.id, lotId: c.setup.lot.id, remaining: 500 }]
  })
  expect(first('cannot-feed', over)?.causeId).toBe('overfilled')
  const roll = plateOf({
    brief: { paperId: 'fairway-satin', sheet: null, size: { by: 'picture', width: mm(500), height: null } },
    pins: { printer: 'petrel' },
    studio: (s) => {
      for (const tray of s.loaded) if (tray.pathId === 'petrel-roll') tray.remaining = mm(900)
    },
  })
  const end = contextOf(roll, {}, (c) => {
    for (const tray of c.studio.loaded) if (tray.pathId === 'petrel-roll') tray.remaining = mm(900)
  })
  expect(first('cannot-feed', end)?.causeId).toBe('curled-edge')
})

test('what was found on this path before comes first next time, and is told', () => {
  const plain = contextOf(plateOf({}))
  expect(first('cannot-feed', plain)?.causeId).not.toBe('worn-rollers')
  const worn = first('cannot-feed', contextOf(plateOf({}), { 'worn-rollers': 4 }))
  expect(worn).toMatchObject({ causeId: 'worn-rollers', before: 4 })
})

test('a head strike under the normal gap is answered by the wide one, and the changed plate has it', () => {
  const plate = cotton({ 'platen-gap': 'normal' })
  const cause = first('head-strike', contextOf(plate))
  expect(cause?.change?.pins).toEqual({ 'platen-gap': 'wide' })
  const again = resolve(plate.brief, studioOf(), { ...plate.pins, ...(cause?.change?.pins as object) })
  expect(again.setup?.gap).toBe('wide')
})

test('silence of a printer that asks at its panel is explained so; a thin sheet can do without the gap', () => {
  expect(first('waits-silently', contextOf(cotton()))).toMatchObject({ causeId: 'wide-gap-question', change: null })
  const thin = plateOf({ brief: { paperId: 'quay-matte', sheet: null }, pins: { printer: 'gannet', 'platen-gap': 'wide' } })
  expect(first('waits-silently', contextOf(thin))?.change?.pins).toEqual({ 'platen-gap': 'normal' })
})

test('no change is offered that the plate could not take', () => {
  for (const id of FAULT_IDS)
    for (const { change } of causesOf(FAULTS[id], contextOf(cotton()))) {
      if (!change?.pins) continue
      const after = resolve(brief({ paperId: 'saltmarsh-cotton' }), studioOf(), { printer: 'gannet', ...(change.pins as object) })
      for (const [key, value] of Object.entries(change.pins)) {
        const line = after.decisions.find((d) => d.key === key)
        expect([id, key, line?.value, line?.ruledOut]).toEqual([id, key, value, null])
      }
    }
})

test('rollers are suspected of wear beyond 2000 sheets, not at them', () => {
  const share = (sheets: number) => {
    const context = contextOf(plateOf({}), {}, (c) => Object.assign(c.history ?? {}, { sheets }))
    return causesOf(FAULTS['cannot-feed'], context).find((c) => c.causeId === 'worn-rollers')?.likelihood ?? 0
  }
  expect(share(2000)).toBe(share(0))
  expect(share(2001)).toBeGreaterThan(share(2000))
})

test('a printer that asks at its panel is suspected of that with the wide gap first, and never with the normal one', () => {
  const share = (gap: 'wide' | 'normal', confirmsWideGap: boolean) => {
    const context = contextOf(cotton(), {}, (c) =>
      Object.assign(c, { setup: { ...c.setup, gap, printer: { ...c.setup.printer, confirmsWideGap } } }),
    )
    return causesOf(FAULTS['waits-silently'], context).find((c) => c.causeId === 'wide-gap-question')?.likelihood ?? 0
  }
  expect(share('wide', true)).toBeGreaterThan(0.6)
  expect(share('wide', false)).toBeLessThan(0.5)
  expect([share('wide', false) > 0, share('normal', true)]).toEqual([true, 0])
})

test('paper that ends: of a roll its record is wrong, of sheets their count', () => {
  const likeliest = (plate: Plate) => first('paper-out', contextOf(plate))?.causeId
  const roll = plateOf({ brief: { paperId: 'fairway-satin', sheet: null, size: { by: 'picture', width: mm(500), height: null } } })
  expect([likeliest(roll), likeliest(plateOf({}))]).toEqual(['roll-record-wrong', 'count-wrong'])
})

test('paper that ended is a wrong record of the roll on a roll, a wrong count on sheets, and never both', () => {
  const causes = (plate: Plate) => causesOf(FAULTS['paper-out'], contextOf(plate)).map((c) => [c.causeId, c.likelihood])
  const roll = plateOf({
    brief: { paperId: 'fairway-satin', sheet: null, size: { by: 'picture', width: mm(500), height: null } },
    pins: { printer: 'petrel' },
  })
  expect(causes(roll)).toEqual([['roll-record-wrong', 1]])
  expect(causes(plateOf({}))).toEqual([['count-wrong', 1]])
})

test('a thick sheet is a likely cause from over 85 % of what the path takes', () => {
  const context = contextOf(plateOf({}))
  const { setup } = context
  const told = (thickness: number) =>
    causesOf(FAULTS['cannot-feed'], { ...context, setup: { ...setup, paper: { ...setup.paper, thickness } } }).some(
      (c) => c.causeId === 'thick-for-path',
    )
  const limit = setup.path.thickness.max * 0.85
  expect([told(limit - 1), told(limit), told(limit + 1)]).toEqual([false, false, true])
})

test('a page of a named size is suspected of being the label’s, one of measured size hardly', () => {
  const context = contextOf(plateOf({}))
  const { setup } = context
  const likelihood = (pwg: string | null) =>
    causesOf(FAULTS['size-mismatch'], { ...context, setup: { ...setup, page: { ...setup.page, pwg } } }).find(
      (c) => c.causeId === 'nominal-page',
    )?.likelihood ?? 0
  expect(likelihood('iso_a3_297x420mm')).toBeGreaterThan(2 * likelihood(null))
})

test('a curled sheet is suspected of a head strike half as much again on a roll', () => {
  const weight = (plate: Plate) => {
    const context = contextOf(plate)
    return FAULTS['head-strike'].causes.find(({ id }) => id === 'sheet-curled')?.weight(context)
  }
  expect(weight(plateOf({ brief: { paperId: 'pilot-rag', sheet: null } }))).toBe(3)
  expect(weight(cotton())).toBe(2)
})

/** The causes of a fault that can be, the likeliest first. */
const order = (id: FaultId, context: FaultContext) => causesOf(FAULTS[id], context).map((c) => c.causeId)
const ROLL = () =>
  plateOf({
    brief: { paperId: 'fairway-satin', sheet: null, size: { by: 'picture', width: mm(500), height: null } },
    pins: { printer: 'petrel' },
  })
const onPath = (c: FaultContext, change: Partial<FaultContext['setup']['path']>) =>
  Object.assign(c, { setup: { ...c.setup, path: { ...c.setup.path, ...change } } })
const lying = (remaining: number) => (c: FaultContext) => {
  c.studio.loaded = [{ printerId: c.setup.printer.id, pathId: c.setup.path.id, lotId: c.setup.lot.id, remaining }]
}

test.each<[string, FaultId, () => FaultContext, string[]]>([
  [
    'stiff sheets in a tray',
    'cannot-feed',
    () => contextOf(plateOf({})),
    ['thick-for-path', 'guides-off', 'worn-rollers', 'overfilled', 'curled-edge'],
  ],
  [
    'a path that takes a sheet only when asked',
    'cannot-feed',
    () => contextOf(plateOf({}), {}, (c) => void onPath(c, { drawIn: 'when-asked' })),
    ['loaded-early', 'thick-for-path', 'guides-off', 'worn-rollers', 'overfilled', 'curled-edge'],
  ],
  ['a roll', 'cannot-feed', () => contextOf(ROLL()), ['curled-edge', 'worn-rollers']],
  ['sheets in a tray', 'fed-askew', () => contextOf(plateOf({})), ['guides-loose', 'worn-one-side', 'overfilled-askew']],
  ['a roll', 'fed-askew', () => contextOf(ROLL()), ['roll-not-square', 'worn-one-side']],
  ['a page by its name', 'size-mismatch', () => contextOf(plateOf({})), ['other-paper-inside', 'nominal-page', 'size-sensing-off']],
  ['anything', 'media-mismatch', () => contextOf(plateOf({})), ['panel-left-over', 'media-type-wrong']],
  ['anything', 'ink-out', () => contextOf(plateOf({})), ['used-up', 'ink-record-wrong']],
  ['anything', 'network-lost', () => contextOf(plateOf({})), ['switched-off', 'cable-or-network', 'address-changed']],
])('%s, %s: the causes that can be, the likeliest first (common practice)', (_what, id, context, expected) =>
  expect(order(id, context())).toEqual(expected),
)

test('a stack is overfilled from one sheet more than the path holds; where it holds one there is no stack until there are two', () => {
  const share = (remaining: number, sheets: number) =>
    causesOf(
      FAULTS['cannot-feed'],
      contextOf(plateOf({}), {}, (c) => {
        onPath(c, { capacity: [{ upTo: c.setup.paper.thickness, sheets }] })
        lying(remaining)(c)
      }),
    ).find((c) => c.causeId === 'overfilled')?.likelihood ?? 0
  expect(share(20, 20)).toBe(share(1, 20))
  expect(share(21, 20)).toBeGreaterThan(2 * share(20, 20))
  expect([share(1, 1), share(2, 1)]).toEqual([0, share(21, 20)])
})

test('a sheet longer than 70 cm may drag, and turns the print', () => {
  const long = (h: number) => {
    const context = contextOf(plateOf({}))
    const plate = structuredClone(context.plate)
    const layout = layoutOf(plate)
    if (!layout) throw new Error('no layout')
    layout.sheet.h = h
    return order('fed-askew', { ...context, plate }).includes('long-sheet-drags')
  }
  expect([long(mm(700)), long(mm(700) + 1)]).toEqual([false, true])
})

test('an earlier finding of a cause counts as much again as its own weight, and one of little weight as one', () => {
  const feeding = FAULTS['cannot-feed']
  const fault = {
    ...feeding,
    causes: feeding.causes
      .slice(0, 3)
      .map((cause, i) => ({ ...cause, id: ['heavy', 'light', 'never'][i] ?? '', weight: () => [3, 0.5, 0][i] ?? 0 })),
  }
  const share = (faults: Record<string, number>) =>
    Object.fromEntries(causesOf(fault, contextOf(plateOf({}), faults)).map((c) => [c.causeId, c.likelihood]))
  // 3 and 0.5; then 3 + 2·3 and 0.5; then 3 and 0.5 + 4·1.
  expect(share({})).toEqual({ heavy: 3 / 3.5, light: 0.5 / 3.5 })
  expect(share({ heavy: 2 })).toEqual({ heavy: 9 / 9.5, light: 0.5 / 9.5 })
  expect(share({ light: 4, never: 9 })).toEqual({ light: 4.5 / 7.5, heavy: 3 / 7.5 })
})

test('what stopped while the sheet was half printed has spoilt it; what stands still before or beside it has not', () => {
  const spoils = (id: string) => FAULTS[id as FaultId].spoils
  expect(FAULT_IDS.filter(spoils).sort()).toEqual(['fed-askew', 'head-strike', 'ink-out', 'paper-out'])
})

test('a sheet that curls to the head gets more room; where the gap is wide already, another way', () => {
  const curled = (gap: string) => {
    const plate = plateOf({ brief: { paperId: 'harbour-lustre' }, pins: { printer: 'heron', path: 'heron-cassette', 'platen-gap': gap } })
    return causesOf(FAULTS['head-strike'], contextOf(plate)).find(({ causeId }) => causeId === 'sheet-curled')?.change
  }
  expect(curled('normal')).toMatchObject({ pins: { 'platen-gap': 'wide' } })
  expect(curled('wide')).toMatchObject({ label: 'Use Front slot', pins: { path: 'heron-front' } })
})

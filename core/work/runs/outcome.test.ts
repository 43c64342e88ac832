import { layoutOf } from '../../plate/resolve/plate.ts'
import { resolve } from '../../plate/resolve/resolve.ts'
import { viewOf } from '../../sheet/form.ts'
import { plateOf, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { mm } from '../../things/length/length.ts'
import { hasEdges, inkReckoned, inspectedForm, offsetLearnt, stockFor, usedBy, verdictCounts } from './outcome.ts'

const bordered = plateOf({})
const borderless = plateOf({
  brief: {
    paperId: 'beacon-gloss',
    sheet: { width: mm(101.6), length: mm(152.4), name: null },
    size: { by: 'sheet', fill: true },
    finish: 'borderless',
  },
})
const roll = plateOf({ brief: { paperId: 'mainsail-canvas', sheet: null, size: { by: 'picture', width: mm(500), height: null } } })

test('sheets are counted by number, rolls by the length of each cut, second sides not at all', () => {
  expect(usedBy({ plate: bordered, side: 'front' }, 3).stock).toBe(3)
  expect(usedBy({ plate: bordered, side: 'back' }, 3).stock).toBe(0)
  expect(usedBy({ plate: roll, side: 'front' }, 2).stock).toBe(2 * Math.round(layoutOf(roll)?.sheet.h ?? 0))
  expect(stockFor(roll, 1)).toBeGreaterThan(mm(300))
})

test('ink is reckoned by the sheets that came out, of ten foretold; of a second side, or of none, nothing is', () => {
  const ten = plateOf({ brief: { copies: 10 } })
  const foretold = ten.estimates?.inks ?? {}
  const three = inkReckoned({ plate: ten, side: 'front' }, 3) ?? {}
  expect(Object.keys(three).length).toBeGreaterThan(5)
  for (const [id, ml] of Object.entries(three)) expect(ml).toBeCloseTo((foretold[id] as number) * 0.3, 12)
  expect([inkReckoned({ plate: ten, side: 'back' }, 3), inkReckoned({ plate: ten, side: 'front' }, 0)]).toEqual([null, null])
})

test('of a run with two kinds of sheet each counts by what it takes, in the order they come out, or as they were chosen', () => {
  const asked = [
    { copies: 4, picture: { inked: [0.1, 0, 0] as [number, number, number] } },
    { copies: 3, picture: { inked: [0.9, 0, 0] as [number, number, number] } },
  ]
  const plate = resolve(several(asked, { as: 'apart' }), studioOf(), { printer: 'heron', path: 'heron-cassette' })
  const cyan = (sheets: number, only: { form: string; count: number }[] | null = null) =>
    inkReckoned({ plate, side: 'front', only }, sheets)?.cyan ?? Number.NaN
  const [little, much] = [cyan(1), cyan(1, [{ form: 'front-2', count: 1 }])]
  expect(much / little).toBeCloseTo(9, 1)
  expect(cyan(5)).toBeCloseTo(4 * little + much, 9)
  expect(cyan(2, [{ form: 'front-2', count: 2 }])).toBeCloseTo(2 * much, 9)
  expect(cyan(7)).toBeCloseTo(plate.estimates?.inks.cyan ?? Number.NaN, 9)
})

test('only a borderless front sprays beside the paper, in proportion to its sheets', () => {
  const one = usedBy({ plate: borderless, side: 'front' }, 1).sprayed
  expect(borderless.setup?.borderless).toBe('all')
  expect(one).toBeGreaterThan(0)
  expect(usedBy({ plate: borderless, side: 'front' }, 5).sprayed).toBeCloseTo(5 * one, 12)
  expect([usedBy({ plate: borderless, side: 'back' }, 5).sprayed, usedBy({ plate: bordered, side: 'front' }, 5).sprayed]).toEqual([0, 0])
})

test('the black a print needs is in the head after it, unless nothing came out', () => {
  const { black } = bordered.setup?.mediaType ?? { black: 'either' }
  expect(usedBy({ plate: bordered, side: 'front' }, 1).black).toBe(black === 'either' ? null : black)
  expect(usedBy({ plate: bordered, side: 'front' }, 0).black).toBeNull()
})

test('facing borders say where the path lays prints; a second side and a borderless print say nothing', () => {
  const { margins = { leading: 0, trailing: 0, left: 0, right: 0 }, visible = { h: 1 } } = layoutOf(bordered) ?? {}
  // Read 0.8 mm to the right and 0.3 mm towards the leading edge of where it was drawn, and leaning by 1 mm over its length.
  const read = { leading: margins.leading - 300, trailing: margins.trailing + 300, left: margins.left + 800, right: margins.right - 800 }
  const found = offsetLearnt(
    { id: 7, plate: bordered, side: 'front' },
    { verdict: 'right', margins: read, skew: { leading: 2000, trailing: 1000 } },
  )
  expect(found).toMatchObject({
    runId: 7,
    printerId: bordered.setup?.printer.id,
    pathId: bordered.setup?.path.id,
    across: 800,
    along: -300,
  })
  expect(found?.skewDegrees).toBeCloseTo((Math.atan(1000 / visible.h) * 180) / Math.PI, 6)
  expect(offsetLearnt({ id: 7, plate: bordered, side: 'back' }, { verdict: 'right', margins: read })).toBeNull()
  expect(offsetLearnt({ id: 7, plate: borderless, side: 'front' }, { verdict: 'right', margins: read })).toBeNull()
  expect(offsetLearnt({ id: 7, plate: bordered, side: 'front' }, { verdict: 'right', margins: null })).toBeNull()
  // Words have no edges to measure to.
  const words = structuredClone(bordered)
  for (const { placements } of words.forms) for (const placement of placements) placement.crop = null
  expect(offsetLearnt({ id: 7, plate: words, side: 'front' }, { verdict: 'right', margins: read })).toBeNull()
  expect(words.forms.concat(bordered.forms).map(hasEdges)).toEqual([false, true])
  // A picture with words under it has the picture's edges.
  const both = { placements: [...words.forms, ...bordered.forms].flatMap(({ placements }) => placements) }
  expect([hasEdges(both), hasEdges({ placements: [] })]).toEqual([true, false])
})

test.each([
  [null, 'right', 1, 0],
  [null, 'usable', 0, 0],
  [null, 'wasted', 0, 1],
  ['right', 'wasted', -1, 1],
  ['wasted', 'right', 1, -1],
  ['right', 'right', 0, 0],
] as const)('a verdict of %s corrected to %s counts %i good and %i bad', (before, after, good, bad) => {
  const of = (verdict: 'right' | 'usable' | 'wasted') => ({ verdict, margins: null })
  expect(verdictCounts(before && of(before), of(after))).toEqual({ good, bad })
})

test('what is measured is the first sheet of the run: where only the second kind was printed, that', () => {
  const asked = [
    { size: { by: 'picture' as const, width: mm(240), height: null }, copies: 2 },
    { size: { by: 'picture' as const, width: mm(120), height: null } },
  ]
  const plate = resolve(several(asked, { as: 'apart' }), studioOf(), { printer: 'heron', path: 'heron-cassette' })
  const [first, second] = plate.forms.map((form) => viewOf(form).layout.margins)
  if (!first || !second) throw new Error('not two kinds of sheet')
  expect(Math.abs(first.leading - second.leading)).toBeGreaterThan(mm(20))
  const only = [{ form: 'front-2', count: 1 }]
  // Read a millimetre to the right and half of one down from where it was drawn.
  const read = { leading: second.leading + 500, trailing: second.trailing - 500, left: second.left + 1000, right: second.right - 1000 }
  const learnt = offsetLearnt({ id: 9, plate, side: 'front', only }, { verdict: 'right', margins: read })
  expect([learnt?.across, learnt?.along]).toEqual([1000, 500])
  expect(inspectedForm({ plate, side: 'front', only })?.id).toBe('front-2')
  expect(inspectedForm({ plate, side: 'front' })?.id).toBe('front')
  expect(inspectedForm({ plate, side: 'back' })).toBeNull()
})

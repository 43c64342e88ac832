import fc from 'fast-check'
import { mm } from '../../things/length/length.ts'
import { area, intersect } from '../rect.ts'
import { cutSentences, planCut, usefulOffcuts } from './cut-plan.ts'

const sheets = (width: number, length: number, stock = 10) => ({
  id: 'box',
  form: 'sheet' as const,
  measured: { width: mm(width), length: mm(length) },
  stock,
})
const roll = (width: number) => ({ id: 'roll', form: 'roll' as const, measured: { width: mm(width), length: mm(12_000) }, stock: mm(7000) })

test('half of an A2 lengthwise is a 594 × 210 mm panorama sheet: one cut, two pieces (from the ISO series; common practice)', () => {
  const plan = planCut(sheets(420, 594), { width: mm(210), length: mm(594) }, 3)
  expect(plan?.piece).toEqual({ width: mm(210), length: mm(594) })
  expect([plan?.pieces.length, plan?.cuts.length, plan?.parents, plan?.offcuts.length]).toEqual([2, 1, 2, 0])
  expect(plan && cutSentences(plan, 'mm')[0]).toBe('Cut along its 594.0 mm side, 210.0 mm from the left edge.')
})

test('a lot that measures short still halves, and the pieces are what they really come to', () => {
  const plan = planCut(sheets(419.2, 593.6), { width: mm(210), length: mm(594) }, 2)
  expect(plan?.piece).toEqual({ width: mm(209.6), length: mm(593.6) })
})

test('A4 to two A5, A3 to four', () => {
  expect(planCut(sheets(210, 297), { width: mm(148), length: mm(210) }, 2)?.pieces).toHaveLength(2)
  expect(planCut(sheets(297, 420), { width: mm(148), length: mm(210) }, 4)?.pieces).toHaveLength(4)
})

test('from a roll only as much is cut off as the job needs, and the strip that is left is named', () => {
  const plan = planCut(roll(431.8), { width: mm(297), length: mm(420) }, 2)
  expect(plan?.parent.roll).toBe(true)
  expect(plan?.cuts[0]).toEqual({ axis: 'across', at: mm(594), of: 'roll' })
  expect(plan?.parent.length).toBe(mm(594))
  expect(plan && usefulOffcuts(plan)).toEqual([])
  // Two lie beside each other: of three and of five one place of the last row stays empty.
  const pieces = (count: number) => planCut(roll(431.8), { width: mm(210), length: mm(297) }, count)?.pieces.length
  expect([3, 4, 5].map(pieces)).toEqual([3, 4, 5])
})

test('a sheet of the very size, or too small, needs no plan', () => {
  expect(planCut(sheets(210, 297), { width: mm(210), length: mm(297) }, 1)).toBeNull()
  expect(planCut(sheets(210, 297), { width: mm(297), length: mm(420) }, 1)).toBeNull()
  // A strip of a millimetre and a half is how much a cut may be short by, either way.
  const one = (width: number, length: number) => planCut(sheets(width, length), { width: mm(210), length: mm(297) }, 1)?.pieces.length
  expect([one(211.5, 297), one(211.501, 297), one(210, 298.5), one(210, 298.501)]).toEqual([undefined, 1, undefined, 1])
})

test('pieces never overlap nor leave the parent, and with the offcuts they are the whole of it', () => {
  const side = fc.integer({ min: 60, max: 900 })
  fc.assert(
    fc.property(side, side, side, side, fc.integer({ min: 1, max: 30 }), (w, l, pw, pl, count) => {
      const plan = planCut(sheets(w, l), { width: mm(pw), length: mm(pl) }, count)
      if (!plan) return
      const parent = { x: 0, y: 0, w: plan.parent.width, h: plan.parent.length }
      for (const piece of plan.pieces) expect(intersect(piece, parent)).toEqual(piece)
      for (const [i, a] of plan.pieces.entries()) for (const b of plan.pieces.slice(i + 1)) expect(area(intersect(a, b))).toBe(0)
      const sum = [...plan.pieces, ...plan.offcuts].reduce((total, r) => total + area(r), 0)
      expect(sum).toBe(area(parent))
      expect(plan.parents * plan.pieces.length).toBeGreaterThanOrEqual(count)
    }),
  )
})

test.each([
  // Columns × rows, worked by hand; a lot may be 2 mm short of what the pieces add up to.
  [sheets(297, 420), [100, 100], 8],
  [sheets(297, 420), [99, 105], 12],
  [sheets(297, 420), [99, 141], 8],
  [sheets(297, 420), [148, 210], 4],
  [sheets(300, 200), [200, 150], 2],
  [sheets(300, 200), [160, 201], 1],
  [sheets(300, 200), [160, 210], 1],
  [sheets(300, 200), [301, 210], 0],
] as const)('out of %j come pieces of %j: %i', (lot, [width, length], pieces) => {
  expect(planCut(lot, { width: mm(width), length: mm(length) }, 1)?.pieces.length ?? 0).toBe(pieces)
})

test('parents are counted whole, and a roll is cut as long as the rows take', () => {
  expect([1, 4, 5, 8, 9].map((n) => planCut(sheets(297, 420), { width: mm(148), length: mm(210) }, n)?.parents)).toEqual([1, 1, 2, 2, 3])
  // Three of 140 across 431.8; so many rows of 200.
  const lengths = [1, 3, 4, 7].map((n) => planCut(roll(431.8), { width: mm(140), length: mm(200) }, n)?.parent.length)
  expect(lengths).toEqual([mm(200), mm(200), mm(400), mm(600)])
})

test('cuts come in order with where they are measured from, and what is left over is in stock or not', () => {
  // 297 × 420 in pieces of 140 × 160: two columns, two rows; 17 × 420 and 280 × 100 are left.
  const plan = planCut(sheets(297, 420), { width: mm(140), length: mm(160) }, 4)
  expect(plan?.cuts).toEqual([
    { axis: 'along', at: mm(140), of: 'sheet' },
    { axis: 'along', at: mm(280), of: 'sheet' },
    { axis: 'across', at: mm(160), of: 'strip' },
    { axis: 'across', at: mm(320), of: 'strip' },
  ])
  expect(plan?.offcuts).toEqual([
    { x: 0, y: mm(320), w: mm(280), h: mm(100) },
    { x: mm(280), y: 0, w: mm(17), h: mm(420) },
  ])
  expect(plan && usefulOffcuts(plan)).toEqual([{ x: 0, y: mm(320), w: mm(280), h: mm(100) }])
  expect(plan && cutSentences(plan, 'mm').at(-1)).toBe(
    'Each makes 4 sheets of 140.0 × 160.0 mm. Put the rest back into stock: 100.0 × 280.0 mm.',
  )
  expect(plan?.pieces.map((p) => [p.x, p.y])).toEqual([
    [0, 0],
    [mm(140), 0],
    [0, mm(160)],
    [mm(140), mm(160)],
  ])
  const narrow = planCut(sheets(297, 419.9), { width: mm(140), length: mm(160) }, 4)
  expect(narrow && usefulOffcuts(narrow)).toEqual([])
})

test('what is left over is left over in one direction only, where it is: two A5 of a sheet a strip longer than A4', () => {
  const plan = planCut(sheets(210, 307), { width: mm(148.5), length: mm(210) }, 2)
  expect(plan?.offcuts).toEqual([{ x: 0, y: mm(297), w: mm(210), h: mm(10) }])
  const wider = planCut(sheets(230, 297), { width: mm(148.5), length: mm(230) }, 1)
  expect(wider?.offcuts).toEqual([])
})

test('as many as four hundred pieces come from a sheet, and no plan is made of more', () => {
  const from = (length: number) =>
    planCut({ ...sheets(200, 200), measured: { width: mm(200), length } }, { width: mm(10), length: mm(10) }, 1)
  expect(from(mm(200))?.pieces).toHaveLength(400)
  expect(from(mm(210))).toBeNull()
})

test('pieces of a sheet that does not halve to the micrometre are cut no larger than there is of it', () => {
  const plan = planCut({ ...sheets(420, 594), measured: { width: 419_301, length: 593_601 } }, { width: mm(210), length: mm(297) }, 4)
  expect(plan?.piece).toEqual({ width: 209_650, length: 296_800 })
  expect(plan?.pieces).toHaveLength(4)
  for (const { x, y, w, h } of plan?.pieces ?? []) expect([x + w <= 419_301, y + h <= 593_601]).toEqual([true, true])
})

test('of what is left the largest comes first, whatever its shape', () => {
  const plan = planCut(sheets(300, 420), { width: mm(140), length: mm(200) }, 4)
  expect(plan?.offcuts.map(({ w, h }) => [w, h])).toEqual([
    [mm(20), mm(420)],
    [mm(280), mm(20)],
  ])
  const wider = planCut(sheets(290, 420), { width: mm(140), length: mm(200) }, 4)
  expect(wider?.offcuts.map(({ w, h }) => [w, h])).toEqual([
    [mm(280), mm(20)],
    [mm(10), mm(420)],
  ])
})

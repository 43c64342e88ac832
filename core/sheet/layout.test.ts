import fc from 'fast-check'
import { picture } from '../testing/fixtures.ts'
import { EMPTY_BRIEF } from '../things/brief/brief.ts'
import { inch, mm } from '../things/length/length.ts'
import { EDGES } from '../things/paths/path.ts'
import { keptAfterExpansion, land, layOut, pageOnSheet, skewDrift } from './layout.ts'
import { centredOn, movedInto, printSize, type Sizing, sizingOf } from './placement.ts'
import { area } from './rect.ts'
import { expansionNeeded } from './tolerance.ts'

const EVEN = { leading: mm(3), trailing: mm(3), left: mm(3), right: mm(3) }

// The handbook's worked numbers (trade.md, "Sizes", "Borderless and margins").
test('2.5 mm on 4 × 6 in keeps 92.3 % of the picture', () => expect(keptAfterExpansion(inch(4), inch(6), mm(2.5))).toBeCloseTo(0.923, 3))

test('past its two sides only, the same sheet keeps 95.3 %: 101.6 of 106.6 mm', () =>
  expect(keptAfterExpansion(inch(4), inch(6), mm(2.5), ['left', 'right'])).toBeCloseTo(101.6 / 106.6, 6))
test('0.2° over one metre drifts 3.5 mm', () => expect(skewDrift(mm(1000), 0.2)).toBeCloseTo(3491, 0))
test('a page 0.8 mm too wide lies off by half on a centring feed and by all of it at a side guide', () => {
  const sheet = { width: mm(296.2), length: mm(420) }
  const page = { width: mm(297), length: mm(420) }
  expect(pageOnSheet(sheet, page, 'centre').x).toBe(-400)
  expect(pageOnSheet(sheet, page, 'right').x).toBe(-800)
  expect(pageOnSheet(sheet, page, 'left').x).toBe(0)
})

test('a board with a 24 mm dead margin cuts a centred picture and spares a shifted one', () => {
  const sheet = { width: mm(297), length: mm(420) }
  const margins = { ...EVEN, trailing: mm(24) }
  const frame = { x: 0, y: 0, w: sheet.width, h: sheet.length }
  const centred = centredOn(frame, { w: mm(270), h: mm(390) })
  const at = (rect: typeof centred) =>
    layOut({ sheet, page: sheet, registration: 'right', edges: { mode: 'bordered', margins }, picture: rect })
  expect(at(centred).clipped.trailing).toBe(mm(9))
  const moved = movedInto({ x: mm(3), y: mm(3), w: mm(291), h: mm(393) }, centred)
  expect(at(moved).clipped.trailing).toBe(0)
  expect(at(moved).margins.trailing).toBe(mm(24))
})

const rect = fc.record({
  x: fc.integer({ min: -300_000, max: 600_000 }),
  y: fc.integer({ min: -300_000, max: 600_000 }),
  w: fc.integer({ min: 1, max: 900_000 }),
  h: fc.integer({ min: 1, max: 900_000 }),
})
const size = fc.record({ width: fc.integer({ min: 60_000, max: 1_200_000 }), length: fc.integer({ min: 60_000, max: 5_000_000 }) })
const registration = fc.constantFrom('left' as const, 'right' as const, 'centre' as const)

test('what is visible plus what is lost is the whole picture', () => {
  fc.assert(
    fc.property(size, size, registration, rect, (sheet, page, reg, at) => {
      const l = layOut({ sheet, page, registration: reg, edges: { mode: 'bordered', margins: EVEN }, picture: at })
      expect(area(l.visible) / area(at) + l.lost).toBeCloseTo(1, 9)
      if (area(l.printed) > 0) {
        expect(l.clipped.left + l.printed.w + l.clipped.right).toBeCloseTo(at.w, 3)
        expect(l.clipped.leading + l.printed.h + l.clipped.trailing).toBeCloseTo(at.h, 3)
      }
      if (area(l.visible) > 0) {
        expect(l.margins.left + l.visible.w + l.margins.right).toBeCloseTo(sheet.width, 3)
        expect(l.margins.leading + l.visible.h + l.margins.trailing).toBeCloseTo(sheet.length, 3)
      }
    }),
  )
})

test('of a picture that lands beside its sheet all is lost, and all of the sheet is white', () => {
  const sheet = { x: 0, y: 0, w: mm(210), h: mm(297) }
  const frame = { x: mm(10), y: mm(20), w: mm(180), h: mm(240) }
  const gone = land({ sheet, frame, printable: sheet, page: sheet }, { x: mm(500), y: mm(600), w: mm(30), h: mm(40) })
  expect([gone.margins, gone.borders, gone.lost]).toEqual([
    { leading: mm(297), trailing: mm(297), left: mm(210), right: mm(210) },
    { leading: mm(240), trailing: mm(240), left: mm(180), right: mm(180) },
    1,
  ])
})

test('ink never reaches an enforced margin', () => {
  fc.assert(
    fc.property(size, rect, (sheet, at) => {
      const l = layOut({ sheet, page: sheet, registration: 'centre', edges: { mode: 'enforced', margin: mm(4.5) }, picture: at })
      if (area(l.visible) > 0) for (const e of EDGES) expect(l.margins[e]).toBeGreaterThanOrEqual(mm(4.5))
    }),
  )
})

test('turning four times is the identity, and a quarter turn swaps the sides', () => {
  const room = {
    sheet: { x: 0, y: 0, w: mm(297), h: mm(420) },
    frame: { x: 0, y: 0, w: mm(297), h: mm(420) },
    printable: { x: mm(3), y: mm(3), w: mm(291), h: mm(414) },
    borderless: false,
  }
  const by: Sizing = { ...sizingOf(EMPTY_BRIEF), size: { by: 'picture', width: mm(200), height: null } }
  const [a, b, c] = ([0, 90, 180] as const).map((turn) => printSize(by, picture(), turn, room))
  expect([b?.w, b?.h]).toEqual([a?.h, a?.w])
  expect([c?.w, c?.h]).toEqual([a?.w, a?.h])
})

test('fit shows the whole picture inside the room; fill covers the room', () => {
  fc.assert(
    fc.property(fc.integer({ min: 200, max: 9000 }), fc.integer({ min: 200, max: 9000 }), size, (width, height, room) => {
      const frame = { x: 0, y: 0, w: room.width, h: room.length }
      const p = picture({ width, height })
      const fit = printSize({ ...sizingOf(EMPTY_BRIEF), size: { by: 'sheet', fill: false } }, p, 0, {
        sheet: frame,
        frame,
        printable: frame,
        borderless: false,
      })
      expect(fit.w <= room.width && fit.h <= room.length).toBe(true)
      expect(Math.abs(fit.w / fit.h / (width / height) - 1)).toBeLessThan(0.01)
      const fill = printSize({ ...sizingOf(EMPTY_BRIEF), size: { by: 'sheet', fill: true } }, p, 0, {
        sheet: frame,
        frame,
        printable: frame,
        borderless: false,
      })
      expect([fill.w, fill.h]).toEqual([room.width, room.length])
      expect(Math.abs((width * fill.crop.w) / (height * fill.crop.h) / (room.width / room.length) - 1)).toBeLessThan(0.001)
    }),
  )
})

test('wider tolerances never need a smaller expansion', () => {
  const tolerance = fc.record({ across: fc.nat(3000), along: fc.nat(3000), skewDegrees: fc.float({ min: 0, max: 1, noNaN: true }) })
  fc.assert(
    fc.property(size, registration, tolerance, fc.nat(1000), fc.nat(1000), (sheet, reg, t, spread, more) => {
      const need = (extra: number) =>
        expansionNeeded({
          sheet,
          page: sheet,
          path: { registration: reg, tolerance: { ...t, across: t.across + extra, along: t.along + extra } },
          spread,
        })
      expect(need(more)).toBeGreaterThanOrEqual(need(0))
    }),
  )
})

import fc from 'fast-check'
import { layoutOf } from '../plate/resolve/plate.ts'
import { picture, plateOf } from '../testing/fixtures.ts'
import { EMPTY_BRIEF } from '../things/brief/brief.ts'
import { feedEdge, isSideways, TURNS, type Turn } from '../things/brief/turn.ts'
import { mm } from '../things/length/length.ts'
import { EDGES } from '../things/paths/path.ts'
import {
  centredOn,
  movedInto,
  pixelsPerInch,
  placingFrame,
  printSize,
  type Room,
  type Sizing,
  sizingOf,
  unequalBorders,
} from './placement.ts'
import { gaps, inset, intersect } from './rect.ts'

const sheet = { x: 0, y: 0, w: mm(297), h: mm(420) }
const room: Room = {
  sheet,
  frame: sheet,
  printable: inset(sheet, { leading: mm(3), trailing: mm(3), left: mm(3), right: mm(3) }),
  borderless: false,
}
const wish = (size: Sizing['size'], change: Partial<Sizing> = {}): Sizing => ({ ...sizingOf(EMPTY_BRIEF), size, ...change })
const turn = fc.constantFrom(...TURNS)
const pixels = fc.integer({ min: 200, max: 9000 })

test('exact borders are exact on every edge, the foot’s as much wider as asked, whatever the picture and the turn', () => {
  fc.assert(
    fc.property(
      pixels,
      pixels,
      turn,
      fc.integer({ min: 0, max: 60_000 }),
      fc.double({ min: 1, max: 2, noNaN: true }),
      (w, h, t, border, foot) => {
        const b = wish({ by: 'border', border, foot, exact: true })
        const placed = centredOn(placingFrame(b, room, t), printSize(b, picture({ width: w, height: h }), t, room))
        const got = gaps(sheet, placed)
        for (const edge of EDGES) {
          const wanted = edge === feedEdge('foot', t) ? Math.round(border * foot) : border
          expect(Math.abs(got[edge] - wanted)).toBeLessThanOrEqual(1)
        }
      },
    ),
  )
})

test('borders that are not exact are never narrower than asked, and two facing ones are met', () => {
  fc.assert(
    fc.property(pixels, pixels, turn, (w, h, t) => {
      const b = wish({ by: 'border', border: mm(30) })
      const got = gaps(sheet, centredOn(placingFrame(b, room, t), printSize(b, picture({ width: w, height: h }), t, room)))
      for (const edge of EDGES) expect(got[edge]).toBeGreaterThanOrEqual(mm(30) - 1)
      expect(Math.min(got.left + got.right, got.leading + got.trailing)).toBeLessThanOrEqual(mm(60) + 2)
    }),
  )
})

test('by scale and by resolution the pixels fall on paper as the numbers say', () => {
  fc.assert(
    fc.property(pixels, pixels, turn, fc.integer({ min: 20, max: 1200 }), (w, h, t, ppi) => {
      const p = picture({ width: w, height: h, ppi: 300 })
      const byResolution = printSize(wish({ by: 'resolution', ppi }), p, t, room)
      const byScale = printSize(wish({ by: 'scale', percent: (300 / ppi) * 100 }), p, t, room)
      expect(Math.abs(byResolution.w - byScale.w) + Math.abs(byResolution.h - byScale.h)).toBeLessThanOrEqual(2)
      // Sizes are whole micrometres.
      expect(Math.abs(pixelsPerInch(p, t, byResolution) / ppi - 1)).toBeLessThan(0.002)
    }),
  )
})

test('a crop stays inside the picture and has the shape of its place, wherever it is moved', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true })
  fc.assert(
    fc.property(pixels, pixels, turn, share, share, (w, h, t, x, y) => {
      const size = printSize(wish({ by: 'sheet', fill: true }, { cropAt: { x, y } }), picture({ width: w, height: h }), t, room)
      const { crop } = size
      expect(intersect(crop, { x: 0, y: 0, w: 1, h: 1 }).w).toBeCloseTo(crop.w, 9)
      expect(intersect(crop, { x: 0, y: 0, w: 1, h: 1 }).h).toBeCloseTo(crop.h, 9)
      const [across, along] = isSideways(t) ? [size.h, size.w] : [size.w, size.h]
      expect(Math.abs((w * crop.w) / (h * crop.h) / (across / along) - 1)).toBeLessThan(0.001)
    }),
  )
})

test('a canvas is larger than its face by the bars on every side, and what goes on round them needs more of the picture', () => {
  const make = { as: 'wrapped-canvas' as const, depth: mm(38), wrap: 'mirror' as const, colour: '#ffffff', tuck: 0 }
  fc.assert(
    fc.property(pixels, pixels, turn, (w, h, t) => {
      const p = picture({ width: w, height: h })
      const plain = printSize(wish({ by: 'picture', width: mm(120), height: mm(90) }), p, t, room)
      const wrapped = printSize(wish({ by: 'picture', width: mm(120), height: mm(90) }, { make }), p, t, room)
      expect([wrapped.w - plain.w, wrapped.h - plain.h]).toEqual([mm(76), mm(76)])
      expect(wrapped.crop).toEqual(plain.crop)
    }),
  )
})

test('trimmed down, the finished piece lies inside the sheet and its own borders are equal', () => {
  fc.assert(
    fc.property(fc.integer({ min: 120, max: 280 }), fc.integer({ min: 150, max: 400 }), (w, h) => {
      const plate = plateOf({ brief: { finished: { width: mm(w), length: mm(h) }, size: { by: 'border', border: mm(15), exact: true } } })
      const layout = layoutOf(plate)
      if (!layout) throw new Error('no layout')
      expect(intersect(layout.frame, layout.sheet)).toEqual(layout.frame)
      for (const edge of EDGES) expect(Math.abs(layout.borders[edge] - mm(15))).toBeLessThanOrEqual(1)
    }),
    { numRuns: 30 },
  )
})

test('without a resolution of its own a picture is taken for 300 pixels per inch: 3000 × 1500 are 10 × 5 in at full size', () => {
  const untagged = picture({ width: 3000, height: 1500, ppi: null })
  for (const size of [{ by: 'scale', percent: 100 } as const, { by: 'picture', width: null, height: null } as const])
    expect(printSize(wish(size), untagged, 0, room)).toMatchObject({ w: mm(254), h: mm(127) })
})

test('a crop lies where it was moved to: at the head, at the foot, a quarter of the way; left and right likewise', () => {
  // The room is 291 × 414 mm. Of a picture of 3000 × 8000 it shows 3000 × 4268, of 8000 × 3000 it shows 2108.7 × 3000.
  const filled = (width: number, height: number, cropAt: { x: number; y: number }) =>
    printSize(wish({ by: 'sheet', fill: true }, { cropAt }), picture({ width, height }), 0, room).crop
  const high = (3000 * 414) / 291 / 8000
  const wide = (3000 * 291) / 414 / 8000
  for (const at of [0, 0.25, 1]) {
    const tall = filled(3000, 8000, { x: 0.9, y: at })
    expect([tall.x, tall.y, tall.w, tall.h].map((v) => v.toFixed(6))).toEqual([0, (1 - high) * at, 1, high].map((v) => v.toFixed(6)))
    const long = filled(8000, 3000, { x: at, y: 0.9 })
    expect([long.x, long.y, long.w, long.h].map((v) => v.toFixed(6))).toEqual([(1 - wide) * at, 0, wide, 1].map((v) => v.toFixed(6)))
  }
})

test('a picture that goes round the bars itself is cropped to the whole print, upright, however it lies on the sheet', () => {
  const make = { as: 'wrapped-canvas' as const, depth: mm(38), wrap: 'picture' as const, colour: '#ffffff', tuck: 0 }
  for (const t of TURNS) {
    const size = wish({ by: 'picture', width: mm(120), height: mm(90) }, { make, cropAt: { x: 0.25, y: 0.5 } })
    const { w, h, crop } = printSize(size, picture({ width: 3000, height: 2000 }), t, room)
    expect([w, h]).toEqual(isSideways(t) ? [mm(166), mm(196)] : [mm(196), mm(166)])
    // 196 × 166 mm of a picture half as wide again as high: 196/166 ÷ 1.5 of its width.
    expect(crop.w).toBeCloseTo(196 / 166 / 1.5, 6)
    expect([crop.x, crop.h]).toEqual([expect.closeTo((1 - crop.w) * 0.25, 9), 1])
  }
})

test('what is moved into a frame goes no further than it must; what is too large is centred in it', () => {
  const frame = { x: 100, y: 1000, w: 500, h: 300 }
  const to = (x: number, y: number, w: number, h: number) => {
    const at = movedInto(frame, { x, y, w, h })
    return [at.x, at.y, at.w, at.h]
  }
  expect([to(50, 900, 40, 30), to(590, 1290, 40, 30), to(300, 1100, 40, 30)]).toEqual([
    [100, 1000, 40, 30],
    [560, 1270, 40, 30],
    [300, 1100, 40, 30],
  ])
  expect([to(0, 0, 700, 400), to(0, 0, 500, 300)]).toEqual([
    [0, 950, 700, 400],
    [100, 1000, 500, 300],
  ])
})

test('of a size with one side given the other follows the picture’s shape', () => {
  const wide = picture({ width: 6000, height: 2500 })
  const sized = (width: number | null, height: number | null) => {
    const { w, h } = printSize(wish({ by: 'picture', width, height }), wide, 0, room)
    return [w, h]
  }
  expect(sized(null, mm(100))).toEqual([mm(240), mm(100)])
  expect(sized(mm(120), null)).toEqual([mm(120), mm(50)])
  // Neither: by its tag, 6000 pixels at 300 to an inch.
  expect(sized(null, null)).toEqual([508_000, 211_667])
})

test('borders that are to be unequal are those with a foot wider than the others, wherever the foot lies', () => {
  const asked = (foot: number, turn: Turn) => unequalBorders({ size: { by: 'border', border: mm(20), foot } }, turn)
  expect([
    asked(1, 0),
    unequalBorders({ size: { by: 'border', border: mm(20) } }, 90),
    unequalBorders({ size: { by: 'sheet', fill: true } }, 0),
  ]).toEqual([null, null, null])
  expect(asked(1.5, 0)).toEqual({ leading: mm(20), trailing: mm(30), left: mm(20), right: mm(20) })
  expect(asked(2, 90)).toEqual({ leading: mm(20), trailing: mm(20), left: mm(40), right: mm(20) })
})

import fc from 'fast-check'
import { picture } from '../testing/fixtures.ts'
import { TURNS } from '../things/brief/turn.ts'
import { contentLost } from './content.ts'

const full = Array(30).fill(1)
/** A notice whose last tenth is blank. */
const notice = picture({
  width: 2000,
  height: 3000,
  content: { head: full, left: full, right: full, foot: [...Array(10).fill(0), ...Array(20).fill(1)] },
})
const WHOLE = { x: 0, y: 0, w: 1, h: 1 }
const size = { w: 200_000, h: 300_000 }
const none = { leading: 0, trailing: 0, left: 0, right: 0 }

test('blank paper that is cut off costs nothing; picture costs its share', () => {
  expect(contentLost(notice, 0, WHOLE, size, { ...none, trailing: 24_000 })).toBe(0)
  expect(contentLost(notice, 0, WHOLE, size, { ...none, leading: 24_000 })).toBeCloseTo(0.08, 9)
  // 45 mm is 15 %: the first tenth is blank, the rest is not.
  expect(contentLost(notice, 0, WHOLE, size, { ...none, trailing: 45_000 })).toBeCloseTo(0.05, 9)
})
test('turned half round the blank foot lies at the leading edge', () => {
  expect(contentLost(notice, 180, WHOLE, size, { ...none, leading: 24_000 })).toBe(0)
  expect(contentLost(notice, 180, WHOLE, size, { ...none, trailing: 24_000 })).toBeGreaterThan(0.07)
})
test('what the crop has already taken off the foot is not counted again', () => {
  // The lower fifth cropped away: what is cut now is picture.
  expect(contentLost(notice, 0, { x: 0, y: 0, w: 1, h: 0.8 }, size, { ...none, trailing: 3000 })).toBeCloseTo(0.01, 3)
})
test('without a measurement everything counts, and the loss lies between nothing and all', () => {
  const edge = fc.nat(400_000)
  fc.assert(
    fc.property(fc.constantFrom(...TURNS), edge, edge, edge, edge, (turn, leading, trailing, left, right) => {
      const lost = contentLost(picture({ content: null }), turn, WHOLE, size, { leading, trailing, left, right })
      const measured = contentLost(notice, turn, WHOLE, size, { leading, trailing, left, right })
      expect(lost).toBeGreaterThanOrEqual(measured - 1e-9)
      expect(lost).toBeLessThanOrEqual(1)
      expect(measured).toBeGreaterThanOrEqual(0)
    }),
  )
})

test('of a picture without blank paper the loss is the area that does not land, worked out with rectangles', () => {
  const side = fc.integer({ min: 20_000, max: 400_000 })
  const place = fc.integer({ min: -300_000, max: 300_000 })
  fc.assert(
    fc.property(fc.constantFrom(...TURNS), side, side, place, place, (turn, w, h, x, y) => {
      // A picture laid anywhere over a window of 250 × 350 mm.
      const [right, bottom] = [x + w - 250_000, y + h - 350_000]
      const cut = (um: number, of: number) => Math.min(of, Math.max(0, um))
      const clipped = { left: cut(-x, w), right: cut(right, w), leading: cut(-y, h), trailing: cut(bottom, h) }
      const seen = Math.max(0, Math.min(x + w, 250_000) - Math.max(x, 0)) * Math.max(0, Math.min(y + h, 350_000) - Math.max(y, 0))
      for (const content of [null, { head: full, foot: full, left: full, right: full }])
        expect(contentLost(picture({ content }), turn, WHOLE, { w, h }, clipped)).toBeCloseTo(1 - seen / (w * h), 6)
    }),
  )
})

test('at each edge only what the crop has left is counted, from where the crop ends', () => {
  // Each side of the picture blank for its own share, counted from its edge: 10, 20, 30 and 40 hundredths.
  const blank = (n: number) => [...Array(n).fill(0), ...Array(60).fill(1)]
  const framed = picture({ width: 2000, height: 3000, content: { head: blank(10), foot: blank(20), left: blank(30), right: blank(40) } })
  const crop = { x: 0.05, y: 0.04, w: 0.8, h: 0.9 }
  const lost = (edge: 'leading' | 'trailing' | 'left' | 'right', um: number) => contentLost(framed, 0, crop, size, { ...none, [edge]: um })
  // The side is 200 × 300 mm of the cropped picture: a millimetre across is 0.4 hundredths of the whole, along 0.3.
  // Cropped away before the edge: 5, 15 (right), 4 and 6 (foot) hundredths.
  for (const [edge, cropped, blankTo, unit] of [
    ['left', 5, 30, 0.4],
    ['right', 15, 40, 0.4],
    ['leading', 4, 10, 0.3],
    ['trailing', 6, 20, 0.3],
  ] as const) {
    const room = (blankTo - cropped) / unit
    expect([edge, lost(edge, Math.floor(room * 1000) - 1)]).toEqual([edge, 0])
    expect(lost(edge, (room + 10) * 1000)).toBeCloseTo((10 * unit) / (edge === 'left' || edge === 'right' ? 80 : 90), 6)
  }
})

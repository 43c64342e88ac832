import { itemsOf } from '../../testing/several.ts'
import { EMPTY_ITEM } from '../../things/brief/item.ts'
import { mm } from '../../things/length/length.ts'
import { intersect, type Rect } from '../rect.ts'
import { captionIn, captionOf } from './captions.ts'
import { cutMarks, hairlines } from './strokes.ts'

const AREA: Rect = { x: 0, y: 0, w: mm(200), h: mm(150) }
const at = (x: number, y: number, w: number, h: number): Rect => ({ x: mm(x), y: mm(y), w: mm(w), h: mm(h) })
const touches = (a: Rect, b: Rect) => {
  const both = intersect(a, b)
  return both.w > 0 && both.h > 0
}

test('corner marks stand a millimetre off, four long, two at every corner, and none on a picture', () => {
  const one = at(50, 40, 60, 50)
  const marks = cutMarks('corners', [one], [one], AREA)
  expect(marks.length).toBe(8)
  // At the leading left corner: one to the left of it in line with the head, one above it in line with the left side.
  expect(marks).toContainEqual({ x: mm(45), y: mm(40) - 50, w: mm(4), h: 100 })
  expect(marks).toContainEqual({ x: mm(50) - 50, y: mm(35), w: 100, h: mm(4) })
  const beside = at(113, 40, 60, 50)
  for (const mark of cutMarks('corners', [one, beside], [one, beside], AREA))
    expect([one, beside].some((p) => touches(mark, p))).toBe(false)
})

test('marks stand outside the bleed, and end where ink does', () => {
  const [trim, picture] = [at(4, 40, 60, 50), at(1, 37, 66, 56)]
  const marks = cutMarks('corners', [trim], [picture], AREA)
  expect(marks.every((mark) => !touches(mark, picture))).toBe(true)
  // To the left there is nothing: the bleed begins a millimetre from where ink can go.
  expect(marks.filter((mark) => mark.x + mark.w <= mm(1)).length).toBe(0)
  expect(marks.every((mark) => mark.x >= 0 && mark.y >= 0)).toBe(true)
})

test('lines right across run from edge to edge and are broken at pictures', () => {
  const pictures = [at(20, 20, 50, 40), at(100, 70, 50, 40)]
  const lines = cutMarks('lines', pictures, pictures, AREA)
  expect(lines.some((line) => pictures.some((p) => touches(line, p)))).toBe(false)
  // In line with the head of the first: right across the sheet but for its own picture, half a millimetre clear of it.
  const head = lines.filter((line) => line.h === 100 && Math.abs(line.y - mm(20)) < 100)
  expect(head.map(({ x, w }) => [x, x + w])).toEqual([
    [0, mm(19.5)],
    [mm(70.5), mm(200)],
  ])
  expect(cutMarks('none', pictures, pictures, AREA)).toEqual([])
})

test('a fine line around a picture lies within it, a tenth of a millimetre wide, and closes', () => {
  const fine = (x: number, y: number, w: number, h: number) => ({ x, y, w, h })
  // Two tenths of a millimetre or less all the way round, inside, and nowhere twice.
  const [one] = [at(12, 7, 30, 20)]
  const [t] = hairlines([one]).map(({ h }) => h)
  if (t === undefined) throw new Error('no line')
  expect(hairlines([one])).toEqual([
    fine(mm(12), mm(7), mm(30), t),
    fine(mm(12), mm(27) - t, mm(30), t),
    fine(mm(12), mm(7) + t, t, mm(20) - 2 * t),
    fine(mm(42) - t, mm(7) + t, t, mm(20) - 2 * t),
  ])
  const lines = hairlines([at(10, 10, 30, 20)])
  expect(lines.reduce((sum, { w, h }) => sum + w * h, 0)).toBe(2 * mm(30) * 100 + 2 * (mm(20) - 200) * 100)
})

test('captions name and number, and are cut short where they are too long', () => {
  const [item = EMPTY_ITEM] = itemsOf([{ picture: { name: 'fog-bank.tif' } }])
  expect((['none', 'name', 'number', 'both'] as const).map((kind) => captionOf(kind, item, 7))).toEqual([
    '',
    'fog-bank',
    '7',
    '7  fog-bank',
  ])
  const strip = at(0, 0, 20, 4)
  expect(captionIn('7  fog-bank', strip)?.lines).toEqual(['7  fog-bank'])
  const long = captionIn('a very long name that nobody would give', strip)
  expect([long?.lines[0]?.endsWith('…'), (long?.rect.w ?? 0) <= strip.w, captionIn('  ', strip)]).toEqual([true, true, null])
})

test('every mark of a picture with 3 mm of bleed, by hand', () => {
  const [trim, picture] = [at(50, 40, 60, 50), at(47, 37, 66, 56)]
  const fine = (x: number, y: number, w: number, h: number): Rect => ({
    x: mm(x) - (w === 0 ? 50 : 0),
    y: mm(y) - (h === 0 ? 50 : 0),
    w: w === 0 ? 100 : mm(w),
    h: h === 0 ? 100 : mm(h),
  })
  // Four millimetres from the trim to the mark, four along it.
  const beside = [40, 90].flatMap((y) => [fine(42, y, 4, 0), fine(114, y, 4, 0)])
  const above = [50, 110].flatMap((x) => [fine(x, 32, 0, 4), fine(x, 94, 0, 4)])
  const marks = cutMarks('corners', [trim], [picture], AREA)
  expect(new Set(marks.map((m) => JSON.stringify(m)))).toEqual(new Set([...beside, ...above].map((m) => JSON.stringify(m))))
})

test('lines are drawn wherever no picture is within half a millimetre, and nowhere else', () => {
  const pictures = [at(12, 9, 41, 33), at(71, 23, 28, 57), at(20, 90, 90, 22), at(130, 5, 17, 140)]
  const lines = cutMarks('lines', pictures, pictures, AREA)
  const drawn = (x: number, y: number) => lines.some((l) => l.x <= x && x <= l.x + l.w && l.y <= y && y <= l.y + l.h)
  const free = (x: number, y: number, along: 'x' | 'y') =>
    !pictures.some((p) => {
      const [across, down] = along === 'x' ? [500, 50] : [50, 500]
      return p.x - across < x && x < p.x + p.w + across && p.y - down < y && y < p.y + p.h + down
    })
  for (const p of pictures)
    for (let step = 0.25; step < 150; step += 0.5) {
      for (const x of [p.x, p.x + p.w]) expect([x, step, drawn(x, mm(step))]).toEqual([x, step, free(x, mm(step), 'y')])
      for (const y of [p.y, p.y + p.h]) expect([step, y, drawn(mm(step), y)]).toEqual([step, y, free(mm(step), y, 'x')])
    }
})

test('a caption stands in the middle of its strip, at the foot of it; one that just fits is not cut short', () => {
  const strip = at(30, 70, 50, 9)
  const caption = captionIn('7  fog-bank', strip)
  const { x = 0, y = 0, w = 0, h = 0 } = caption?.rect ?? {}
  expect([x - strip.x, strip.x + strip.w - x - w].map((v) => Math.abs(v - (strip.w - w) / 2) <= 1)).toEqual([true, true])
  expect([y + h, h < strip.h]).toEqual([strip.y + strip.h, true])
  const just = { ...strip, w: w + 1 }
  expect(captionIn('7  fog-bank', just)?.lines).toEqual(['7  fog-bank'])
  expect(captionIn('7  fog-bank', { ...just, w: w - 2 })?.lines[0]?.endsWith('…')).toBe(true)
})

test('a line beside a picture is not broken at it, not even where they touch', () => {
  // The line at 60 mm is 0.05 mm wide to either side: a picture that ends or begins there lies beside it, one that goes a hair further on it.
  const line = (top: number, height: number) =>
    cutMarks('lines', [at(20, 60, 30, 10)], [{ x: mm(100), y: top, w: mm(20), h: height }], AREA).filter(
      (l) => l.h === 100 && Math.abs(l.y - mm(60)) < 100,
    ).length
  expect([line(mm(60) - mm(20) - 50, mm(20)), line(mm(60) - mm(20) - 49, mm(20))]).toEqual([1, 2])
  expect([line(mm(60) + 50, mm(20)), line(mm(60) + 49, mm(20))]).toEqual([1, 2])
})

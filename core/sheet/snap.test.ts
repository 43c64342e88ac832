import fc from 'fast-check'
import { mm } from '../things/length/length.ts'
import { snap } from './snap.ts'

const frame = { x: 0, y: 0, w: mm(297), h: mm(420) }
const printable = { x: mm(3), y: mm(3), w: mm(291), h: mm(393) }
const at = (x: number, y: number) => ({ x, y, w: mm(200), h: mm(300) })

test('near the middle it is pulled to the middle on both axes, and says so', () => {
  const { rect, lines } = snap(at(mm(48), mm(59)), frame, printable, mm(2))
  expect([rect.x, rect.y]).toEqual([mm(48.5), mm(60)])
  expect(lines.map((l) => l.says)).toEqual(['centred', 'centred'])
})
test('flush with the edge of what prints, on thirds, and with a border equal to the side one', () => {
  expect(snap(at(mm(4), mm(30)), frame, printable, mm(2)).rect.x).toBe(mm(3))
  expect(snap({ ...at(mm(1), mm(30)), w: mm(196) }, frame, printable, mm(1.5)).lines[0]?.says).toBe('on the first third')
  const equal = snap(at(mm(20), mm(21)), frame, printable, mm(2))
  expect([equal.rect.y, equal.lines.at(-1)?.says]).toEqual([mm(20), 'equal borders'])
})
test('far from everything, and with no reach, it stays where the hand has it', () => {
  expect(snap(at(mm(30), mm(75)), frame, printable, mm(0.5))).toEqual({ rect: at(mm(30), mm(75)), lines: [] })
})
test('it never moves further than its reach and never changes the size', () => {
  const rect = fc.record({
    x: fc.integer({ min: -3e5, max: 3e5 }),
    y: fc.integer({ min: -3e5, max: 3e5 }),
    w: fc.integer({ min: 1, max: 5e5 }),
    h: fc.integer({ min: 1, max: 5e5 }),
  })
  fc.assert(
    fc.property(rect, fc.nat(5000), (r, reach) => {
      const { rect: to } = snap(r, frame, printable, reach)
      expect(Math.max(Math.abs(to.x - r.x), Math.abs(to.y - r.y))).toBeLessThanOrEqual(reach + 1)
      expect([to.w, to.h]).toEqual([r.w, r.h])
    }),
  )
})

test('equal borders are counted from the frame, which need not begin at the corner of the sheet', () => {
  const panel = { x: mm(50), y: mm(10), w: mm(200), h: mm(300) }
  const { rect, lines } = snap({ x: mm(61), y: mm(23), w: mm(100), h: mm(150) }, panel, { x: mm(62), y: 0, w: mm(200), h: mm(400) }, mm(2))
  // 12 mm from the panel's left, then 12 mm from its head.
  expect([rect.x, rect.y]).toEqual([mm(62), mm(22)])
  expect(lines.map((l) => [l.says, l.at])).toEqual([
    ['at the edge of what prints', mm(62)],
    ['equal borders', mm(22)],
  ])
})

test('a border is equal to that of either side, where nothing holds the picture across', () => {
  // 25.3 mm at the left and 71.7 at the right of 297; y is drawn to each of them.
  const at = (y: number) => snap({ x: mm(25.3), y: mm(y), w: mm(200), h: mm(300) }, frame, printable, mm(1)).rect.y
  expect([at(25.9), at(71), at(24.4)]).toEqual([mm(25.3), mm(71.7), mm(25.3)])
  // From the foot likewise: 420 − 300 − 25.3.
  expect(at(95)).toBe(mm(94.7))
  expect(at(50)).toBe(mm(50))
})

test('flush with the far edges of what prints, too', () => {
  // What prints ends at 294 across and 396 along.
  const { rect, lines } = snap({ x: mm(93), y: mm(97), w: mm(200), h: mm(300) }, frame, { ...printable, h: mm(393) }, mm(1.2))
  expect([rect.x, rect.y, lines.map((l) => l.at)]).toEqual([mm(94), mm(96), [mm(294), mm(396)]])
})

// By hand: a frame 240 × 330 mm that begins at 20, 35; printable from 24 to 262 and from 41 to 358; a picture of 100 × 150 mm.
test.each([
  ['x', 'centred', 90],
  ['x', 'on the first third', 50],
  ['x', 'on the second third', 130],
  ['x', 'at the edge of what prints', 24],
  ['x', 'at the edge of what prints', 162],
  ['y', 'centred', 125],
  ['y', 'on the first third', 70],
  ['y', 'on the second third', 180],
  ['y', 'at the edge of what prints', 41],
  ['y', 'at the edge of what prints', 208],
] as const)('along %s, %s it stands at %i mm, counted in a frame of its own', (axis, says, to) => {
  const inner = { x: mm(20), y: mm(35), w: mm(240), h: mm(330) }
  const prints = { x: mm(24), y: mm(41), w: mm(238), h: mm(317) }
  const far = { x: mm(200), y: mm(300), w: mm(100), h: mm(150) }
  for (const off of [-900, 700]) {
    const { rect, lines } = snap({ ...far, [axis]: mm(to) + off }, inner, prints, mm(1))
    expect([rect[axis], lines.find((l) => l.axis === axis)?.says]).toEqual([mm(to), says])
  }
  expect(snap({ ...far, [axis]: mm(to) + 1001 }, inner, prints, mm(1)).lines.filter((l) => l.axis === axis)).toEqual([])
})

test('what prints need not begin as far from the head as from the left', () => {
  // Prints from 12 mm below the head to 300 mm, and from 3 mm to 294 across.
  const uneven = { x: mm(3), y: mm(12), w: mm(291), h: mm(288) }
  const { rect, lines } = snap({ x: mm(30), y: mm(199.4), w: mm(111), h: mm(100) }, frame, uneven, mm(1))
  expect([rect.y, lines.at(-1)]).toEqual([mm(200), { axis: 'y', at: mm(300), says: 'at the edge of what prints' }])
})

describe('beside other pictures', () => {
  const wide = { x: 0, y: 0, w: mm(1000), h: mm(1000) }
  const of = (x: number, y: number, w: number, h: number) => ({ x: mm(x), y: mm(y), w: mm(w), h: mm(h) })
  const along = (y: number, h: number, others: ReturnType<typeof of>[]) => {
    const { rect, lines } = snap(of(437, y, 43, h), wide, wide, mm(1), others)
    return [rect.y / 1000, lines.find(({ axis }) => axis === 'y')]
  }

  // One from 100 to 170 mm, one from 190 to 240: 20 mm between them.
  const two = [of(50, 100, 300, 70), of(50, 190, 300, 50)]
  test.each([
    ['its head in line with a head', 100.6, 31, 100, 'in line', 100],
    ['its foot in line with a foot', 138.4, 31, 139, 'in line', 170],
    ['its middle at a middle', 119.8, 31, 119.5, 'middle to middle', 135],
    ['as far after the second as that from the first', 260.7, 31, 260, 'equal gaps', 260],
    ['as far before the first', 48.2, 31, 49, 'equal gaps', 80],
  ])('%s', (_, y, h, to, says, line) => {
    expect(along(y, h, two)).toEqual([to, { axis: 'y', at: mm(line), says }])
  })

  test('across, its right side goes in line with a right side', () => {
    // The other ends at 50 + 300; one of 43 is drawn to 307.
    const { rect, lines } = snap(of(307.4, 700, 43, 31), wide, wide, mm(1), [of(50, 100, 300, 70)])
    expect([rect.x, lines.find(({ axis }) => axis === 'x')]).toEqual([mm(307), { axis: 'x', at: mm(350), says: 'in line' }])
  })

  test('a gap is one between neighbours: past a third that lies between there is none', () => {
    // Neighbours are 12 and 33 mm apart; from the first to the third it is 105.
    const three = [of(50, 100, 300, 70), of(50, 182, 300, 60), of(50, 275, 300, 50)]
    expect(along(337.5, 31, three)).toEqual([337, { axis: 'y', at: mm(337), says: 'equal gaps' }])
    expect(along(357.5, 31, three)).toEqual([358, { axis: 'y', at: mm(358), says: 'equal gaps' }])
    expect(along(430.4, 31, three)).toEqual([430.4, undefined])
  })

  test('among very many it is still in line, but no gaps are told', () => {
    const many = Array.from({ length: 61 }, (_, i) => of(50, 100 + i * 10, 300, 5))
    expect(along(150.3, 31, many)).toEqual([150, { axis: 'y', at: mm(150), says: 'in line' }])
    // The last ends at 705; were gaps of 5 told, it would go to 710.
    expect(along(710.4, 31, many)[0]).toBe(710.4)
  })
})

test.each([
  // Its left edge, its middle and its right edge go to a guide at 130.
  [mm(128.5), mm(130)],
  [mm(104), mm(105)],
  [mm(81), mm(80)],
  // A hand's breadth off it goes nowhere.
  [mm(126), mm(126)],
])('a picture 50 wide at %i goes to a guide across the feed: %i', (x, to) => {
  const sheet = { x: 0, y: 0, w: mm(1000), h: mm(1000) }
  const guides = [
    { axis: 'x' as const, at: mm(130) },
    // One along the other axis says nothing across.
    { axis: 'y' as const, at: mm(126.5) },
  ]
  const { rect, lines } = snap({ x, y: mm(700), w: mm(50), h: mm(20) }, sheet, sheet, mm(2), [], guides)
  expect(rect.x).toBe(to)
  expect(lines.filter(({ axis }) => axis === 'x').map(({ says }) => says)).toEqual(x === to ? [] : ['on the guide'])
})

test('thirds and the right edge of what prints, in a frame that does not begin at the corner', () => {
  const panel = { x: mm(60), y: mm(30), w: mm(210), h: mm(330) }
  const prints = { x: mm(66), y: mm(31), w: mm(201), h: mm(320) }
  const across = (x: number) => {
    const { rect, lines } = snap({ x: mm(x), y: mm(90.7), w: mm(90), h: mm(11) }, panel, prints, mm(1.5))
    return [rect.x / 1000, ...lines.filter(({ axis }) => axis === 'x').map(({ at, says }) => `${says} ${at / 1000}`)]
  }
  // Thirds of 60…270 are 130 and 200; half of 90 beside them. What prints ends at 267.
  expect(across(86.2)).toEqual([85, 'on the first third 130'])
  expect(across(153.9)).toEqual([155, 'on the second third 200'])
  expect(across(121)).toEqual([120, 'centred 165'])
  expect(across(178)).toEqual([177, 'at the edge of what prints 267'])
  expect(across(67.2)).toEqual([66, 'at the edge of what prints 66'])
})

import { studioOf } from '../../testing/fixtures.ts'
import { mm } from '../length/length.ts'
import type { Lot, Paper } from '../media/media.ts'
import { capacityFor, type LimitKind, sizeGoes, sizeLimits, violations, violationsText, violationText } from './limits.ts'
import { type Path, PathSchema } from './path.ts'

const path = studioOf()
  .printers.find((p) => p.id === 'gannet')
  ?.paths.find((p) => p.id === 'gannet-rear') as Path
const paper = studioOf().papers.find((p) => p.id === 'beacon-gloss') as Paper
const lot = studioOf().lots.find((l) => l.id === 'gloss-a4') as Lot
const A4 = { width: mm(210), length: mm(297) }
const kinds = (p: Partial<Paper>, fed = A4, l: Partial<Lot> = {}) =>
  violations(path, { ...paper, ...p }, { ...lot, ...l }, fed).map((v) => v.kind)

test('an ordinary sheet breaks no limit', () => expect(kinds({})).toEqual([]))

test.each<[LimitKind, Partial<Paper>, { width: number; length: number }]>([
  ['thick', { thickness: 361 }, A4],
  ['thin', { thickness: 79 }, A4],
  ['heavy', { weight: 321 }, A4],
  ['wide', {}, { width: mm(340), length: mm(500) }],
  ['narrow', {}, { width: mm(60), length: mm(200) }],
  ['long', {}, { width: mm(210), length: mm(1300) }],
  ['short', {}, { width: mm(100), length: mm(100) }],
])('%s is found alone, with the figure and the limit in its sentence', (kind, change, fed) => {
  const found = violations(path, { ...paper, ...change }, lot, fed)
  expect(found.map((v) => v.kind)).toEqual([kind])
  const [v] = found
  if (v) expect(violationText(path, v, 'mm')).toMatch(/\d.*(takes|wants).*\d/)
})

test('a roll does not go into a feeder', () => expect(kinds({}, A4, { form: 'roll' })).toContain('form'))

test('at the limit is within it: 13 in through a 13 in feeder', () => expect(kinds({}, { width: 330_200, length: 482_600 })).toEqual([]))

test('sheets the path may hold go down with their caliper (common practice: 20 of photo stock, 10 of heavy)', () => {
  expect([capacityFor(path, 110), capacityFor(path, 258), capacityFor(path, 330), capacityFor(path, 900)]).toEqual([100, 20, 10, 0])
})

test('a range whose minimum is above its maximum is refused by the schema', () => {
  expect(PathSchema.safeParse({ ...path, width: { min: 5, max: 4 } }).success).toBe(false)
  expect(PathSchema.safeParse({ ...path, margins: { ...path.margins, left: Number.NaN } }).success).toBe(false)
  expect(PathSchema.safeParse(path).success).toBe(true)
  // Two margins that differ take what they take together, no more than the narrowest or shortest sheet has.
  const margined = (change: object) => PathSchema.safeParse({ ...path, margins: { ...path.margins, ...change } }).success
  const { width, length } = path
  expect([margined({ left: width.min - 5001, right: 5000 }), margined({ left: width.min - 5000, right: 5000 })]).toEqual([true, false])
  expect([margined({ leading: length.min - 7001, trailing: 7000 }), margined({ leading: length.min - 7000, trailing: 7000 })]).toEqual([
    true,
    false,
  ])
})

test('the margin a printer enforces leaves something of the smallest sheet, whichever of its sides is the shorter', () => {
  const of = (width: number, length: number, enforced: number) =>
    PathSchema.safeParse({
      ...path,
      margins: { leading: 0, trailing: 0, left: 0, right: 0 },
      width: { ...path.width, min: mm(width) },
      length: { ...path.length, min: mm(length) },
      borderless: { edges: ['left'], sizes: 'any', enforced, margins: null },
    }).success
  for (const [width, length] of [
    [80, 120],
    [120, 80],
  ] as const)
    expect([of(width, length, mm(40) - 1), of(width, length, mm(40))]).toEqual([true, false])
})

test('every limit lets in what is at it and keeps out what is just over it; a guide gives a millimetre, a caliper nothing', () => {
  const { width, length, thickness, weight } = path
  const middle = { width: (width.min + width.max) / 2, length: (length.min + length.max) / 2 }
  const fed = (change: Partial<typeof middle>) => kinds({}, { ...middle, ...change }, { nominal: { ...middle, ...change } })
  for (const [at, over, kind] of [
    [fed({ width: width.max + 1000 }), fed({ width: width.max + 1001 }), 'wide'],
    [fed({ width: width.min - 1000 }), fed({ width: width.min - 1001 }), 'narrow'],
    [fed({ length: length.max + 1000 }), fed({ length: length.max + 1001 }), 'long'],
    [fed({ length: length.min - 1000 }), fed({ length: length.min - 1001 }), 'short'],
    [kinds({ thickness: thickness.max }), kinds({ thickness: thickness.max + 1 }), 'thick'],
    [kinds({ thickness: thickness.min }), kinds({ thickness: thickness.min - 1 }), 'thin'],
    [kinds({ weight: weight.max }), kinds({ weight: weight.max + 1 }), 'heavy'],
  ])
    expect([at, over]).toEqual([[], [kind]])
})

test('a stack at the caliper of an entry is counted by it, a micrometre more by the next', () => {
  const capacity = [
    { upTo: 150, sheets: 90 },
    { upTo: 310, sheets: 17 },
  ]
  expect([150, 151, 310, 311].map((caliper) => capacityFor({ ...path, capacity }, caliper))).toEqual([90, 17, 17, 0])
})

test.each([
  ['nothing where all is in stock', [], ''],
  [
    'width and length in one sentence',
    [
      { kind: 'narrow' as const, value: mm(127), limit: mm(203) },
      { kind: 'short' as const, value: mm(178), limit: mm(254) },
    ],
    'The sheet is 127.0 mm wide and 178.0 mm long; Rear takes at least 203.0 mm in width and at least 254.0 mm in length.',
  ],
  [
    'one side and the caliper, each by itself',
    [
      { kind: 'thick' as const, value: 412, limit: 360 },
      { kind: 'long' as const, value: mm(1300), limit: mm(1200) },
    ],
    'The sheet is 0.41 mm thick; Rear takes up to 0.36 mm. The sheet is 1300.0 mm long; Rear takes up to 1200.0 mm.',
  ],
  [
    'both sides and the weight',
    [
      { kind: 'wide' as const, value: mm(500), limit: mm(330.2) },
      { kind: 'long' as const, value: mm(1300), limit: mm(1200) },
      { kind: 'heavy' as const, value: 700, limit: 320 },
    ],
    'The sheet is 500.0 mm wide and 1300.0 mm long; Rear takes up to 330.2 mm in width and up to 1200.0 mm in length. The paper weighs 700 g/m²; Rear takes up to 320 g/m².',
  ],
])('limits are said: %s', (_what, broken, says) => expect(violationsText({ ...path, name: 'Rear' }, broken, 'mm')).toBe(says))

test('of a sheet the turn that breaks fewer limits is told; upright where both break as many', () => {
  const within = { ...path, width: { min: mm(100), max: mm(330) }, length: { min: mm(150), max: mm(900) } }
  const kindsOf = (width: number, length: number) => sizeLimits(within, { width: mm(width), length: mm(length) }).map((v) => v.kind)
  expect([kindsOf(400, 300), kindsOf(400, 500), kindsOf(90, 1000)]).toEqual([[], ['wide'], ['narrow', 'long']])
  expect(kindsOf(950, 80)).toEqual(['wide', 'short'])
})

test('a sheet goes whichever edge leads, a millimetre over or under each limit and no more', () => {
  const narrow = { ...path, width: { min: mm(100), max: mm(300) }, length: { min: mm(150), max: mm(500) } }
  const goes = (width: number, length: number, shorter = 0) => sizeGoes(narrow, mm(width), mm(length), shorter)
  expect([goes(99, 400), goes(98.999, 400), goes(301, 400), goes(301.001, 400)]).toEqual([true, false, true, false])
  expect([goes(200, 149), goes(120, 148.999), goes(200, 501), goes(200, 501.001)]).toEqual([true, false, true, false])
  // Lying: what is too long across goes along.
  expect([goes(450, 200), goes(501, 301), goes(501.001, 301), goes(450, 99), goes(450, 98.999)]).toEqual([true, true, false, true, false])
  // It may measure less than it is called, and then goes where it would be too large; never where it is too small.
  expect([goes(302, 400, 1000), goes(302.001, 400, 1000), goes(98.999, 400, 1000)]).toEqual([true, false, false])
})

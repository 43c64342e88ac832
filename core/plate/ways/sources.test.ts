import { brief, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import type { Brief } from '../../things/brief/brief.ts'
import { mm } from '../../things/length/length.ts'
import type { Lot, Paper } from '../../things/media/media.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { sourcesOf } from './sources.ts'

// Sizes, which lot answers which wish, and what is cut from it: worked out by hand from the sizes of ISO 216 and of the sheets named.

const base = studioOf()
const [paper, other] = base.papers as [Paper, Paper]
const like = base.lots[0] as Lot
const lot = (id: string, form: Lot['form'], width: number, length: number, change: Partial<Lot> = {}): Lot => ({
  ...like,
  id,
  paperId: paper.id,
  form,
  nominal: { width: mm(width), length: mm(length) },
  measured: { width: mm(width), length: mm(length) },
  stock: form === 'roll' ? mm(20_000) : 40,
  mark: '',
  ...change,
})
const studioWith = (...lots: Lot[]): Studio => ({ ...base, lots })
type Wish = Brief['sheet']
const asks = (width: number | null, length: number | null): Wish => ({
  width: width === null ? null : mm(width),
  length: length === null ? null : mm(length),
  name: null,
})
const wanting = (sheet: Wish, change: Parameters<typeof brief>[0] = {}) => brief({ paperId: paper.id, sheet, ...change })
const ids = (list: readonly { lot: Lot }[]) => list.map((source) => source.lot.id)

test.each<[string, Wish, Lot, boolean]>([
  ['any sheet will do', null, lot('a', 'sheet', 210, 297), true],
  ['any roll will do', null, lot('a', 'roll', 610, 0), true],
  ['a sheet as asked', asks(210, 297), lot('a', 'sheet', 210, 297), true],
  ['the same, lying', asks(297, 210), lot('a', 'sheet', 210, 297), true],
  ['3 mm off in one edge', asks(213, 297), lot('a', 'sheet', 210, 297), true],
  ['a hundredth more', asks(213.01, 297), lot('a', 'sheet', 210, 297), false],
  ['3 mm off in the other', asks(210, 294), lot('a', 'sheet', 210, 297), true],
  ['a hundredth more', asks(210, 293.99), lot('a', 'sheet', 210, 297), false],
  ['3 mm off, lying', asks(300, 210), lot('a', 'sheet', 210, 297), true],
  ['one edge twice is no sheet', asks(210, 210), lot('a', 'sheet', 210, 297), false],
  ['its length twice is none either', asks(297, 297), lot('a', 'sheet', 210, 297), false],
  ['a roll of a width, for a piece of any length', asks(610, null), lot('a', 'roll', 610, 0), true],
  ['a roll of another width', asks(610, null), lot('a', 'roll', 432, 0), false],
  ['no sheet is a piece of roll', asks(610, null), lot('a', 'sheet', 610, 900), false],
  ['nobody said how wide nor how long', asks(null, null), lot('a', 'roll', 610, 0), false],
  ['a length alone: any roll', asks(null, 500), lot('a', 'roll', 432, 0), true],
  ['a length alone: a sheet that is as long', asks(null, 297), lot('a', 'sheet', 210, 297), true],
  ['or as wide', asks(null, 210), lot('a', 'sheet', 210, 297), true],
  ['and none else', asks(null, 250), lot('a', 'sheet', 210, 297), false],
  ['a piece as wide as the roll', asks(610, 300), lot('a', 'roll', 610, 0), true],
  ['a piece as long as the roll is wide', asks(300, 610), lot('a', 'roll', 610, 0), true],
])('%s', (_, sheet, one, answers) => {
  // By its border the print follows the sheet: a smaller piece of roll is not what was asked for.
  const sources = sourcesOf(wanting(sheet, { size: { by: 'border', border: mm(20) } }), studioWith(one))
  expect(ids(sources.all)).toEqual(['a'])
  expect([sources.all[0]?.wrong, ids([...sources.sheets, ...sources.rolls])]).toEqual([!answers, answers ? ['a'] : []])
})

test('a print of a fixed size goes on a roll that is wider than the shorter edge of its sheet', () => {
  const fixed = { size: { by: 'picture' as const, width: mm(100), height: mm(150) } }
  const roll = (width: number) => ids(sourcesOf(wanting(asks(500, 300), fixed), studioWith(lot('r', 'roll', width, 0))).rolls)
  expect([roll(300), roll(610), roll(296.9)]).toEqual([['r'], ['r'], []])
  expect(ids(sourcesOf(wanting(asks(500, 300)), studioWith(lot('r', 'roll', 400, 0))).rolls)).toEqual([])
})

test('a sheet out of a sample pack is taken where its paper is asked for; a lot of no paper never is', () => {
  const lots = [
    lot('marked', 'sheet', 210, 297, { mark: 'C-4' }),
    lot('plain', 'sheet', 210, 297),
    lot('others', 'sheet', 210, 297, { paperId: other.id }),
    lot('nobody’s', 'sheet', 210, 297, { paperId: 'gone' }),
  ]
  const of = (paperId: string | null) => ids(sourcesOf({ ...wanting(asks(210, 297)), paperId }, studioWith(...lots)).all)
  expect(of(paper.id)).toEqual(['marked', 'plain'])
  expect(of(null)).toEqual(['plain', 'others'])
  expect(of('gone')).toEqual([])
})

test.each<[string, Wish, Lot, boolean]>([
  ['half a sheet', asks(210, 297), lot('a', 'sheet', 297, 420), true],
  [
    '1.5 mm short in both edges is meant all the same',
    asks(210, 297),
    lot('a', 'sheet', 208.5, 295.5, { nominal: { width: mm(250), length: mm(400) } }),
    true,
  ],
  ['a hundredth less in one', asks(210, 297), lot('a', 'sheet', 208.49, 295.5, { nominal: { width: mm(250), length: mm(400) } }), false],
  [
    'a hundredth less in the other',
    asks(210, 297),
    lot('a', 'sheet', 208.5, 295.49, { nominal: { width: mm(250), length: mm(400) } }),
    false,
  ],
  ['the other way round', asks(297, 210), lot('a', 'sheet', 420, 297), true],
  ['long enough and too narrow', asks(210, 297), lot('a', 'sheet', 150, 900), false],
  [
    'a roll as wide as the shorter edge, less 1.5 mm',
    asks(297, 210),
    lot('a', 'roll', 208.5, 0, { nominal: { width: mm(250), length: 0 } }),
    true,
  ],
  ['a hundredth less', asks(297, 210), lot('a', 'roll', 208.49, 0, { nominal: { width: mm(250), length: 0 } }), false],
  ['nobody said how wide', asks(null, 200), lot('a', 'sheet', 420, 594), false],
  ['nor how long', asks(200, null), lot('a', 'sheet', 420, 594), false],
])('to be cut from it: %s', (_, sheet, one, larger) => {
  const sources = sourcesOf(wanting(sheet), studioWith(one))
  expect(ids(sources.larger)).toEqual(larger ? ['a'] : [])
  const [source] = sources.all
  if (source && !larger) expect(sources.cutFrom(source)).toBeNull()
})

test('what is cut from a lot: its size, how many there are, where it stands, and that it is found once', () => {
  const lots = [
    lot('as asked', 'sheet', 210, 297),
    lot('large', 'sheet', 420, 594, { stock: 7, spread: mm(1) }),
    lot('roll', 'roll', 610, 0),
  ]
  const sources = sourcesOf(wanting(asks(210, 297), { copies: 5 }), studioWith(...lots))
  expect(sources.all.map(({ order }) => order)).toEqual([0, 2, 4])
  const [asked, large, roll] = sources.all
  if (!asked || !large || !roll) throw new Error('three lots')
  // What answers is not cut.
  expect(sources.cutFrom(asked)).toBeNull()
  // Four of A4 from A2; of seven sheets twenty-eight. Cut by hand they differ by half a millimetre.
  const cut = sources.cutFrom(large)
  expect(cut).toMatchObject({
    wrong: false,
    order: 3,
    lot: { id: 'large:cut', form: 'sheet', stock: 28, spread: 500, pwg: 'iso_a4_210x297mm' },
  })
  expect(cut?.lot.nominal).toEqual({ width: mm(210), length: mm(297) })
  expect(cut?.lot.measured).toEqual(cut?.lot.nominal)
  expect(cut?.cut?.pieces).toHaveLength(4)
  expect(sources.cutFrom(large)).toBe(cut)
  // Of a roll there are as many as are cut at once, if it is long enough, and none else: five, two beside each other on 610 mm.
  const fromRoll = sources.cutFrom(roll)
  expect(fromRoll?.lot.stock).toBe(fromRoll?.cut?.pieces.length)
  const taken = fromRoll?.cut?.parent.length ?? 0
  expect(taken).toBeGreaterThanOrEqual(mm(3 * 210))
  for (const [stock, there] of [
    [taken, true],
    [taken - 1, false],
  ] as const) {
    const one = sourcesOf(wanting(asks(210, 297), { copies: 5 }), studioWith(lot('roll', 'roll', 610, 0, { stock })))
    const [source] = one.all
    expect(source && (one.cutFrom(source)?.lot.stock ?? 0) > 0).toBe(there)
  }
})

test('what a way costs at least for a lot: its sheets, and more where there are not enough; nothing where several share a sheet', () => {
  const least = (copies: number, stock: number) =>
    sourcesOf(wanting(asks(210, 297), { copies }), studioWith(lot('a', 'sheet', 210, 297, { stock }))).all[0]?.least ?? -1
  expect(least(5, 5)).toBe(least(5, 6))
  expect(least(5, 4)).toBeGreaterThan(least(5, 5))
  expect(least(10, 10)).toBeGreaterThan(least(5, 10))
  const shared = several([{}, {}])
  const [source] = sourcesOf(
    { ...shared, paperId: paper.id, sheet: asks(210, 297) },
    studioWith(lot('a', 'sheet', 210, 297, { stock: 0 })),
  ).all
  expect(source?.least).toBe(0)
})

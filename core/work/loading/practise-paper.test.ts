import { studioOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import type { Path } from '../../things/paths/path.ts'
import { practisePaper } from './practise-paper.ts'

const studio = studioOf()
const path = (id: string) => {
  const found = studio.printers.flatMap((p) => p.paths).find((p) => p.id === id)
  if (!found) throw new Error(id)
  return found
}
const named = (id: string, size: { width: number; length: number } | null, below?: number) => {
  const piece = practisePaper(studio, path(id), size, below)
  return piece && [piece.lot.id, piece.cut !== null, piece.width, piece.length]
}
const a4 = { width: mm(210), length: mm(297) }

test('the cheapest sheet of that size that goes this way', () => {
  // Plain paper at 0.9 the square metre is 110 µm thick: the main tray takes it.
  expect(named('dunlin-main', a4)).toEqual(['plain-a4', false, mm(210), mm(297)])
})

test('cut to it from the cheapest larger one where none of that size goes', () => {
  const without = { ...studio, lots: studio.lots.filter((l) => l.id !== 'plain-a4') }
  const piece = practisePaper(without, path('dunlin-main'), a4)
  expect([piece?.lot.id, piece?.cut?.pieces.length, piece?.width, piece?.length]).toEqual(['plain-a3', 2, mm(210), mm(297)])
  expect(piece?.price).toBeCloseTo(0.21 * 0.297 * 0.9, 9)
})

test('of a roll a short length; none where nothing is cheaper, in stock, or thick enough', () => {
  expect(named('albatross-roll', null)).toEqual(['satin-24', false, mm(609.4), mm(280)])
  expect(named('heron-roll', { width: mm(431.9), length: mm(600) })?.[3]).toBe(mm(203))
  // Board is the only stock beyond 0.7 mm.
  expect(named('gannet-board', { width: mm(297), length: mm(420) })?.[0]).toBe('board-a3')
  expect(named('gannet-board', { width: mm(297), length: mm(420) }, 1)).toBeNull()
  expect(practisePaper({ ...studio, lots: studio.lots.map((l) => ({ ...l, stock: 0 })) }, path('dunlin-main'), a4)).toBeNull()
})

test('nobody practises on a sheet out of a sample pack, though it costs nothing', () => {
  const plain = studio.lots.find((l) => l.id === 'plain-a4')
  if (!plain) throw new Error('no plain A4')
  const sample = { ...plain, id: 'sample-a1', mark: 'A1', paperId: 'free' }
  const paper = studio.papers.find((p) => p.id === plain.paperId)
  const papers = paper ? [...studio.papers, { ...paper, id: 'free', pricePerSquareMetre: 0 }] : []
  expect(practisePaper({ papers, lots: [...studio.lots, sample] }, path('dunlin-main'), a4)?.lot.id).toBe('plain-a4')
  // Out of a box, that paper would be taken.
  expect(practisePaper({ papers, lots: [...studio.lots, { ...sample, mark: '' }] }, path('dunlin-main'), a4)?.lot.id).toBe('sample-a1')
})

test('of many the cheapest, of equals the one that need not be cut, and of those the first, whatever their order', () => {
  const [plain, large] = ['plain-a4', 'plain-a3'].map((id) => studio.lots.find((l) => l.id === id))
  const paper = studio.papers.find((p) => p.id === plain?.paperId)
  if (!plain || !large || !paper) throw new Error('no plain paper')
  const priced = (id: string, pricePerSquareMetre: number) => ({ ...paper, id, pricePerSquareMetre })
  const papers = [priced('dear', 0.91), priced('cheap', 0.5), priced('same', 0.5), priced('free', 0)]
  const box = (id: string, paperId: string, of = plain) => ({ ...of, id, paperId })
  const lots = [box('a', 'dear'), box('b', 'cheap', large), box('c', 'cheap'), box('d', 'same'), box('e', 'dear', large)]
  const taken = (of: typeof lots, below?: number) => practisePaper({ papers, lots: of }, path('dunlin-main'), a4, below)?.lot.id
  expect(taken(lots)).toBe('c')
  expect(taken(lots.toReversed())).toBe('d')
  expect(taken([box('f', 'cheap', large), ...lots].slice(0, 3))).toBe('f')
  expect(taken([...lots, box('g', 'free')])).toBe('g')
  // 0.21 × 0.297 × 0.5 = 0.0312: what costs as much as the limit is not below it.
  const price = 0.21 * 0.297 * 0.5
  expect([taken(lots, price), taken(lots, price * 1.001)]).toEqual([undefined, 'c'])
})

test('what is passed over would not have been taken: each lot looked at by itself says the same, for every path and size', () => {
  const pieces = (at: Path, size: typeof a4 | null) =>
    studio.lots.flatMap((lot) => practisePaper({ papers: studio.papers, lots: [lot] }, at, size) ?? [])
  const sizes = [null, a4, { width: mm(101.6), length: mm(152.4) }, { width: mm(297), length: mm(420) }, { width: mm(89), length: mm(127) }]
  let found = 0
  for (const at of studio.printers.flatMap(({ paths }) => paths))
    for (const size of sizes) {
      const least = Math.min(...pieces(at, size).map(({ price }) => price))
      for (const lots of [studio.lots, studio.lots.toReversed()]) {
        const taken = practisePaper({ papers: studio.papers, lots }, at, size)
        expect([at.id, size, taken?.price ?? Number.POSITIVE_INFINITY]).toEqual([at.id, size, least])
        found += taken ? 1 : 0
      }
    }
  expect(found).toBeGreaterThan(40)
})

test('one sheet is enough to cut one piece from', () => {
  // A 13 by 19 inch sheet, 329 by 483 mm, gives one A3 and no second one.
  const lots = studio.lots.filter((l) => l.id === 'baryta-super-b').map((l) => ({ ...l, stock: 1 }))
  const piece = practisePaper({ ...studio, lots }, path('gannet-art'), { width: mm(297), length: mm(420) })
  expect([piece?.lot.id, piece?.cut?.pieces.length, piece?.width, piece?.length]).toEqual(['baryta-super-b', 1, mm(297), mm(420)])
})

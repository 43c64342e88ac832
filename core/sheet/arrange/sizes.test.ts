import { picture } from '../../testing/fixtures.ts'
import { MAX_PIECES, NEW_ARRANGEMENT, type Sizes } from '../../things/brief/arrangement.ts'
import { EMPTY_ITEM, type Item, withPicture } from '../../things/brief/item.ts'
import { mm } from '../../things/length/length.ts'
import { groundOf } from './ground.ts'
import { arrangeSizes, roomOf } from './sizes.ts'

const GAP = mm(4)
const SIZES: Sizes = { ...NEW_ARRANGEMENT.sizes, gutter: GAP, border: 0 }
const OPEN = { w: mm(400), h: mm(3000), open: true }

const piece = (id: string, job: number, w: number, h: number, change: Partial<Item> & { dueAt?: string | null } = {}): Item => {
  const { dueAt = null, ...item } = change
  return {
    ...EMPTY_ITEM,
    id,
    ...withPicture(picture({ width: w * 10, height: h * 10 })),
    size: { by: 'picture', width: mm(w), height: mm(h) },
    piece: { job, item: '1', dueAt },
    ...item,
  }
}
/** Small ones of three jobs, anyhow: without a rule those of different jobs lie beside each other. */
const ITEMS = [
  piece('1', 8, 180, 90, { dueAt: '2026-12-03T12:00:00.000Z' }),
  piece('2', 5, 150, 60, { copies: 2, dueAt: '2026-12-01T12:00:00.000Z' }),
  piece('3', 8, 120, 70, { dueAt: '2026-12-03T12:00:00.000Z' }),
  piece('4', 6, 90, 80),
  piece('5', 7, 200, 50, { dueAt: '2026-12-01T12:00:00.000Z' }),
]
const jobOf = (item: Item) => item.piece?.job ?? 0

/** From where to where along the roll the pieces of each group lie, in the order of their beginnings. */
function bands(sizes: Sizes, groupOf: (item: Item) => number | string) {
  const { sheets, left } = arrangeSizes(sizes, ITEMS, OPEN)
  expect(left).toEqual([])
  expect(sheets.flatMap(({ laid }) => laid).length).toBe(6)
  const found = new Map<number | string, [number, number]>()
  for (const { laid } of sheets)
    for (const { item, trim } of laid) {
      const [from, to] = found.get(groupOf(item)) ?? [Number.POSITIVE_INFINITY, 0]
      found.set(groupOf(item), [Math.min(from, trim.y), Math.max(to, trim.y + trim.h)])
    }
  return [...found].sort(([, a], [, b]) => a[0] - b[0]).map(([group, [from, to]]) => ({ group, from, to }))
}
const crossing = (list: readonly { from: number; to: number }[]) =>
  list.filter(({ from }, i) => i > 0 && from < (list[i - 1]?.to ?? 0) + GAP)

test('without a rule pieces of different jobs lie beside each other', () => {
  expect(crossing(bands(SIZES, jobOf)).length).toBeGreaterThan(0)
})

test('each job by itself: a cut right across with its gap lies between the pieces of two jobs, and they come in their order', () => {
  const found = bands({ ...SIZES, keep: 'jobs' }, jobOf)
  expect(crossing(found)).toEqual([])
  expect(found.map(({ group }) => group)).toEqual([8, 5, 6, 7])
})

test('by when it is due: what is due first lies first, what is due at one time lies together, what never is comes last', () => {
  const found = bands({ ...SIZES, keep: 'due' }, (item) => item.piece?.dueAt?.slice(8, 10) ?? 'never')
  expect(crossing(found)).toEqual([])
  expect(found.map(({ group }) => group)).toEqual(['01', '03', 'never'])
})

test.each([
  // Three of 100 with two gaps of 4 between them.
  [308, [3]],
  [307.999, [2, 1]],
  // Two and one gap.
  [204, [2, 1]],
  [203, [1, 1, 1]],
])('a longest stretch of %f mm takes %j of three', (longest, expected) => {
  const area = { frame: { x: 0, y: 0, w: mm(120), h: mm(5000) }, printable: { x: 0, y: 0, w: mm(120), h: mm(5000) }, borderless: false }
  const three = [1, 2, 3].map((n) => piece(String(n), n, 110, 100))
  const sizes = { ...SIZES, turn: false, longest: mm(longest) }
  for (const keep of ['nothing', 'jobs'] as const) {
    const { sheets } = arrangeSizes({ ...sizes, keep }, three, groundOf(sizes, area, true))
    expect(sheets.flatMap(({ laid, count }) => Array.from({ length: count }, () => laid.length))).toEqual(expected)
  }
})

test('what is white at both ends belongs to the stretch; sheets have no longest', () => {
  const sheet = { x: 0, y: 0, w: mm(120), h: mm(5000) }
  const area = { frame: sheet, printable: { ...sheet, y: mm(3), h: mm(4990) }, borderless: false }
  const sizes = { ...SIZES, border: mm(5), longest: mm(318) }
  // 5 mm are kept at the one end; at the other the printer needs 7.
  expect(groundOf(sizes, area, true).h).toBe(mm(318 - 5 - 7))
  expect(groundOf(sizes, area, false).h).toBe(mm(5000 - 5 - 7))
  expect(groundOf({ ...sizes, longest: null }, area, true).h).toBe(mm(5000 - 5 - 7))
})

test('a piece with white of its own, four different edges of it, lies as it is cut, and its picture where it is in it', () => {
  const white = { head: mm(3), right: mm(9), foot: mm(12), left: mm(5) }
  const lay = (turn: Item['turn']) =>
    arrangeSizes(SIZES, [piece('1', 8, 100, 60, { white, turn })], { w: mm(400), h: mm(500), open: false })
  // 5 + 100 + 9 by 3 + 60 + 12 mm; clockwise the head comes to the right.
  for (const [turn, size, picture] of [
    [0, [114, 75], [5, 3, 100, 60]],
    [90, [75, 114], [12, 5, 60, 100]],
    [180, [114, 75], [9, 12, 100, 60]],
    [270, [75, 114], [3, 9, 60, 100]],
  ] as const) {
    const one = lay(turn).sheets[0]?.laid[0]
    if (!one) throw new Error('it lies nowhere')
    expect([turn, one.trim.w, one.trim.h]).toEqual([turn, ...size.map(mm)])
    expect([one.picture.x - one.trim.x, one.picture.y - one.trim.y, one.picture.w, one.picture.h]).toEqual(picture.map(mm))
  }
})

test('more pieces than are laid at all are left out whole, and the sheet is as it was', () => {
  const many = [piece('1', 1, 20, 10, { copies: MAX_PIECES }), piece('2', 1, 20, 10)]
  const of = (open: boolean) => arrangeSizes(SIZES, many, { w: mm(400), h: mm(3000), open })
  expect(of(true)).toMatchObject({ sheets: [], block: { w: mm(400), h: 0, at: null }, cells: null })
  expect(of(false).block).toEqual({ w: mm(400), h: mm(3000), at: null })
  expect(of(false).left.map(({ item, copies, why }) => [item.id, copies, why])).toEqual([
    ['1', MAX_PIECES, 'pieces'],
    ['2', 1, 'pieces'],
  ])
})

test('the room of one by itself is the ground less its white, bleed and caption; the widest of its shape, as it lies', () => {
  const white = { head: mm(3), right: mm(9), foot: mm(12), left: mm(5) }
  const ground = { w: mm(400), h: mm(300), open: false }
  const sizes: Sizes = { ...SIZES, bleed: mm(2), turn: false }
  const at = (turn: 0 | 90) => {
    const { w, h, widest } = roomOf(sizes, piece('1', 8, 100, 60, { white, turn }), ground)
    return [w / 1000, h / 1000, Math.round(widest) / 1000]
  }
  // 400 − 5 − 9 − 4 by 300 − 3 − 12 − 4: 281 high is 468.333 wide, so 382. Turned, 381 by 282: as wide upright as 282, or 381 · 100 / 60.
  expect(at(0)).toEqual([382, 281, 382])
  expect(at(90)).toEqual([381, 282, 282])
})

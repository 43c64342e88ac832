import fc from 'fast-check'
import { itemsOf } from '../../testing/several.ts'
import { type Grid, NEW_ARRANGEMENT, type Sizes } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { intersect, type Rect } from '../rect.ts'
import { arrange } from './arrange.ts'
import { type Arranged, sheetsIn } from './arranged.ts'
import { CAPTION_HEIGHT } from './grid.ts'

const GROUND = { w: mm(270), h: mm(390), open: false }
const grid = (change: Partial<Grid>): Grid => ({ ...NEW_ARRANGEMENT.grid, gutter: mm(4), ...change })
const sizes = (change: Partial<Sizes> = {}): Sizes => ({ ...NEW_ARRANGEMENT.sizes, gutter: mm(5), ...change })
const trims = (of: Arranged, sheet = 0) => of.sheets[sheet]?.laid.map(({ trim }) => trim) ?? []
const overlap = (a: Rect, b: Rect) => {
  const both = intersect(a, b)
  return both.w > 0 && both.h > 0
}
/** How often each item lies on all sheets. */
const counted = ({ sheets }: Arranged) => {
  const out: Record<string, number> = {}
  for (const { laid, count } of sheets) for (const { item } of laid) out[item.id] = (out[item.id] ?? 0) + count
  return out
}

describe('a grid', () => {
  test('two by two share the room: cells of (270 − 4) / 2 by (390 − 4) / 2 mm, pictures whole in their middle and turned where that makes more of them', () => {
    const { sheets, cells, block } = arrange(grid({}), itemsOf([{}, { picture: { width: 4000, height: 6000 } }, {}, {}]), GROUND)
    expect(cells).toEqual({ columns: 2, rows: 2, w: mm(133), h: mm(193) })
    expect(block).toMatchObject({ w: mm(270), h: mm(390) })
    const [first, second, third] = sheets[0]?.laid ?? []
    // 3:2 lying in an upright cell: turned, 193 would be too long for its 128.7 of width, so 133 wide and 193 × 2/3 …
    expect(first).toMatchObject({ turn: 90, trim: { w: Math.floor((mm(193) * 2) / 3), h: mm(193) } })
    expect(second).toMatchObject({ turn: 0, trim: { w: Math.floor((mm(193) * 2) / 3), h: mm(193) } })
    expect((first?.trim.x ?? 0) + (first?.trim.w ?? 0) / 2).toBeCloseTo(mm(133) / 2, -1)
    expect([second?.trim.x, third?.trim.y]).toEqual([mm(137) + (first?.trim.x ?? 0), mm(197)])
  })

  test('with bleed the cells share what is left of it all round, and stand no nearer than two bleeds', () => {
    const cells = (change: Partial<Grid>) => arrange(grid({ columns: 2, rows: 3, bleed: mm(3), ...change }), itemsOf([{}]), GROUND).cells
    // (270 − 6 − 6) / 2 and (390 − 6 − 2 × 6) / 3; with 9 mm of gutters (270 − 6 − 9) / 2 and (390 − 6 − 18) / 3.
    expect(cells({ gutter: mm(4) })).toEqual({ columns: 2, rows: 3, w: mm(129), h: mm(124) })
    expect(cells({ gutter: mm(9) })).toEqual({ columns: 2, rows: 3, w: mm(127.5), h: mm(122) })
    // As many as go of 85 × 55: (264 + 6) / 91 and (384 + 6) / 61.
    expect(cells({ columns: null, rows: null, cell: { width: mm(85), height: mm(55) }, turn: false })).toMatchObject({
      columns: 2,
      rows: 6,
    })
  })

  test('filled, every cell is covered and the crop keeps the end that is wanted', () => {
    const items = itemsOf([{ cropAt: { x: 0, y: 0.5 } }, { cropAt: { x: 1, y: 0.5 } }])
    const { sheets } = arrange(
      grid({ columns: 1, rows: 2, fill: true, turn: false, cell: { width: mm(100), height: mm(100) } }),
      items,
      GROUND,
    )
    expect(sheets[0]?.laid.map(({ trim, crop }) => [trim.w, trim.h, crop.x, crop.w])).toEqual([
      [mm(100), mm(100), 0, expect.closeTo(2 / 3)],
      [mm(100), mm(100), expect.closeTo(1 / 3), expect.closeTo(2 / 3)],
    ])
  })

  // (270 + 4) / (85 + 4) = 3.08 and (390 + 4) / (55 + 4) = 6.7; the other way round 4.6 and 4.4.
  test.each([
    [85, 55, 3, 6],
    [86.9, 55, 3, 6],
    [87.4, 55, 4, 4],
  ])('as many cards of %d × %d mm as go: %d columns of %d', (width, height, columns, rows) => {
    const cell = { width: mm(width), height: mm(height) }
    const { cells } = arrange(grid({ columns: null, rows: null, cell, turn: width !== 85 }), itemsOf([{ copies: 100 }]), GROUND)
    expect([cells?.columns, cells?.rows]).toEqual([columns, rows])
  })

  test('a column more goes at just its width, and not a micrometre below', () => {
    const cell = { width: mm(86.0), height: mm(55) }
    const wide = 3 * mm(86) + 2 * mm(4)
    const columns = (w: number) =>
      arrange(grid({ columns: null, rows: null, cell, turn: false }), itemsOf([{}]), { ...GROUND, w }).cells?.columns
    expect([columns(wide - 1), columns(wide), columns(wide + 1)]).toEqual([2, 3, 3])
  })

  test('copies are exact over equal and mixed sheets: 9, 4 and 1 of three pictures in cells of four', () => {
    const arranged = arrange(grid({}), itemsOf([{ copies: 9 }, { copies: 4 }, { copies: 1 }]), GROUND)
    expect(counted(arranged)).toEqual({ 1: 9, 2: 4, 3: 1 })
    expect(arranged.sheets.map(({ laid, count }) => [laid.map(({ item }) => item.id).join(''), count])).toEqual([
      ['1111', 2],
      ['1222', 1],
      ['23', 1],
    ])
    expect(sheetsIn(arranged)).toBe(4)
  })

  test('a contact sheet of sixty: square cells in five columns, a caption under each, over as many sheets as it takes', () => {
    const contact = { ...NEW_ARRANGEMENT.contact }
    const arranged = arrange(contact, itemsOf(Array.from({ length: 60 }, () => ({}))), GROUND)
    const side = (270 - 4 * 3) / 5
    const rows = Math.floor((mm(390) + mm(3)) / (mm(side) + CAPTION_HEIGHT + mm(3)))
    expect(arranged.cells).toMatchObject({ columns: 5, rows, w: mm(side), h: mm(side) })
    expect(arranged.sheets.map(({ laid }) => laid.length)).toEqual([5 * rows, 60 - 5 * rows])
    const [first] = arranged.sheets[0]?.laid ?? []
    expect(first?.caption).toEqual({ x: 0, y: mm(side), w: mm(side), h: CAPTION_HEIGHT })
  })

  test('on a roll of no stated length it is as long as its rows', () => {
    const cell = { width: mm(100), height: mm(150) }
    const { block, sheets } = arrange(grid({ columns: null, rows: null, cell, turn: false }), itemsOf([{ copies: 5 }]), {
      w: mm(600),
      h: mm(15_000),
      open: true,
    })
    expect([block.w, block.h, sheets.length]).toEqual([5 * mm(100) + 4 * mm(4), mm(150), 1])
  })

  test('bleed is printed around what is trimmed, of the picture itself, and pushes cells apart by both', () => {
    const cell = { width: mm(60), height: mm(40) }
    const arranged = arrange(grid({ columns: 2, rows: 1, cell, bleed: mm(3), fill: true, turn: false }), itemsOf([{}, {}]), GROUND)
    const [a, b] = arranged.sheets[0]?.laid ?? []
    expect([a?.trim, a?.picture]).toEqual([
      { x: mm(3), y: mm(3), w: mm(60), h: mm(40) },
      { x: 0, y: 0, w: mm(66), h: mm(46) },
    ])
    expect((b?.picture.x ?? 0) - mm(66)).toBe(0)
    // 66 × 46 of a 3:2 picture: less of its width than of its height is lost.
    expect(a?.crop.h).toBe(1)
    expect(a?.crop.w).toBeCloseTo(66 / 46 / 1.5)
  })

  test('gutters that leave nothing, and more prints than may be laid out, are told for every picture', () => {
    expect(arrange(grid({ columns: 8, rows: 8, gutter: mm(40) }), itemsOf([{}, {}]), GROUND).left.map(({ why }) => why)).toEqual([
      'cells',
      'cells',
    ])
    expect(arrange(grid({}), itemsOf([{ copies: 10_000 }, { copies: 10_000 }]), GROUND).left).toEqual([])
    expect(arrange(grid({}), itemsOf([{ copies: 10_000 }, { copies: 10_000 }, {}]), GROUND).left.map(({ why }) => why)).toEqual([
      'pieces',
      'pieces',
      'pieces',
    ])
  })
})

describe('a set of sizes', () => {
  const inch = 25_400
  const of = (width: number, height: number, copies: number) => ({
    size: { by: 'picture' as const, width: Math.round(width * inch), height: Math.round(height * inch) },
    copies,
  })

  test('1 of 7 × 5, 2 of 5 × 3½ and 4 of 3½ × 2½ in on letter: one sheet, each at its size and cut straight', () => {
    const items = itemsOf([of(7, 5, 1), of(5, 3.5, 2), of(3.5, 2.5, 4)])
    // Letter with 3 mm margins, gaps of nothing: 35 + 35 + 35 = 105 in² of 93.5, so two sheets without; with letter 8½ × 11.
    const arranged = arrange(sizes({ gutter: 0 }), items, { w: Math.round(8.26 * inch), h: Math.round(10.76 * inch), open: false })
    expect(counted(arranged)).toEqual({ 1: 1, 2: 2, 3: 4 })
    expect(sheetsIn(arranged)).toBe(2)
    for (const [i, { laid }] of arranged.sheets.entries())
      for (const { item, trim, turn } of laid) {
        const { width, height } = item.size as { width: number; height: number }
        expect([i, trim.w, trim.h]).toEqual([i, ...(turn === 90 ? [height, width] : [width, height])])
      }
  })

  test('pictures that may not be turned are not, and one with a turn of its own keeps it', () => {
    const lying = of(8, 2, 3)
    const free = arrange(sizes({ turn: false }), itemsOf([lying, { ...of(8, 2, 1), turn: 270 }]), { w: mm(260), h: mm(300), open: false })
    expect(free.sheets[0]?.laid.map(({ item, turn }) => `${item.id}:${turn}`).sort()).toEqual(['1:0', '1:0', '1:0', '2:270'])
  })

  test('random sets: nothing overlaps with its gap and bleed, nothing leaves the sheet, every copy lies somewhere', () => {
    const side = fc.integer({ min: 30, max: 380 })
    fc.assert(
      fc.property(
        fc.array(fc.record({ w: side, h: side, copies: fc.integer({ min: 1, max: 5 }) }), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 0, max: 8 }),
        fc.integer({ min: 0, max: 3 }),
        fc.constantFrom('straight' as const, 'free' as const),
        (list, gutter, bleed, cuts) => {
          const items = itemsOf(list.map(({ w, h, copies }) => ({ size: { by: 'picture' as const, width: mm(w), height: mm(h) }, copies })))
          const arranged = arrange(sizes({ gutter: mm(gutter), bleed: mm(bleed), cuts }), items, GROUND)
          for (const { laid } of arranged.sheets)
            for (const [i, { trim, picture }] of laid.entries()) {
              expect(picture.x >= 0 && picture.y >= 0 && picture.x + picture.w <= GROUND.w && picture.y + picture.h <= GROUND.h).toBe(true)
              const apart = {
                x: trim.x,
                y: trim.y,
                w: trim.w + Math.max(mm(gutter), 2 * mm(bleed)) - 1,
                h: trim.h + Math.max(mm(gutter), 2 * mm(bleed)) - 1,
              }
              expect(laid.some((other, k) => k > i && overlap({ ...apart }, other.trim) && overlap(picture, other.picture))).toBe(false)
            }
          const laid = counted(arranged)
          for (const { id, copies } of items)
            expect((laid[id] ?? 0) + arranged.left.filter((l) => l.item.id === id).reduce((sum, l) => sum + l.copies, 0)).toBe(copies)
        },
      ),
      { numRuns: 60 },
    )
  })
})

test('by hand: everything lies where it was laid, empty places stay empty, and what lies nowhere is told', () => {
  const places = [
    { item: '2', x: mm(40), y: mm(30), width: mm(60), height: mm(40), turn: null, fill: true },
    { item: null, x: mm(10), y: mm(200), width: mm(60), height: mm(40), turn: null, fill: true },
    { item: '1', x: mm(120), y: mm(35), width: mm(40), height: mm(90), turn: 180 as const, fill: false },
  ]
  const arranged = arrange({ ...NEW_ARRANGEMENT.free, places, sheets: 3 }, itemsOf([{}, {}, {}]), GROUND)
  expect(arranged.block).toEqual({ w: mm(150), h: mm(210), at: { x: mm(10), y: mm(30) } })
  expect(trims(arranged)[0]).toEqual({ x: mm(30), y: 0, w: mm(60), h: mm(40) })
  expect(trims(arranged)[1]).toMatchObject({ x: mm(110), w: mm(40), h: Math.floor((mm(40) * 2) / 3) })
  expect([arranged.sheets[0]?.count, arranged.sheets[0]?.laid.map(({ turn }) => turn)]).toEqual([3, [0, 180]])
  expect(arranged.left.map(({ item, why }) => [item.id, why])).toEqual([['3', 'cells']])
})

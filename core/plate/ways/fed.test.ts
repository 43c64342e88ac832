import { plateOf, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { APART, NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import type { Brief } from '../../things/brief/brief.ts'
import type { BriefParts } from '../../things/brief/brief-of.ts'
import type { Item } from '../../things/brief/item.ts'
import { mm } from '../../things/length/length.ts'
import { EDGES, type Edge } from '../../things/paths/path.ts'
import { layoutOf } from '../resolve/plate.ts'
import { resolve } from '../resolve/resolve.ts'

/** A path whose four dead margins differ, on a roll 431.9 mm wide; of two such paths the sides the other way round. */
const MARGINS = { leading: mm(12), trailing: mm(25), left: mm(9), right: mm(3) }
const cut = (brief: BriefParts, margins: Partial<typeof MARGINS> = MARGINS) => {
  const plate = plateOf({
    brief: { paperId: 'pilot-rag', sheet: null, ...brief },
    pins: { printer: 'heron', path: 'heron-roll' },
    studio: (s) => {
      for (const { paths } of s.printers) for (const path of paths) if (path.id === 'heron-roll') Object.assign(path.margins, margins)
    },
  })
  const { sheet, picture } = layoutOf(plate) ?? { sheet: { w: 0, h: 0 }, picture: { w: 0, h: 0 } }
  return [sheet.h, picture.w, picture.h].map((um) => um / 1000)
}
const wideItem = (width: number) => ({ size: { by: 'picture' as const, width: mm(width), height: null } })
const wide = (width: number): BriefParts => wideItem(width)

// By hand: pictures are three to two, so 12 mm before and 25 mm behind them make 37 mm of ends; the path cuts nothing under 203 mm.
test.each<[string, BriefParts, number[]]>([
  ['as wide as it is asked for', wide(300), [237, 300, 200]],
  ['never shorter than the path cuts', wide(240), [203, 240, 160]],
  // 431.9 − 12 mm of sides are 419.9; two thirds of that and the ends.
  ['as large as the roll prints', { size: { by: 'sheet', fill: false } }, [316.933, 419.9, 279.933]],
  // Its borders are its ends.
  ['a border all round', { size: { by: 'border', border: mm(30), foot: 1, exact: true } }, [307.933, 371.9, 247.933]],
  [
    'the same, the picture standing because that is asked for',
    { turn: 90, size: { by: 'border', border: mm(30), foot: 1, exact: true } },
    [617.85, 371.9, 557.85],
  ],
  ['a piece to be trimmed, its longer side across', { ...wide(240), finished: { width: mm(300), length: mm(220) } }, [257, 240, 160]],
  ['a piece just as long as lies across', { ...wide(240), finished: { width: mm(419.9), length: mm(300) } }, [337, 240, 160]],
  ['a piece a hair longer', { ...wide(240), finished: { width: mm(420), length: mm(300) } }, [457, 240, 160]],
  ['a piece too long to lie across', { ...wide(240), finished: { width: mm(420), length: mm(520) } }, [557, 240, 160]],
  // 900 × 600 is too wide either way round; turned it is so by less.
  ['wider than the roll: so long that it shows what is missing', wide(900), [937, 600, 900]],
  ['a length that was asked for', { ...wide(240), sheet: { width: null, length: mm(400), name: null } }, [400, 240, 160]],
  ['a sheet as wide as the roll', { ...wide(240), sheet: { width: mm(432), length: mm(333), name: null } }, [333, 240, 160]],
  ['the same, said the other way round', { ...wide(240), sheet: { width: mm(333), length: mm(432), name: null } }, [333, 240, 160]],
])('%s', (_, brief, expected) => {
  expect(cut(brief).map((v) => Number(v.toFixed(3)))).toEqual(expected.map((v) => expect.closeTo(v, 2)))
})

test('margins of the sides count together, whichever is the wider; ends are no shorter than ten millimetres', () => {
  const large: BriefParts = { size: { by: 'sheet', fill: false } }
  expect(cut(large, { ...MARGINS, left: mm(3), right: mm(9) })).toEqual(cut(large))
  expect(cut(wide(300), { leading: mm(3), trailing: mm(10) })[0]).toBe(220)
  expect(cut(wide(300), { leading: mm(3), trailing: mm(11) })[0]).toBe(221)
})

// By hand: 300 × 200 takes 200 of the roll; 240 × 360 turned, the shorter way, 240; a border of 30 on both sides of 431.9 leaves 371.9.
const upright = { width: 4000, height: 6000 }
test.each<[string, Parameters<typeof several>[0], number]>([
  ['the second is the longer', [wideItem(300), { picture: upright, ...wideItem(240) }], 277],
  ['the first is', [{ picture: upright, ...wideItem(240) }, wideItem(300)], 277],
  ['one that fills the roll beside a small one', [wideItem(100), { size: { by: 'sheet', fill: false } }], 316.933],
  ['many that are alike', Array.from({ length: 5 }, () => wideItem(300)), 237],
])('pieces of a roll are as long as the longest of several pictures needs: %s', (_, items, expected) => {
  const studio = studioOf()
  for (const { paths } of studio.printers) for (const path of paths) if (path.id === 'heron-roll') Object.assign(path.margins, MARGINS)
  const of = several(items, APART, { paperId: 'pilot-rag', sheet: null })
  const plate = resolve(of, studio, { printer: 'heron', path: 'heron-roll' })
  expect(plate.forms).toHaveLength(items.length)
  for (const { sheet } of plate.forms) expect(sheet.h / 1000).toBeCloseTo(expected, 2)
  expect(plate.findings.filter(({ id }) => id === 'picture-clipped')).toEqual([])
})

test('what fills a roll is cut so long that nothing of it is lost: to the margins, past the sides, or where the print ends', () => {
  const of = (
    finish: 'bordered' | 'borderless',
    edges: Edge[],
    size: Item['size'],
    own: Partial<typeof MARGINS> | null = null,
    steps = true,
  ) => {
    const plate = plateOf({
      brief: { paperId: 'pilot-rag', sheet: null, finish, size },
      pins: { printer: 'heron', path: 'heron-roll' },
      studio: (s) => {
        for (const { paths } of s.printers)
          for (const path of paths)
            if (path.id === 'heron-roll')
              Object.assign(path, {
                margins: { ...MARGINS, leading: mm(3), trailing: mm(5) },
                borderless: { edges, sizes: 'any', enforced: 0, margins: own && { ...MARGINS, ...own } },
              })
        for (const printer of s.printers) if (!steps) printer.expansions = []
      },
    })
    return Number(((layoutOf(plate)?.sheet.h ?? 0) / 1000).toFixed(2))
  }
  const [fill, fit] = [true, false].map((filled) => ({ by: 'sheet' as const, fill: filled })) as [Item['size'], Item['size']]
  // Two thirds of 419.9 between the margins, or of all 431.9 mm; three and five millimetres of margins, or ten at each end that stays white.
  expect([of('bordered', [...EDGES], fill), of('bordered', [...EDGES], fit)]).toEqual([287.93, 299.93])
  expect([of('borderless', ['left', 'right'], fill), of('borderless', ['left', 'right'], fit)]).toEqual([295.93, 307.93])
  expect([of('borderless', [...EDGES], fill), of('borderless', [...EDGES], fit)]).toEqual([287.93, 287.93])
  // Edges that stay white beside such that run off have margins of their own, and who has no step past the edge prints with margins.
  expect(of('borderless', ['left', 'right'], fill, { leading: mm(8), trailing: mm(7) })).toBe(302.93)
  expect(of('borderless', [...EDGES], fill, null, false)).toBe(of('bordered', [...EDGES], fill))
  // 420 × 280 mm, wherever it lies.
  expect([of('bordered', [...EDGES], wideItem(410).size), of('borderless', [...EDGES], wideItem(420).size)]).toEqual([293.33, 280])
})

test('a layout that runs off the sides of a roll has the whole width: three lie beside each other that would be two', () => {
  const studio = studioOf()
  for (const { paths } of studio.printers)
    for (const path of paths)
      if (path.id === 'heron-roll')
        Object.assign(path, { margins: MARGINS, borderless: { edges: ['left', 'right'], sizes: 'any', enforced: 0, margins: null } })
  const sizes = { ...NEW_ARRANGEMENT.sizes, gutter: 0, border: 0, turn: false, marks: 'none' as const }
  // 3 × 142 = 426 mm of 431.9, and of the 419.9 between the margins two; each is 94.667 mm long, in one row or in two.
  const on = (finish: 'bordered' | 'borderless') => {
    const of = several([142, 142, 142].map(wideItem), sizes, { paperId: 'pilot-rag', sheet: null, finish })
    const [form] = resolve(of, studio, { printer: 'heron', path: 'heron-roll' }).forms
    return [(form?.sheet.h ?? 0) / 1000, new Set(form?.placements.map(({ picture }) => Math.round(picture.x))).size]
  }
  const ends = 12 + 25
  expect(on('bordered')).toEqual([expect.closeTo(2 * 94.667 + ends, 2), 2])
  expect(on('borderless')).toEqual([expect.closeTo(Math.max(94.667 + ends, 203), 2), 3])
})

test('a sheet is taken that holds the largest of several pictures, wherever it stands among them', () => {
  // A3 is 420 mm at its longest.
  const on = (...widths: number[]) => resolve(several(widths.map(wideItem), APART, { sheet: null }), studioOf(), {}).setup?.lot
  const [alone, first, last] = [on(450), on(450, 100), on(100, 450)]
  expect([first?.id, last?.id]).toEqual([alone?.id, alone?.id])
  expect(on(100)?.id).not.toBe(alone?.id)
})

test('where ink runs past the sides a print a little wider than the roll lies across it, as far as the widest step reaches', () => {
  // 431.9 mm of roll and 3.8 past either side are 439.5; three to two, 293.
  const past = (width: number, finish: Brief['finish'] = 'borderless') => cut({ ...wide(width), finish }).map(Math.round)
  expect([past(431.9), past(432), past(439.5)]).toEqual([
    [288, 432, 288],
    [288, 432, 288],
    [293, 440, 293],
  ])
  // Wider than that it lies along the roll, and is cut as long as it is wide.
  expect([past(439.6), past(460)]).toEqual([
    [440, 293, 440],
    [460, 307, 460],
  ])
  // With margins it has to fit between them: 431.9 less 9 and 3 are 419.9.
  expect([past(419.9, 'bordered'), past(430, 'bordered')]).toEqual([
    [317, 420, 280],
    [467, 287, 430],
  ])
})

test('a borderless piece of roll is cut where the print ends, whatever its width', () => {
  for (let width = 304.8; width < 640; width += 4.7) {
    const [length = 0, , along = 0] = cut({ ...wide(width), finish: 'borderless' })
    expect([width, length]).toEqual([width, along])
  }
})

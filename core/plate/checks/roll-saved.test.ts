import { finding, foundBy, studioOf } from '../../testing/fixtures.ts'
import { itemsOf, several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { resolve } from '../resolve/resolve.ts'
import { rollSaved } from './roll-saved.ts'

const piece = (width: number, height: number, copies = 1) => ({
  size: { by: 'picture' as const, width: mm(width), height: mm(height) },
  copies,
})
const of = (list: Parameters<typeof several>[0]) => {
  const plate = resolve(
    several(list, { ...NEW_ARRANGEMENT.sizes, border: 0, gutter: mm(4) }, { paperId: 'pilot-rag', sheet: null }),
    studioOf(),
    {
      printer: 'heron',
      path: 'heron-roll',
    },
  )
  return { found: finding(plate, 'roll-saved'), plate }
}

test('two of 200 × 250 lie beside each other: the roll of one instead of two, ends and all, worked by hand', () => {
  const { found, plate } = of([piece(200, 250), piece(200, 250)])
  const { margins, length } = plate.setup?.path ?? { margins: { leading: 0, trailing: 0 }, length: { min: 0 } }
  const ends = Math.max(mm(10), margins.leading) + Math.max(mm(10), margins.trailing)
  // Each by itself lies with its shorter side along the roll, where that is not below what the path cuts.
  const alone = 2 * Math.max(length.min, mm(200) + ends)
  expect(found?.numbers).toEqual({ together: plate.forms[0]?.sheet.h, alone, saved: alone - (plate.forms[0]?.sheet.h ?? 0) })
  expect(plate.forms[0]?.placements.length).toBe(2)
})

test('nothing is said of one piece, nor where nothing is saved, nor of sheets', () => {
  expect(of([piece(300, 400)]).found).toBeUndefined()
  const sheets = resolve(several([piece(100, 80), piece(100, 80)], NEW_ARRANGEMENT.sizes), studioOf())
  expect(finding(sheets, 'roll-saved')).toBeUndefined()
  // What is laid in a grid, or by hand, was meant to lie so.
  const grid = resolve(
    several([piece(200, 250), piece(200, 250)], { ...NEW_ARRANGEMENT.grid, columns: 2, rows: 1 }, { paperId: 'pilot-rag', sheet: null }),
    studioOf(),
    { printer: 'heron', path: 'heron-roll' },
  )
  expect([grid.forms[0]?.placements.length, finding(grid, 'roll-saved')]).toEqual([2, undefined])
})

test('pieces with white of their own, as those of a gang, count with it; a path’s long ends count, and a piece goes on as it fits', () => {
  const white = { head: mm(3), right: mm(9), foot: mm(12), left: mm(5) }
  const studio = studioOf()
  for (const { paths } of studio.printers)
    for (const { id, margins } of paths)
      if (id === 'heron-roll') Object.assign(margins, { leading: mm(12), trailing: mm(25), left: mm(9), right: mm(3) })
  // What prints of 431.9 mm is 419.9 mm wide.
  const list = [
    { ...piece(200, 250, 3), white },
    { ...piece(380, 405), white },
  ]
  const brief = several(list, { ...NEW_ARRANGEMENT.sizes, border: 0, gutter: mm(4) }, { paperId: 'pilot-rag', sheet: null })
  const plate = resolve(brief, studio, { printer: 'heron', path: 'heron-roll' })
  // 214 × 265 lies with 214 along the roll; 394 × 420 is a tenth too long to lie across: 420 along it. 37 mm of ends each.
  const alone = 3 * mm(214 + 37) + mm(420 + 37)
  expect(finding(plate, 'roll-saved')?.numbers.alone).toBe(alone)
  const narrower = resolve(
    { ...brief, items: brief.items.map((item, i) => (i === 1 ? { ...item, size: piece(380, 404.9).size } : item)) },
    studio,
    {
      printer: 'heron',
      path: 'heron-roll',
    },
  )
  expect(finding(narrower, 'roll-saved')?.numbers.alone).toBe(3 * mm(214 + 37) + mm(394 + 37))
})

test('a saving is told from a millimetre on, and not where both lengths read the same', () => {
  const found = (height: number, saved: number) =>
    foundBy(rollSaved, {
      together: { as: 'sizes' },
      brief: { unit: 'mm', items: itemsOf([piece(450, height)]) },
      path: { kind: 'roll', margins: { leading: mm(10), trailing: mm(10), left: 0, right: 0 }, length: { min: 0 } },
      way: { fed: { width: mm(500) } },
      // One by one it lies with its height along the roll, 10 mm at each end.
      layout: { sheet: { h: mm(height + 20) - saved } },
      sheets: 1,
      arranged: { left: [] },
    })
  expect([found(600, -500), found(600, 0), found(600, 999)]).toEqual([[], [], []])
  expect(found(600, 1000)).toMatchObject([
    { says: 'Laid together the pieces take 619.0 mm of the roll; one by one they would take 620.0 mm.', numbers: { saved: 1000 } },
  ])
  // 2.020 m and 2.017 m are both 2.02 m; 2.014 m are 2.01.
  expect(found(2000, 3000)).toEqual([])
  expect(found(2000, 6000)).toMatchObject([{ says: expect.stringMatching(/take 2\.01 m .* take 2\.02 m\.$/) }])
})

import { brief, picture, sheet, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import type { Brief } from '../../things/brief/brief.ts'
import type { Item } from '../../things/brief/item.ts'
import { mm } from '../../things/length/length.ts'
import { resolve } from '../resolve/resolve.ts'
import { begunAs, withBegun } from './begin-with.ts'
import { misfit, mostFitting, shapeOf } from './fit.ts'

const SQUARE = { width: 100, height: 100 }

test.each<[string, { width: number; height: number }, number]>([
  ['the same shape', { width: 3000, height: 2000 }, 0],
  ['the same shape, the other way round', { width: 2000, height: 3000 }, 0],
  // A third of a 3:2 picture is cut off to make a square of it: 1 − 1/1.5.
  ['a square', { width: 500, height: 500 }, 1 / 3],
  // 3:1 to 3:2 keeps half.
  ['a panorama', { width: 6000, height: 2000 }, 0.5],
  ['four to three', { width: 4000, height: 3000 }, 1 - 4 / 3 / 1.5],
])('what a place of 150 × 100 crops of %s', (_what, picture, cropped) => {
  expect(misfit({ width: 150, height: 100, turns: true }, picture)).toBeCloseTo(cropped, 10)
})

const shaped = (size: Item['size']) => shapeOf(resolve(brief({ size, sheet: sheet('iso_a4_210x297mm') }), studioOf()))

test.each<[string, Item['size'], boolean]>([
  ['shown whole on the sheet', { by: 'sheet', fill: false }, false],
  ['filling the sheet', { by: 'sheet', fill: true }, true],
  ['with a border', { by: 'border', border: mm(20) }, false],
  ['with exact borders', { by: 'border', border: mm(20), exact: true }, true],
  ['of a width', { by: 'picture', width: mm(150), height: null }, false],
  ['of a width and a height', { by: 'picture', width: mm(150), height: mm(70) }, true],
  ['at a resolution', { by: 'resolution', ppi: 300 }, false],
])('a picture %s crops the next one: %#', (_what, size, fills) => {
  expect(shaped(size)?.fills).toBe(fills)
})

test('the shape is that of the picture as it was printed', () => {
  const shape = shaped({ by: 'picture', width: mm(150), height: mm(70) })
  expect(shape).toEqual({ width: mm(150), height: mm(70), fills: true, turns: false })
  expect(shapeOf({ brief: brief(), forms: [] })).toBeNull()
})

test('one that may not be turned is cropped to the shape as it stands', () => {
  const portrait = { width: 2000, height: 3000 }
  expect(misfit({ width: 150, height: 100, turns: false }, portrait)).toBeCloseTo(1 - 4 / 9, 10)
  expect(misfit({ width: 100, height: 150, turns: false }, portrait)).toBeCloseTo(0, 10)
})

// What is said beforehand against what is cropped when the picture is really set up so.
const place = { item: '1', x: mm(20), y: mm(20), width: mm(120), height: mm(80), fill: true }
const KEPT: [string, Brief][] = [
  ['filling the sheet', brief({ size: { by: 'sheet', fill: true }, sheet: sheet('iso_a4_210x297mm') })],
  ['shown whole', brief({ size: { by: 'sheet', fill: false }, sheet: sheet('iso_a4_210x297mm') })],
  ['exact borders', brief({ size: { by: 'border', border: mm(30), exact: true }, sheet: sheet('iso_a4_210x297mm') })],
  ['a width and a height', brief({ size: { by: 'picture', width: mm(150), height: mm(90) }, sheet: sheet('iso_a4_210x297mm') })],
  ['a width alone', brief({ size: { by: 'picture', width: mm(110), height: null }, sheet: sheet('iso_a4_210x297mm') })],
  ['cells, turned as it suits', several([{}], { ...NEW_ARRANGEMENT.grid, fill: true, turn: true })],
  ['cells, never turned', several([{}], { ...NEW_ARRANGEMENT.grid, fill: true, turn: false })],
  ['cells, whole', several([{}], { ...NEW_ARRANGEMENT.grid, fill: false, turn: false })],
  ['a place, turned as it suits', several([{}], { ...NEW_ARRANGEMENT.free, places: [{ ...place, turn: null }] })],
  ['a place, turned by a quarter', several([{}], { ...NEW_ARRANGEMENT.free, places: [{ ...place, turn: 90 }] })],
]
test.each(KEPT)('what a set-up is said to crop is what it crops: %s', (_what, kept) => {
  const plate = resolve(kept, studioOf())
  for (const [width, height] of [
    [3000, 2000],
    [2000, 3000],
    [2400, 2400],
    [6000, 2000],
    [1500, 4000],
  ] as const) {
    const one = picture({ width, height, id: `${width}`, hash: 'c'.repeat(64) })
    const { brief: begun, pins } = withBegun(begunAs(plate), [one])
    const crop = resolve(begun, studioOf(), pins).forms[0]?.placements[0]?.crop
    const [suits] = mostFitting([{ shape: shapeOf(plate), changes: [] }], [one])
    expect([width, height, suits?.cropped.toFixed(2)]).toEqual([width, height, (1 - (crop?.w ?? 0) * (crop?.h ?? 0)).toFixed(2)])
  }
})

test('in cells it is the cell that says whether pictures fill it, whatever their size says', () => {
  const grid = (fill: boolean) =>
    shapeOf(resolve(several([{ size: { by: 'picture', width: mm(50), height: mm(50) } }], { ...NEW_ARRANGEMENT.grid, fill }), studioOf()))
  expect(grid(true)?.fills).toBe(true)
  expect(grid(false)?.fills).toBe(false)
})

test('what crops least comes first; then what has changed least; then whose own picture was of this shape', () => {
  const kept = (id: string, width: number, fills: boolean, changed = 0) => ({
    id,
    shape: { width, height: 100, fills, turns: true },
    changes: Array.from({ length: changed }, () => ({ weight: 'matters' as const })),
  })
  const list = [
    kept('crops', 200, true),
    kept('changed', 100, true, 2),
    kept('whole', 300, false),
    { id: 'no place', shape: null, changes: [{ weight: 'note' as const }] },
    kept('fits', 100, true),
  ]
  const found = mostFitting(list, [SQUARE])
  expect(found.map(({ setup }) => setup.id)).toEqual(['no place', 'fits', 'whole', 'changed', 'crops'])
  expect(found.map(({ cropped }) => cropped)).toEqual([0, 0, 0, 0, 0.5])
  // On the mean of several: half of the square, nothing of the other.
  expect(mostFitting(list, [SQUARE, { width: 100, height: 200 }]).find(({ setup }) => setup.id === 'crops')?.cropped).toBe(0.25)
  expect(mostFitting(list, []).map(({ setup }) => setup.id)).toEqual(['crops', 'whole', 'no place', 'fits', 'changed'])
})

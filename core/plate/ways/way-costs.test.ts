import { studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { APART, NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { leastForCut, leastForLot } from './way-costs.ts'
import { waysFor } from './ways.ts'

const studio = studioOf()
const lot = studio.lots.find((one) => one.id === 'lustre-a3')
const paper = studio.papers.find((one) => one.id === lot?.paperId)
const roll = studio.lots.find((one) => one.form === 'roll')
if (!lot || !paper || !roll) throw new Error('demo')
const priced = { ...paper, pricePerSquareMetre: 20 }

test('the least a lot costs is its price sheet by sheet, and what it lacks', () => {
  const of = (copies: number | null, stock = 1000) => leastForLot({ ...lot, stock }, priced, copies)
  expect(of(10)).toBeGreaterThan(0)
  expect(of(40) / of(10)).toBeCloseTo(4, 9)
  expect(leastForLot({ ...lot, stock: 1000 }, { ...priced, pricePerSquareMetre: 40 }, 10)).toBeCloseTo(2 * of(10), 9)
  // One sheet short costs the same at any number; as many as are needed costs nothing.
  expect(of(10, 10)).toBe(of(10))
  expect(of(10, 9) - of(10)).toBeCloseTo(of(40, 39) - of(40), 9)
  expect(of(10, 9)).toBeGreaterThan(of(10))
  expect([of(null), leastForLot(roll, priced, 10)]).toEqual([0, 0])
})

test('the least a cut costs is its own work, and paper by what is asked for, a millimetre and a half less', () => {
  const of = (width: number | null, length: number | null, copies: number | null = 10) => leastForCut({ width, length }, priced, copies)
  const work = of(mm(200), mm(300), null)
  expect(work).toBeGreaterThan(0)
  expect([of(null, mm(300)), of(mm(200), null), leastForCut(null, priced, 10)]).toEqual([work, work, work])
  const paper = (...size: Parameters<typeof of>) => of(...size) - work
  expect(paper(mm(401.5), mm(301.5)) / paper(mm(201.5), mm(301.5))).toBeCloseTo(2, 9)
  expect(paper(mm(201.5), mm(601.5)) / paper(mm(201.5), mm(301.5))).toBeCloseTo(2, 9)
  expect(paper(mm(201.5), mm(301.5), 30) / paper(mm(201.5), mm(301.5))).toBeCloseTo(3, 9)
})

test('a picture that has no place costs an hour, each of them a minute more; a millimetre of a print that hangs over costs one', () => {
  const size = (width: number, height: number) => ({ size: { by: 'picture' as const, width: mm(width), height: mm(height) } })
  const costs = (list: Parameters<typeof several>[0], says: RegExp) => {
    const ways = waysFor(several(list, { ...NEW_ARRANGEMENT.sizes, border: 0 }), studio)
    return new Set(
      ways.flatMap((way) => way.costs.flatMap((cost) => (says.test(cost.says) && way.lot.id === 'lustre-a3' ? [cost.points] : []))),
    )
  }
  // On A3 there is no room for half a metre.
  expect(costs([size(100, 80), size(500, 200)], /picture does not fit on the sheet/)).toEqual(new Set([61]))
  expect(costs([size(500, 200), size(100, 80), size(480, 300), size(490, 210)], /3 pictures do not fit on the sheet/)).toEqual(
    new Set([63]),
  )
  expect(costs([size(100, 80)], /not fit on the sheet/)).toEqual(new Set())
})

test('a print hangs over the sheet by what lies further past an edge than ink runs past it, in the turn in which it hangs over least', () => {
  // The small printer’s steps end at 2.5 mm past all four edges of A4.
  const over = (width: number, height: number, finish: 'bordered' | 'borderless') => {
    const brief = several([{ size: { by: 'picture', width: mm(width), height: mm(height) } }], APART, {
      finish,
      paperId: 'beacon-gloss',
      sheet: null,
    })
    const way = waysFor(brief, studio).find(({ path, lot: { id } }) => path.id === 'tern-rear' && id === 'gloss-a4')
    if (!way) throw new Error('no such way')
    const { width: w, length } = way.lot.measured
    const found = way.costs.find(({ says }) => says.endsWith('of the picture does not fit'))
    return { found: found?.says ?? null, points: found?.points, w: w / 1000, h: length / 1000 }
  }
  const { w, h } = over(100, 80, 'borderless')
  expect(over(w + 5, h + 5, 'borderless').found).toBeNull()
  expect(over(h + 5, w + 5, 'borderless').found).toBeNull()
  expect(over(w + 5.4, h + 5, 'borderless')).toMatchObject({ found: '0.4 mm of the picture does not fit', points: 30.4 })
  expect(over(w + 5, h + 5.4, 'borderless').found).toBe('0.4 mm of the picture does not fit')
  // With margins it may not even be as large as the sheet.
  expect(over(w, h, 'bordered').found).not.toBeNull()
})

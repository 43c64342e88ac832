import { plateOf } from '../testing/fixtures.ts'
import type { Form, Side } from './form.ts'
import { collated, formOfSheet, pagesOf, sheetsFrom, sheetsIn, takenBy } from './run-pages.ts'

const [laid] = plateOf({}).forms
const form = (id: string, count: number, side: Side = 'front'): Form => {
  if (!laid) throw new Error('no form')
  return { ...laid, id, count, side }
}
const plate = { forms: [form('front', 6), form('back', 6, 'back'), form('front-2', 4)] }
const said = (pages: readonly { form: { id: string }; count: number }[]) => pages.map((p) => `${p.form.id}×${p.count}`)

test('a run prints one side of the plate, all of it or what was chosen; what is not there is left out', () => {
  expect(said(pagesOf(plate, 'front'))).toEqual(['front×6', 'front-2×4'])
  expect(said(pagesOf(plate, 'back'))).toEqual(['back×6'])
  expect(
    said(
      pagesOf(plate, 'front', [
        { form: 'front-2', count: 1 },
        { form: 'back', count: 1 },
        { form: 'x', count: 9 },
      ]),
    ),
  ).toEqual(['front-2×1'])
})

// 6 and 4 have 2 in common: the document is three and two, printed twice.
test('a document holds as little as it can, and copies make it whole', () => {
  const { copies, pages } = collated(pagesOf(plate, 'front'))
  expect([copies, said(pages), sheetsIn(pages) * copies]).toEqual([2, ['front×3', 'front-2×2'], 10])
  expect(collated(pagesOf({ forms: [form('front', 100)] }, 'front'))).toMatchObject({ copies: 100, pages: [{ count: 1 }] })
  expect(collated([])).toEqual({ copies: 1, pages: [] })
})

test('which form the nth sheet is of, through a document that is printed twice', () => {
  const pages = pagesOf(plate, 'front')
  expect(Array.from({ length: 10 }, (_, i) => formOfSheet(pages, i + 1)?.id)).toEqual([
    ...['front', 'front', 'front', 'front-2', 'front-2'],
    ...['front', 'front', 'front', 'front-2', 'front-2'],
  ])
  expect(formOfSheet([], 1)).toBeNull()
})

test.each([
  ['6 and 4', [6, 4], [3, 8]],
  ['3 and 3: in turn', [3, 3], [1, 7]],
  ['4, 1 and 2, one of which takes nothing', [4, 1, 2], [2, 0, 5]],
  ['one kind', [5], [3]],
])('what the first sheets take, and how far something lasts, sheet by sheet: %s', (_, counts, takes) => {
  const pages = pagesOf({ forms: counts.map((count, i) => form(`f${i}`, count)) }, 'front')
  const each = ({ id }: { id: string }) => takes[Number(id.slice(1))] ?? 0
  let taken = 0
  const after = Array.from({ length: sheetsIn(pages) }, (_, i) => {
    taken += each(formOfSheet(pages, i + 1) ?? { id: 'f9' })
    return taken
  })
  expect(after.map((_, i) => takenBy(pages, i + 1, each))).toEqual(after)
  expect(takenBy(pages, 0, each)).toBe(0)
  for (let amount = 0; amount < taken; amount += 0.5)
    expect([amount, sheetsFrom(pages, amount, each)]).toEqual([amount, after.filter((sum) => sum <= amount).length])
  expect([sheetsFrom(pages, taken, each), sheetsFrom(pages, 10 * taken, each)]).toEqual([after.length, after.length])
})

import { markOf, noneLeft, packEdited, packFrom, paperOfKind, type SamplePackEdit, SamplePackEditSchema, sheetOut } from './sample-pack.ts'

const kind = (id: string, name: string, sheets: number) => ({
  id,
  name,
  surface: 'satin' as const,
  weight: 270,
  thickness: null,
  twoSided: false,
  printableSide: 'the shinier one',
  sheets,
})
/** Five sheets for 7.00: 1.40 each; an A4 is 0.06237 m², so a square metre of it 22.45. */
const EDIT: SamplePackEdit = {
  name: 'Skerry samples',
  width: 297_000,
  length: 210_000,
  paidCents: 700,
  arrived: '2026-11-20',
  notes: '',
  kinds: [kind('a', 'Skerry Satin 270', 2), kind('b', 'Skerry Rag 310', 3)],
}
const [satin, rag] = EDIT.kinds as [(typeof EDIT.kinds)[number], (typeof EDIT.kinds)[number]]

test.each([
  [1, 1, 'A1'],
  [3, 4, 'C4'],
  [26, 12, 'Z12'],
  [27, 1, 'AA1'],
  [52, 1, 'AZ1'],
  [53, 10, 'BA10'],
  [703, 1, 'AAA1'],
])('sheet %2$s of pack %1$s is called %3$s', (number, n, mark) => {
  expect(markOf(number, n)).toBe(mark)
})

test('a sheet that is taken out is a lot of one sheet with a mark of its own, and the pack has one less of that paper', () => {
  const first = sheetOut(3, packFrom(EDIT), rag, 'skerry-rag-310', [])
  expect(first.lot).toMatchObject({
    id: 'sample-c1',
    mark: 'C1',
    paperId: 'skerry-rag-310',
    stock: 1,
    form: 'sheet',
    pwg: 'iso_a4_210x297mm',
    measured: { width: 210_000, length: 297_000 },
    arrived: '2026-11-20',
  })
  expect(first.pack.of).toEqual({ a: { left: 2, paperId: null }, b: { left: 2, paperId: 'skerry-rag-310' } })
  const second = sheetOut(3, first.pack, satin, 'skerry-satin-270', ['sample-c2'])
  expect(second.lot.mark).toBe('C2')
  // A lot that came from elsewhere under that id keeps it.
  expect(second.pack.taken).toEqual(['sample-c1', 'sample-c2-2'])
  expect(noneLeft(second.pack, 'a').code).toBe('none-left')
  expect(noneLeft(second.pack, 'z').code).toBe('no-such-paper')
})

test('its paper is known as far as the divider says, priced by its share of the pack', () => {
  const paper = paperOfKind(3, packFrom(EDIT), satin)
  // Resin-coated satin is about as thick in µm as it weighs in g/m²: 270.
  expect(paper).toMatchObject({ name: 'Skerry Satin 270', weight: 270, thickness: 270, thicknessFrom: 'estimated', sampleOf: '3' })
  expect(paper.pricePerSquareMetre).toBeCloseTo(22.45, 2)
  expect(paperOfKind(3, packFrom({ ...EDIT, paidCents: null }), { ...satin, thickness: 301 })).toMatchObject({
    pricePerSquareMetre: 0,
    thickness: 301,
    thicknessFrom: 'label',
  })
})

test('written down anew, what was taken out stays out; less than that cannot have come', () => {
  const { pack } = sheetOut(3, sheetOut(3, packFrom(EDIT), rag, 'r', []).pack, rag, 'r', [])
  const anew = (sheets: number) => packEdited(pack, { ...EDIT, name: 'Skerry', kinds: [satin, { ...rag, sheets }] })
  const more = anew(5)
  expect(more.ok && more.value).toMatchObject({ name: 'Skerry', taken: pack.taken, of: { a: { left: 2 }, b: { left: 3, paperId: 'r' } } })
  const just = anew(2)
  expect(just.ok && just.value.of.b).toEqual({ left: 0, paperId: 'r' })
  expect(anew(1)).toMatchObject({ ok: false, problem: { code: 'taken-already', value: 'Skerry Rag 310', limit: '2' } })
  expect(packEdited(pack, { ...EDIT, kinds: [satin] })).toMatchObject({ ok: false, problem: { code: 'taken-already' } })
  const without = packEdited(pack, { ...EDIT, kinds: [rag, kind('c', 'Skerry Gloss', 1)] })
  expect(without.ok && without.value.of).toEqual({ b: { left: 1, paperId: 'r' }, c: { left: 1, paperId: null } })
})

test.each([
  ['no papers', { kinds: [] }],
  ['one paper twice', { kinds: [satin, satin] }],
  ['no sheets', { kinds: [{ ...satin, sheets: 0 }] }],
  ['a hundred and one sheets', { kinds: [{ ...satin, sheets: 101 }] }],
  ['no width', { width: 0 }],
  ['no name', { name: '' }],
])('a pack of %s is none', (_, change) => {
  expect(SamplePackEditSchema.safeParse({ ...EDIT, ...change }).success).toBe(false)
})

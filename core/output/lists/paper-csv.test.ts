import { PAPERS } from '../../../demo/papers.ts'
import { matchHeadings, papersFrom, readCsv, readDecimal, saidOver, standingOf, writePaperCsv } from './paper-csv.ts'

const papersOf = (text: string, known = {}) => {
  const read = readCsv(text)
  if (!read.ok) throw new Error(read.problem.code)
  return papersFrom(read.value.rows, matchHeadings(read.value.headings, known))
}

test.each([
  ['0,419', 0.419],
  ['0.419', 0.419],
  ['1,250', 1250],
  ['1.250,50', 1250.5],
  ['1,250.50', 1250.5],
  ['1’250.5', 1250.5],
  ['1 250,5', 1250.5],
  ['€ 28,90', 28.9],
  ['308 gsm', 308],
  ['-3,5', -3.5],
  ['1,250,000', 1_250_000],
  ['', null],
  ['n/a', null],
] as const)('“%s” is %s', (text, value) => {
  expect(readDecimal(text)).toBe(value)
})

test('an owner’s list with semicolons, decimal commas and headings of its own', () => {
  const [one, two, three] = papersOf(
    '\uFEFFPapier;Oberfläche;Gewicht;Dicke;Preis;Beidseitig\r\n"Mole; Rag";Cotton rag;310;0,419;28,90;nein\r\nShoal Gloss;glossy;260;;9,5;\r\nEddy Lustre;luster;255;0,25;10;ja\r\n',
  )
  expect(one).toMatchObject({
    row: 2,
    wrong: [],
    paper: {
      name: 'Mole; Rag',
      surface: 'art',
      weight: 310,
      thickness: 419,
      thicknessFrom: 'label',
      pricePerSquareMetre: 28.9,
      twoSided: false,
    },
  })
  expect(two?.paper).toMatchObject({ surface: 'gloss', thicknessFrom: 'estimated', thickness: 265 })
  expect(three?.paper).toMatchObject({ surface: 'satin', twoSided: true, thickness: 250 })
})
test('what a list does not say: its white is taken for a plain one, by eye, and it costs nothing', () => {
  const [plain] = papersOf('name,surface,gsm\nShoal Rag,art,300\n')
  expect(plain?.paper).toMatchObject({
    white: [96, 0, 0],
    whiteFrom: 'eye',
    pricePerSquareMetre: 0,
    price: null,
    twoSided: false,
    code: '',
    notes: '',
  })
})

test('mils, and the price of a pack', () => {
  const [rag] = papersOf('name,surface,gsm,mil,box price,sheets,size\nMole Rag,art,310,16.5,49.95,25,A4\n')
  // By hand: 25 sheets of 0.21 × 0.297 m are 1.55925 m².
  expect(rag?.paper).toMatchObject({ thickness: 419, pricePerSquareMetre: 32.0346, price: { cents: 4995, per: 'pack', sheets: 25 } })
})
test('every row that is wrong says why, with its number in the spreadsheet; the others are read', () => {
  const rows = papersOf(
    'name,surface,g/m²,mm\nA,matte,200,\n,matte,200,\nC,velvet,200,\nD,matte,5,\nE,matte,many,\na,matte,180,\nG,matte,200,40\nH,matte,,\n',
  )
  expect(rows.map((r) => [r.row, r.paper?.name ?? null, r.wrong.join()])).toEqual([
    [2, 'A', ''],
    [3, null, 'it has no name'],
    [4, null, '“velvet” is no surface that is known'],
    [5, null, 'g/m² “5” is not between 10 and 3000'],
    [6, null, 'g/m² “many” is not between 10 and 3000'],
    [7, null, 'row 2 has the same name'],
    [8, null, 'mm “40” is not between 0.02 and 10'],
    [9, null, 'its g/m² is not said'],
  ])
})
test('headings matched by hand are remembered; none stands for two', () => {
  expect(matchHeadings(['Bezeichnung', 'Qualität', 'Surface', 'Finish'])).toEqual({
    Bezeichnung: 'name',
    Qualität: null,
    Surface: 'surface',
    Finish: null,
  })
  expect(matchHeadings(['Qualität', 'Surface'], { qualität: 'surface' })).toEqual({ Qualität: 'surface', Surface: null })
  expect(matchHeadings(['Name'], { name: null })).toEqual({ Name: null })
})
test.each([
  ['', 'list-empty'],
  ['name,surface\n', 'list-empty'],
  [`name\n${'x\n'.repeat(2001)}`, 'list-long'],
  [`name\n${'x\n'.repeat(2000)}`, null],
  ['name,surface\n"A,matte\nB,gloss\n', 'list-broken'],
])('a list that is none says so', (text, code) => {
  const read = readCsv(text)
  expect(read.ok ? null : read.problem.code).toBe(code)
})
test('what is written is read again the same', () => {
  const rows = papersOf(writePaperCsv(PAPERS))
  expect(rows.map((r) => r.wrong)).toEqual(PAPERS.map(() => []))
  for (const [i, paper] of PAPERS.entries()) {
    const { name, surface, weight, thickness, twoSided, pricePerSquareMetre } = paper
    expect(rows[i]?.paper).toMatchObject({ name, surface, weight, thickness, twoSided, pricePerSquareMetre })
  }
})
test('no cell is a formula in a spreadsheet', () => {
  const [paper] = PAPERS
  if (!paper) throw new Error('no paper')
  const list = writePaperCsv([{ ...paper, name: '=HYPERLINK("x")', notes: '@SUM(A1)' }])
  expect(list).toContain(`"'=HYPERLINK(""x"")"`)
  // And it is read again as what it was.
  expect(papersOf(list)[0]?.paper).toMatchObject({ name: '=HYPERLINK("x")', notes: '@SUM(A1)' })
})
test('a row is new, the same, or differs in what it says; what it leaves out is not said otherwise', () => {
  const rows = papersOf(
    'name,surface,g/m²,mm,price\nBEACON GLOSS 260,gloss,260,,\nQuay Matte 189,matte,192,0.24,7\nShoal Rag,art,300,,\n',
  ).map((r) => r.paper)
  const [beacon, quay, shoal] = rows.map((paper) => paper && standingOf(paper, PAPERS))
  expect(beacon).toEqual({ as: 'same', id: 'beacon-gloss' })
  expect(quay).toEqual({ as: 'differs', id: 'quay-matte', fields: ['weight', 'thickness', 'pricePerSquareMetre'] })
  expect(shoal).toEqual({ as: 'new' })
  const there = PAPERS.find((p) => p.id === 'quay-matte')
  if (!there || !rows[1]) throw new Error('no quay')
  // Only what is taken is changed.
  expect(saidOver(there, rows[1], ['weight'])).toEqual({ ...there, id: undefined, weight: 192 })
})

test('rows are numbered as the spreadsheet numbers them, empty ones too; a heading that is there twice is two columns', () => {
  const read = readCsv('\n ; \nname;surface;note;note\n\nA;gloss;x\n;;;\n"B\nb";matte;y;z;more\n')
  expect(read.ok && read.value.headings).toEqual(['name', 'surface', 'note', 'note_1'])
  expect(read.ok && read.value.rows).toEqual([
    { row: 5, cells: { name: 'A', surface: 'gloss', note: 'x', note_1: '' } },
    { row: 7, cells: { name: 'B\nb', surface: 'matte', note: 'y', note_1: 'z' } },
  ])
  expect(papersOf('name,surface,g/m²\n\nA,gloss,200\n\nA,matte,180\n').map(({ row, wrong }) => [row, wrong.join()])).toEqual([
    [3, ''],
    [5, 'row 3 has the same name'],
  ])
})

test('a quotation mark that is not closed is said with its row in the spreadsheet', () => {
  const read = readCsv('name,surface\nB,gloss\nC,"matte\nD,art\n')
  expect(read).toMatchObject({
    ok: false,
    problem: { code: 'list-broken', value: 'row 3', message: expect.stringContaining('in row 3 is not closed') },
  })
})

test('numbers are taken at their limits and refused beyond them', () => {
  const wrong = (heading: string, value: string) => {
    const [row] = papersOf(`name,surface,g/m²,${heading}\nA,matte,200,"${value}"\n`)
    // What is wrong anywhere is not taken at all.
    expect(row?.paper === null).toBe(row?.wrong.length !== 0)
    return row?.wrong.length
  }
  for (const [heading, least, under, most, over] of [
    ['mm', '0.02', '0.019', '10', '10.1'],
    ['mil', '1', '0.9', '393', '394'],
    ['price per m²', '0', '-1', '100000', '100001'],
    ['pack price', '0', '-1', '1000000', '1000001'],
    ['pack size', '1', '0.5', '100000', '100001'],
  ] as const)
    expect([heading, ...[least, under, most, over].map((value) => wrong(heading, value))]).toEqual([heading, 0, 1, 0, 1])
  const [long] = papersOf(`name,surface,g/m²,code,notes\nA,matte,200,${'c'.repeat(41)},${'n'.repeat(2001)}\n`)
  expect([long?.paper?.code?.length, long?.paper?.notes?.length]).toEqual([40, 2000])
  const named = (letters: number) => papersOf(`name,surface,g/m²\n${'a'.repeat(letters)},matte,200\n`)[0]?.wrong
  expect([named(80), named(81)]).toEqual([[], ['its name is longer than 80 letters']])
})

test('a row of another name is the paper of its code, however many have another or none', () => {
  const [row] = papersOf('name,surface,g/m²,code\nBeacon new name,gloss,260,BG-260\n')
  const papers = PAPERS.map((paper) => ({
    ...paper,
    code: paper.id === 'beacon-gloss' ? 'BG-260' : paper.id === 'quay-matte' ? 'QM-189' : '',
  }))
  if (!row?.paper) throw new Error('no row')
  expect(standingOf(row.paper, papers)).toMatchObject({ id: 'beacon-gloss' })
  expect(standingOf({ ...row.paper, code: 'BG-261' }, papers)).toEqual({ as: 'new' })
  expect(standingOf({ ...row.paper, code: '' }, papers)).toEqual({ as: 'new' })
})

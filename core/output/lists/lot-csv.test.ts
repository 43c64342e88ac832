import { type ListedLot, writeLotCsv } from './lot-csv.ts'

const box: ListedLot = {
  id: 'mole-a3',
  paperId: 'mole',
  form: 'sheet',
  nominalWidth: 297_000,
  nominalLength: 420_000,
  measuredWidth: 296_600,
  measuredLength: 419_800,
  stock: 17,
  story: { number: 'B-11', arrived: '2026-11-20', paidCents: 1250, mark: '' },
  aside: true,
  archived: false,
}
const roll: ListedLot = {
  ...box,
  id: 'mole-24',
  form: 'roll',
  nominalWidth: 609_600,
  measuredWidth: 609_400,
  stock: 8_250_000,
  story: null,
  aside: false,
  archived: true,
}

test('a box in millimetres and sheets, a roll in metres; what nobody said is empty', () => {
  const [head, ...lines] = writeLotCsv([box, roll], [{ id: 'mole', name: 'Mole Rag, heavy' }])
    .replace('\ufeff', '')
    .trim()
    .split(/\r?\n/)
  expect(head).toBe(
    'lot,paper,form,width mm,length mm,measured width,measured length,sheets left,metres left,number,arrived,paid,mark,state',
  )
  expect(lines).toEqual([
    'mole-a3,"Mole Rag, heavy",sheet,297,420,296.6,419.8,17,,B-11,2026-11-20,12.5,,set aside',
    'mole-24,"Mole Rag, heavy",roll,609.6,,609.4,,,8.25,,,,,used up',
  ])
  expect(writeLotCsv([{ ...box, paperId: 'gone' }], [])).toContain(',gone,')
})

import { inch, mm } from '../../things/length/length.ts'
import { readBatchList, wishInName } from './batch-list.ts'

test.each([
  ['fog-bank 13x18cm x2.jpg', { size: { width: mm(130), height: mm(180) }, copies: 2 }],
  ['A4_lens_3 copies.tif', { size: { width: mm(210), height: mm(297) }, copies: 3 }],
  ['lens_5x7in.png', { size: { width: inch(5), height: inch(7) } }],
  ['10 off harbour 200 × 300 mm.jpg', { size: { width: mm(200), height: mm(300) }, copies: 10 }],
  ['wall-4x.jpg', { copies: 4 }],
  // A size is not a number of copies, however it is spaced.
  ['lens 5 x 7 in.png', { size: { width: inch(5), height: inch(7) } }],
  // Numbers that are neither: dates, counters, cameras, pixels without a unit.
  ['IMG_20261120_0042.jpg', {}],
  ['plate-003.png', {}],
  ['scan 3600x1200.tif', {}],
  ['x100v street.jpg', {}],
  ['chart A44.png', {}],
])('%s', (name, wish) => expect(wishInName(name, 'mm')).toEqual(wish))

const FILES = ['fog-bank.tif', 'Lens Red.jpg', 'chart.png']

test('a list by name, with or without the ending, whatever the separator and the order of its columns', () => {
  const { wishes, bad, missing } = readBatchList(
    '\ufeffcopies;paper;file;size\r\n3;Pilot Rag;fog-bank;13 x 18 cm\r\n;;LENS RED.JPG;A4\r\n',
    FILES,
    'mm',
  )
  expect(Object.fromEntries(wishes)).toEqual({
    'fog-bank.tif': { size: { width: mm(130), height: mm(180) }, copies: 3, paper: 'Pilot Rag' },
    'Lens Red.jpg': { size: { width: mm(210), height: mm(297) } },
  })
  expect([bad, missing]).toEqual([[], []])
})

test('what cannot be read is told by line and the rest is taken; names no file has are listed', () => {
  const { wishes, bad, missing } = readBatchList(
    'name,size,copies\nchart,enormous,0\nfog-bank.tif,A3,10001\ngone.jpg,A4,1\nLens Red,,7\n',
    FILES,
    'mm',
  )
  expect(bad.map(({ line }) => line)).toEqual([2, 2, 3])
  expect(missing).toEqual(['gone.jpg'])
  expect(Object.fromEntries(wishes)).toEqual({
    'chart.png': {},
    'fog-bank.tif': { size: { width: mm(297), height: mm(420) } },
    'Lens Red.jpg': { copies: 7 },
  })
})

test('one copy and ten thousand are taken; a list without names says what it lacks', () => {
  const { wishes } = readBatchList('name,copies\nchart,1\nfog-bank,10000\n', FILES, 'mm')
  expect([...wishes.values()]).toEqual([{ copies: 1 }, { copies: 10_000 }])
  expect(readBatchList('size,copies\nA4,1\n', FILES, 'mm').bad[0]?.says).toMatch(/no heading “name”/)
  expect(readBatchList('', FILES, 'mm').bad).toHaveLength(1)
})

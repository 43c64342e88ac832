import { toCsv } from './csv.ts'

test('commas, quotes, breaks and umlauts stay what they are; nothing is nothing', () => {
  expect(
    toCsv(
      ['Run', 'Job', 'Note'],
      [
        [7, 'Wharf, “north”', 'a "good" one'],
        [12, 'Grüße', 'two\nlines'],
        [13, '', null],
      ],
    ),
  ).toBe('\ufeffRun,Job,Note\r\n7,"Wharf, “north”","a ""good"" one"\r\n12,Grüße,"two\nlines"\r\n13,,\r\n')
})

test('a text that a spreadsheet would run is a text; a negative number stays a number', () => {
  const lines = toCsv(
    ['a', 'b'],
    [
      ['=1+2', -4.5],
      ['@sum', '+49'],
      ['-x', '-4'],
    ],
  ).split('\r\n')
  expect(lines[1]).toBe(`"'=1+2",-4.5`)
  expect(lines[2]).toBe(`"'@sum","'+49"`)
  expect(lines[3]).toBe(`"'-x","'-4"`)
})

test('a table without rows has its head', () => {
  expect(toCsv(['Run'], [])).toBe('\ufeffRun\r\n')
})

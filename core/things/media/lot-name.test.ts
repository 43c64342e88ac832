import { lotSizeName, paperSaid, sizeName } from './lot-name.ts'

const lot = (of: Partial<Parameters<typeof sizeName>[0]> & { mark?: string }) => ({
  form: 'sheet' as const,
  pwg: null,
  nominal: { width: 203_000, length: 1_000_000 },
  ...of,
})
test.each([
  [lot({ pwg: 'iso_a3_297x420mm' }), 'mm', 'A3'],
  [lot({}), 'mm', '203.0 × 1000.0 mm'],
  [lot({ form: 'roll', nominal: { width: 431_800, length: 15_000_000 } }), 'in', '17 in roll'],
  [lot({ pwg: 'iso_a4_210x297mm', mark: 'C4' }), 'mm', 'A4, sheet C4'],
] as const)('%j in %s is %s', (of, unit, said) => {
  expect(lotSizeName(of, unit).replace('17.00', '17')).toBe(said)
})
test('a sheet out of a sample pack is called by its mark wherever its paper is named; its size alone is not', () => {
  expect(sizeName(lot({ pwg: 'iso_a4_210x297mm', mark: 'C4' }), 'mm')).toBe('A4')
  expect(paperSaid({ name: 'Skerry Rag' }, { mark: 'C4' })).toBe('Skerry Rag, sheet C4')
  expect(paperSaid({ name: 'Skerry Rag' }, { mark: '' })).toBe('Skerry Rag')
})

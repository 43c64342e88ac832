import { lotAmount } from './lot-amount.ts'

test.each([
  ['sheet', 1, 'mm', '1 sheet'],
  ['sheet', 1_250, 'in', '1250 sheets'],
  ['roll', 7_400_000, 'mm', '7.40 m'],
  ['roll', 9_144_000, 'in', '30.0 ft'],
] as const)('of a %s, %i in %s is %s', (form, of, unit, said) => expect(lotAmount({ form }, of, unit)).toBe(said))

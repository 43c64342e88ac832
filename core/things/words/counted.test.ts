import { counted } from './counted.ts'

test('one is one, none and many are several', () => {
  expect([counted(1, 'sheet'), counted(0, 'sheet'), counted(31, 'sheet')]).toEqual(['1 sheet', '0 sheets', '31 sheets'])
  expect([counted(1, 'length of roll', 'lengths of roll'), counted(2, 'length of roll', 'lengths of roll')]).toEqual([
    '1 length of roll',
    '2 lengths of roll',
  ])
})

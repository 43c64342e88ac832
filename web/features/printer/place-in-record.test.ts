import { look } from './place-in-record.ts'

const record = {
  name: 'Tern',
  paths: [
    { id: 'rear', width: { min: 89, max: 330 } },
    { id: 'roll', width: { min: 203, max: 610 } },
  ],
}

test('looking where nothing is finds nothing', () => {
  expect(look(record, ['paths', '1', 'width', 'max'])).toBe(610)
  expect(look(record, ['paths', '7', 'width', 'max'])).toBeUndefined()
  expect(look({ roll: null }, ['roll', 'core'])).toBeUndefined()
})

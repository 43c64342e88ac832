import { look, put } from './place-in-record.ts'

const record = {
  name: 'Tern',
  paths: [
    { id: 'rear', width: { min: 89, max: 330 } },
    { id: 'roll', width: { min: 203, max: 610 } },
  ],
}

test('a value deep in a list changes there, and what lies beside the way there is not even copied', () => {
  const after = put(record, ['paths', '1', 'width', 'min'], 210) as typeof record
  expect(after.paths[1]?.width).toEqual({ min: 210, max: 610 })
  expect(after.paths[0]).toBe(record.paths[0])
  expect(record.paths[1]?.width.min).toBe(203)
})
test('a place that was not there is made, also below null', () => {
  expect(put({ roll: null }, ['roll', 'core', 'inner'], 76)).toEqual({ roll: { core: { inner: 76 } } })
})
test('an index beyond a list adds nothing', () => {
  expect(put(record, ['paths', '2', 'id'], 'x')).toEqual(record)
})
test('looking where nothing is finds nothing', () => {
  expect(look(record, ['paths', '1', 'width', 'max'])).toBe(610)
  expect(look(record, ['paths', '7', 'width', 'max'])).toBeUndefined()
  expect(look({ roll: null }, ['roll', 'core'])).toBeUndefined()
})

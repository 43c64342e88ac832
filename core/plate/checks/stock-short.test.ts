import { afterFix, finding, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'

test('more copies than sheets is a stop that offers what there is', () => {
  const plate = plateOf({ brief: { copies: 40 } })
  expect(finding(plate, 'stock-short')?.numbers).toEqual({ needed: 40, stock: 31, copies: 31 })
  expect(finding(afterFix(plate, 'stock-short'), 'stock-short')).toBeUndefined()
})

test('a roll is counted by length', () => {
  const brief = { paperId: 'pilot-rag', sheet: null, size: { by: 'picture' as const, width: mm(400), height: null } }
  expect(finding(plateOf({ brief: { ...brief, copies: 2 } }), 'stock-short')).toBeUndefined()
  expect(finding(plateOf({ brief: { ...brief, copies: 60 } }), 'stock-short')?.level).toBe('stop')
})

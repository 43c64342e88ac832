import { afterFix, decided, finding, plateOf } from '../../testing/fixtures.ts'

const cotton = (gap?: string) =>
  plateOf({ brief: { paperId: 'saltmarsh-cotton' }, pins: { printer: 'gannet', ...(gap ? { 'platen-gap': gap } : {}) } })

test('a thick sheet under the normal gap is a stop, and one press widens it', () => {
  const plate = cotton('normal')
  expect(finding(plate, 'head-strike')).toMatchObject({ level: 'stop', numbers: { thickness: 470, clears: 400 } })
  expect(decided(afterFix(plate, 'head-strike'), 'platen-gap')).toBe('wide')
})
test('left alone, the gap follows the paper', () => {
  expect(decided(cotton(), 'platen-gap')).toBe('wide')
  expect(finding(cotton(), 'head-strike')).toBeUndefined()
  expect(decided(plateOf({}), 'platen-gap')).toBe('normal')
})

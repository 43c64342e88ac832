import { bordersUneven } from '../plate/checks/borders-uneven.ts'
import { foundBy } from '../testing/fixtures.ts'
import { facingDifference, sayFacing } from './facing-borders.ts'

const borders = (left: number, right: number, leading: number, trailing: number) => ({ left, right, leading, trailing })

test.each([
  [borders(10_000, 10_500, 9000, 9000), 500, 'Facing borders are equal to the eye.'],
  [borders(10_000, 10_501, 9000, 9000), 500, 'Borders left and right differ by 0.5 mm, which few see.'],
  [borders(9000, 9000, 20_000, 19_000), 500, 'Borders leading and trailing differ by 1.0 mm, which few see.'],
  [borders(9000, 9000, 18_999, 20_000), 500, 'Borders leading and trailing differ by 1.0 mm, which is seen.'],
  [borders(3000, 15_000, 9000, 13_000), 500, 'Borders left and right differ by 12.0 mm, which is seen.'],
  // The house may see more than others, or less.
  [borders(10_000, 10_400, 9000, 9000), 150, 'Borders left and right differ by 0.4 mm, which is seen.'],
  [borders(10_000, 12_900, 9000, 9000), 1500, 'Borders left and right differ by 2.9 mm, which few see.'],
])('%j where a shift of %i µm is not seen', (b, visibleShift, says) => expect(sayFacing(b, 'mm', visibleShift)).toBe(says))

test('a foot that is wanted wider is no difference, and what differs beside it is', () => {
  const asked = borders(40_000, 20_000, 20_000, 20_000)
  const says = (left: number, leading: number) => sayFacing(borders(left, 20_000, leading, 14_000), 'mm', 500, asked)
  expect(says(40_000, 14_500)).toBe('Facing borders are equal to the eye, but for the wider foot.')
  expect(says(40_000, 14_501)).toBe('Borders leading and trailing differ by 0.5 mm, but for the wider foot, which few see.')
  expect(says(42_000, 14_000)).toBe('Borders left and right differ by 2.0 mm, but for the wider foot, which is seen.')
})

test('what is seen is what the check of uneven borders warns of, at every difference', () => {
  for (const visibleShift of [200, 500, 900])
    for (const off of [0, 399, 400, 401, 999, 1000, 1001, 1800, 1801, 9000]) {
      const b = borders(9000, 9000, 12_000 + off, 12_000)
      const settled = {
        item: { size: { by: 'border', border: 12_000 } },
        brief: { unit: 'mm', make: { as: 'print' } },
        borderless: 'none',
        layout: { borders: b, sheet: { w: 1, h: 1 }, printable: { x: 0, y: 0, w: 1, h: 1 } },
        path: { name: 'Rear', margins: b },
        offset: { x: 0, y: 0 },
        studio: { rules: { visibleShift } },
      }
      const warned = foundBy(bordersUneven, settled).length > 0
      expect([visibleShift, off, warned]).toEqual([visibleShift, off, /is seen/.test(sayFacing(b, 'mm', visibleShift))])
    }
})

test('the pair that differs more counts', () => {
  expect(facingDifference(borders(3000, 5000, 9000, 8000))).toBe(2000)
  expect(facingDifference(borders(3000, 4000, 9000, 12_500))).toBe(3500)
})

import { decided, finding, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'

const roll = (left: number, pins = {}) =>
  plateOf({
    brief: { paperId: 'fairway-satin', sheet: null, size: { by: 'picture', width: mm(500), height: null } },
    pins: { printer: 'petrel', ...pins },
    studio: (s) => {
      for (const lot of s.lots) if (lot.id === 'satin-24') lot.stock = mm(left)
      for (const tray of s.loaded) if (tray.lotId === 'satin-24') tray.remaining = mm(left)
    },
  })

test('the last metres of a roll are told with what is left; the gap is widened for their curl (common practice)', () => {
  const plate = roll(1500)
  expect(decided(plate, 'platen-gap')).toBe('wide')
  expect(finding(plate, 'roll-end')).toMatchObject({ level: 'note', fix: null })
  expect(finding(roll(1500, { 'platen-gap': 'normal' }), 'roll-end')).toMatchObject({
    level: 'warn',
    fix: { pins: { 'platen-gap': 'wide' } },
  })
})
test('a fresh roll, and sheets, have no end', () => {
  expect(finding(roll(21_500), 'roll-end')).toBeUndefined()
  expect(decided(roll(21_500), 'platen-gap')).toBe('normal')
  expect(finding(plateOf({}), 'roll-end')).toBeUndefined()
})

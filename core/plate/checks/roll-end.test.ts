import { decided, finding, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'

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

test('a print that takes the very last of the roll is at its end; of one that is too short something else is said', () => {
  const takes = layoutOf(roll(1500))?.sheet.h ?? 0
  const left = (um: number) => finding(roll((takes + um) / 1000), 'roll-end')?.numbers.left
  expect([left(0), left(1), left(-1)]).toEqual([0, 1, undefined])
})

test('all copies are counted: what is left after ten is the end of the roll, after one it is not', () => {
  const copies = (n: number) =>
    plateOf({
      brief: { paperId: 'fairway-satin', sheet: null, size: { by: 'picture', width: mm(500), height: null }, copies: n },
      pins: { printer: 'petrel' },
      studio: (s) => {
        for (const lot of s.lots) if (lot.id === 'satin-24') lot.stock = mm(5000)
        for (const tray of s.loaded) if (tray.lotId === 'satin-24') tray.remaining = mm(5000)
      },
    })
  const each = layoutOf(copies(1))?.sheet.h ?? 0
  expect(finding(copies(1), 'roll-end')).toBeUndefined()
  expect(finding(copies(10), 'roll-end')?.numbers.left).toBe(mm(5000) - 10 * each)
})

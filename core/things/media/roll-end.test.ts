import { studioOf } from '../../testing/fixtures.ts'
import { rollAfter } from './roll-end.ts'

const studio = studioOf()
const lot = { ...(studio.lots.find((l) => l.form === 'roll') as (typeof studio.lots)[number]), stock: 9_000_000 }
const other = { ...lot, id: `${lot.id}-2` }
const tray = (printerId: string, pathId: string, lotId: string, remaining: number) => ({
  printerId,
  pathId,
  lotId,
  remaining,
  at: '2026-11-02T09:00:00.000Z',
})
const on = (...loaded: ReturnType<typeof tray>[]) => ({ ...studio, loaded })
const after = (needed: number, ...loaded: ReturnType<typeof tray>[]) => rollAfter(on(...loaded), 'albatross', 'roll', lot, needed)

test('the curled end is the last 1.6 m, at, under and over it', () => {
  expect(after(2_000_000, tray('albatross', 'roll', lot.id, 3_600_000))).toBeNull()
  expect(after(2_000_001, tray('albatross', 'roll', lot.id, 3_600_000))).toBe(1_599_999)
  expect(after(4_000_000, tray('albatross', 'roll', lot.id, 3_600_000))).toBe(-400_000)
})

test('what is on the spindle counts, not what hangs elsewhere nor another roll there', () => {
  const short = 2_500_000
  expect(after(1_000_000, tray('albatross', 'roll', lot.id, short))).toBe(1_500_000)
  expect(after(1_000_000, tray('heron', 'roll', lot.id, short))).toBeNull()
  expect(after(1_000_000, tray('albatross', 'rear', lot.id, short))).toBeNull()
  expect(after(1_000_000, tray('albatross', 'roll', other.id, short))).toBeNull()
  // Nothing on the spindle: the shelf's 9 m.
  expect(after(7_399_999)).toBeNull()
  expect(after(7_400_001)).toBe(1_599_999)
})

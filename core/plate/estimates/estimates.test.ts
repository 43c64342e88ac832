import { brief, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'
import { resolve } from '../resolve/resolve.ts'

test('time, ink and paper grow with the copies', () => {
  const [one, ten] = [plateOf({}).estimates, plateOf({ brief: { copies: 10 } }).estimates]
  expect((ten?.printingSeconds ?? 0) / (one?.printingSeconds ?? 1)).toBeCloseTo(10, 6)
  expect((ten?.inkMillilitres ?? 0) / (one?.inkMillilitres ?? 1)).toBeCloseTo(10, 6)
  expect(one?.dryingMinutes).toBe(30)
})

test('paper costs what the sheet measures: an A3 of 10 a square metre', () => {
  expect(plateOf({}).estimates?.paperPrice).toBeCloseTo(0.2966 * 0.4198 * 10, 3)
})

test('high quality takes two to three times as long as the middle one (handbook, trade)', () => {
  const at = (quality: string) =>
    plateOf({ brief: { paperId: 'saltmarsh-cotton', sheet: sheet('iso_a3_297x420mm') }, pins: { quality } }).estimates?.printingSeconds ?? 0
  expect(at('finest') / at('fine')).toBeGreaterThan(2)
  expect(at('finest') / at('fine')).toBeLessThan(3)
})

test('what the levels of one ink have taught changes its own share and no other', () => {
  const studio = studioOf()
  const before = resolve(brief(), studio, {})
  const [first, ...others] = Object.entries(before.estimates?.inks ?? {})
    .filter(([, ml]) => ml > 0)
    .map(([id]) => id) as [string, ...string[]]
  const taught = {
    ...studio,
    printers: studio.printers.map((p) => ({
      ...p,
      // Reckoned 97 % of a cartridge, fallen by 147 %: with three per cent of prior 1.5 times.
      inks: p.inks.map((ink) =>
        ink.id === first ? { ...ink, meter: { ...ink.meter, reckoned: 0.97 * ink.capacity, fallen: 1.47 * ink.capacity } } : ink,
      ),
    })),
  }
  const after = resolve(brief(), taught, {})
  expect(after.estimates?.inks[first]).toBeCloseTo((before.estimates?.inks[first] as number) * 1.5, 9)
  for (const id of others) expect(after.estimates?.inks[id]).toBe(before.estimates?.inks[id])
})

test('a roll counts its length, sheets count loads', () => {
  const roll = plateOf({ brief: { paperId: 'pilot-rag', sheet: null, size: { by: 'picture', width: mm(380), height: null }, copies: 2 } })
  expect(roll.estimates?.rollLength).toBe(2 * (layoutOf(roll)?.sheet.h ?? 0))
  expect(plateOf({ brief: { copies: 31 }, pins: { path: 'heron-cassette' } }).estimates?.loads).toBe(1)
})

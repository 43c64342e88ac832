import { brief, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import type { Pairing } from '../../things/media/media.ts'
import type { Printer } from '../../things/printers/printer.ts'
import { layoutOf } from '../resolve/plate.ts'
import { resolve } from '../resolve/resolve.ts'
import { dryingOf, secondsOfSheet, timesOf } from './estimates.ts'

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

describe('hands beside loading, worked by hand', () => {
  const {
    brief: of,
    setup,
    loaded,
  } = (() => {
    const plate = plateOf({ brief: { copies: 7 } })
    if (!plate.setup) throw new Error('no set-up')
    return { brief: plate.brief, setup: plate.setup, loaded: null }
  })()
  const lot = setup.lot
  const base = {
    ...setup,
    brief: of,
    sheets: 7,
    loaded,
    cut: null,
    pairing: null,
    gap: 'normal' as const,
    printer: studioOf().printers.find((p) => p.id === setup.printer.id) as Printer,
    path: { ...setup.path, attachment: null },
  }
  const minutes = (change: Partial<Parameters<typeof timesOf>[0]>) => timesOf({ ...base, ...change }).handsMinutes
  const roll = { ...base.path, kind: 'roll' as const }
  test.each<[string, number, Partial<Parameters<typeof timesOf>[0]>]>([
    ['nothing to do', 0, {}],
    [
      'a black to swap: its own minutes',
      4,
      { printer: { ...base.printer, black: { installed: 'matte', swap: { minutes: 4, millilitres: 3 } } } },
    ],
    ['the black is in', 0, { printer: { ...base.printer, black: { installed: 'photo', swap: { minutes: 4, millilitres: 3 } } } }],
    ['another roll to take off', 4, { path: roll, loaded: { printerId: 'p', pathId: 'q', lotId: 'another', remaining: 1 } }],
    ['the same roll is on', 0, { path: roll, loaded: { printerId: 'p', pathId: 'q', lotId: lot.id, remaining: 1 } }],
    ['an attachment to change', 4, { path: { ...base.path, attachment: { fit: 'x', remove: 'y' } } }],
    ['each of seven trimmed', 10.5, { brief: { ...of, finished: { width: mm(100), length: mm(100) } } }],
    ['each of seven cut off by hand', 14, { path: { ...base.path, kind: 'roll-uncut' } }],
    ['each of seven folded', 3.5, { brief: { ...of, make: NEW_MAKE['folded-card'] } }],
    ['each of seven stretched over bars', 140, { brief: { ...of, make: NEW_MAKE['wrapped-canvas'] } }],
    ['each of seven confirmed at the panel', 1.4, { gap: 'wide', printer: { ...base.printer, confirmsWideGap: true } }],
    ['a printer that does not ask', 0, { gap: 'wide', printer: { ...base.printer, confirmsWideGap: false } }],
    [
      'trimmed, with an attachment',
      14.5,
      { brief: { ...of, finished: { width: mm(100), length: mm(100) } }, path: { ...base.path, attachment: { fit: 'x', remove: 'y' } } },
    ],
    ['folded, and so not trimmed', 3.5, { brief: { ...of, finished: { width: mm(100), length: mm(100) }, make: NEW_MAKE['folded-card'] } }],
  ])('%s: %d min', (_what, wanted, change) => expect(minutes(change)).toBeCloseTo(wanted, 9))
  test('loads are counted by what the path holds, three minutes each; drying as the pairing says, else half an hour; a roll is one load', () => {
    const path = { ...base.path, capacity: [{ upTo: 900, sheets: 3 }] }
    expect(timesOf({ ...base, path })).toMatchObject({ loads: 3, loadingMinutes: 9, dryingMinutes: 30 })
    expect(timesOf({ ...base, path: roll })).toMatchObject({ loads: 1, loadingMinutes: 3 })
    expect(timesOf({ ...base, pairing: { dryingMinutes: 45 } as Pairing }).dryingMinutes).toBe(45)
  })
  test('a second side goes through once more: filled, printed, confirmed and dried again', () => {
    const path = { ...base.path, capacity: [{ upTo: 900, sheets: 3 }] }
    const printer = { ...base.printer, confirmsWideGap: true }
    const of = { ...base, path, printer, gap: 'wide' as const }
    const one = timesOf(of)
    const both = timesOf({ ...of, brief: { ...of.brief, make: NEW_MAKE['two-sided'] } })
    expect([both.passes, both.loads, both.loadingMinutes, both.dryingMinutes, dryingOf(both)]).toEqual([2, 6, 18, 30, 60])
    expect(both.printingSeconds).toBeCloseTo(2 * one.printingSeconds, 9)
    expect([one.handsMinutes, both.handsMinutes].map((min) => Number(min.toFixed(9)))).toEqual([1.4, 2.8])
    expect(secondsOfSheet({ ...both, sheets: 7 })).toBeCloseTo(secondsOfSheet({ ...one, sheets: 7 }), 9)
  })
})

test('the ink of a picture on both sides is that of both; paper is taken once', () => {
  const of = (backPicture: 'none' | 'same') =>
    plateOf({
      brief: {
        paperId: 'keepsake-card',
        sheet: sheet('na_index-4x6_4x6in'),
        make: { ...NEW_MAKE['two-sided'], backPicture, text: { text: 'x', points: 9, at: 'foot', align: 'left' } },
      },
    })
  const [front, both] = [of('none'), of('same')]
  const printed = (plate: typeof both, side: 'front' | 'back') =>
    plate.forms.reduce(
      (sum, form) => sum + (form.side === side ? (form.placements[0]?.printed.w ?? 0) * (form.placements[0]?.printed.h ?? 0) : 0),
      0,
    )
  const share = 1 + printed(both, 'back') / printed(both, 'front')
  expect(share).toBeGreaterThan(1.5)
  expect((both.estimates?.inkMillilitres ?? 0) / (front.estimates?.inkMillilitres ?? 1)).toBeCloseTo(share, 6)
  expect(both.estimates?.paperPrice).toBe(front.estimates?.paperPrice)
})

import { mm } from '../../core/things/length/length.ts'
import type { Path } from '../../core/things/paths/path.ts'
import type { RealSheet } from '../../core/wire/api/machine.ts'
import { PRINTERS } from '../../demo/printers.ts'
import { realSheet } from '../demo-machines.ts'
import { askew, curlOf, drawsIn, feed, goesAskew, inkLimits, smears, strikes } from './mechanics.ts'

// How often things happen is the machine's own, invented within what is common; each is held to at, under and over its limit.

const path = PRINTERS.flatMap((printer) => printer.paths).find(({ id }) => id === 'heron-cassette') as Path
const sheet = realSheet('lustre-a3') as RealSheet
const roll: RealSheet = { ...sheet, form: 'roll', width: mm(431.8), length: mm(30_000) }
/** Dice that always fall so. */
const die = (value: number) => () => value

test('the head strikes never with air above the sheet, always from 150 µm too little on, and in between as much more often', () => {
  const happens = (over: number, dice: number) => strikes(300, 100, 400 - over, die(dice))
  expect([happens(0, 0), happens(-1, 0)]).toEqual([false, false])
  expect([happens(1, 0.354), happens(1, 0.355)]).toEqual([true, false])
  // 0.35 and 100 of 230: 0.785.
  expect([happens(100, 0.784), happens(100, 0.785)]).toEqual([true, false])
  expect([happens(149, 0.9979), happens(150, 0.9999)]).toEqual([false, true])
})

test('the end of a roll stands up to 0.42 mm, along its last 1.6 m', () => {
  expect([curlOf(sheet, mm(300), mm(200)), curlOf(roll, mm(2000), mm(400)), curlOf(roll, mm(2000), mm(400.01))]).toEqual([
    0,
    0,
    expect.closeTo((0.01 / 1600) * 420, 6),
  ])
  expect([curlOf(roll, mm(1200), mm(400)), curlOf(roll, mm(400), mm(400)), curlOf(roll, mm(100), mm(400))]).toEqual([210, 420, 420])
})

test.each<[RealSheet['coating'], number]>([
  ['gloss', 15],
  ['satin', 15],
  ['matte', 8],
  ['art', 20],
  ['canvas', 40],
  ['board', 15],
  ['plain', 1],
])('rollers smear what was printed on %s less than %d minutes ago', (coating, minutes) => {
  const printed = { ...sheet, coating, printed: true }
  expect([smears(printed, minutes - 0.1), smears(printed, minutes), smears({ ...printed, printed: false }, 0)]).toEqual([
    true,
    false,
    false,
  ])
})

test('a sheet is missed once in a hundred, more often as the feeder wears, from a stack too high and where it is too thick', () => {
  const holds = path.capacity.find((one) => sheet.thickness <= one.upTo)?.sheets ?? 1
  const drawn = (change: Partial<RealSheet>, count: number, fed: number, dice: number) =>
    drawsIn(path, { ...sheet, ...change }, count, fed, die(dice))
  const limit = (at: number, change: Partial<RealSheet>, count: number, fed: number) =>
    expect([drawn(change, count, fed, at - 1e-9), drawn(change, count, fed, at + 1e-9)]).toEqual([false, true])
  limit(0.01, {}, holds, 0)
  // 12 in a thousand more for every thousand sheets, 30 in a hundred at most.
  limit(0.01 + 0.036, {}, holds, 3000)
  limit(0.31, {}, holds, 25_000)
  limit(0.31, {}, holds, 90_000)
  limit(0.26, {}, holds + 1, 0)
  limit(0.01, { form: 'roll' }, holds + 1, 0)
  // A hair thicker than the path takes every second one; from a tenth more none goes in.
  const { max } = path.thickness
  limit(0.5, { thickness: max + 1 }, 1, 0)
  expect([drawn({ thickness: max * 1.1 }, 1, 0, 0.9), drawn({ thickness: max * 1.1 + 1 }, 1, 0, 0.99)]).toEqual([true, false])
})

test('one in 250 goes plainly askew, eight in a hundred from a stack too high; nine times the path’s own skew, to either side', () => {
  const holds = path.capacity.find((one) => sheet.thickness <= one.upTo)?.sheets ?? 1
  const goes = (change: Partial<RealSheet>, count: number, dice: number) => goesAskew(path, { ...sheet, ...change }, count, die(dice))
  expect([goes({}, holds, 0.0039), goes({}, holds, 0.004), goes({}, holds + 1, 0.079), goes({}, holds + 1, 0.08)]).toEqual([
    true,
    false,
    true,
    false,
  ])
  expect([goes({ form: 'roll' }, holds + 1, 0.004)]).toEqual([false])
  const travel = feed(path, sheet, { width: sheet.width, length: sheet.length }, die(0.5))
  const turned = (skewDegrees: number, dice: number) =>
    askew(travel, { ...path, tolerance: { ...path.tolerance, skewDegrees } }, die(dice)).skew
  expect([turned(0.1, 0.49), turned(0.1, 0.5), turned(0.01, 0.5)]).toEqual([
    expect.closeTo(-0.9, 9),
    expect.closeTo(0.9, 9),
    expect.closeTo(0.45, 9),
  ])
  expect(askew(travel, path, die(0.2))).toMatchObject({ x: travel.x, y: travel.y, width: travel.width, length: travel.length })
})

test('ink stays within the margins; borderless it goes past the edges that may be bare, and stays off where the machine knows no such size', () => {
  const page = { width: mm(200), length: mm(300), known: 'iso_a4_210x297mm' }
  const of = (change: Partial<Path>, borderless = true, known: string | null = page.known) =>
    inkLimits(
      { ...path, margins: { leading: 3000, trailing: 14_000, left: 4000, right: 5000 }, ...change },
      { ...page, known },
      borderless,
      1000,
    )
  expect(of({}, false)).toEqual({ left: 4000, top: 3000, right: mm(195), bottom: mm(286), enforced: false })
  const bare: Path['borderless'] = { edges: ['left', 'leading'], sizes: 'any', margins: null, enforced: 20_000 }
  const may = (change: Partial<NonNullable<Path['borderless']>>): Partial<Path> => ({
    borderless: { ...bare, ...change } as Path['borderless'],
  })
  expect(of(may({}))).toEqual({ left: -1000, top: -1000, right: mm(195), bottom: mm(286), enforced: false })
  // Beside a bare edge its own margins hold, where it has some.
  expect(of(may({ margins: { leading: 1, trailing: 7000, left: 2, right: 8000 } }))).toMatchObject({ right: mm(192), bottom: mm(293) })
  expect(of(may({ sizes: [page.known] }))).toMatchObject({ left: -1000, enforced: false })
  const kept = { left: 20_000, top: 20_000, right: mm(180), bottom: mm(280), enforced: true }
  expect([of(may({ sizes: ['jpn_hagaki_100x148mm'] })), of(may({ sizes: [page.known] }), true, null)]).toEqual([kept, kept])
  // Where nobody said how far it stays off: the widest of its margins, all round.
  expect(of({ borderless: null })).toEqual({ left: 14_000, top: 14_000, right: mm(186), bottom: mm(286), enforced: true })
})

import { finding, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { APART } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { placementPin } from '../decisions/placement.ts'
import { layoutOf } from '../resolve/plate.ts'
import { resolve } from '../resolve/resolve.ts'

/** An A3 board with equal borders, and how far its path may misplace it. */
const board = (tolerance: number, skewDegrees = 0.02, foot = 1) =>
  finding(
    plateOf({
      brief: { paperId: 'breakwater-board', sheet: sheet('iso_a3_297x420mm'), size: { by: 'border', border: mm(30), foot, exact: true } },
      studio: (studio: Studio) => {
        for (const printer of studio.printers)
          for (const path of printer.paths) {
            path.tolerance = { across: tolerance, along: tolerance, skewDegrees }
            path.senses = { ...path.senses, skew: true }
          }
        for (const lot of studio.lots) lot.spread = 0
      },
    }),
    'borders-vary',
  )

test('the odds of borders that differ are said from one sheet in two hundred on, and not below', () => {
  expect(board(400)).toBeUndefined()
  const found = board(1500)
  expect(found?.level).toBe('note')
  expect(found?.says).toContain('within 1.5 mm')
  expect(found?.says).toContain('more than 1.0 mm')
  expect(found?.says).toContain('Nobody has measured')
  // By numerical integration 32.4 % each when nobody has measured, one of the two 54.3 %.
  expect(Math.abs((found?.numbers.oddsPercent as number) - 54.3)).toBeLessThan(0.5)
})

test('a picture that leans counts, and borders that are meant to differ do not', () => {
  expect(board(10, 0.4)?.numbers.oddsPercent).toBeGreaterThan(10)
  const wide = board(1500, 0.02, 1.5)
  expect(wide?.numbers.oddsPercent as number).toBeLessThan(35)
})

test('borders that are drawn a fifth of a millimetre apart are meant to be alike, a hair more and they are not', () => {
  const brief = {
    paperId: 'breakwater-board',
    sheet: sheet('iso_a3_297x420mm'),
    size: { by: 'picture', width: mm(150), height: null },
  } as const
  const laid = (placement: string) =>
    plateOf({
      brief,
      pins: { placement },
      studio: (studio: Studio) => {
        for (const printer of studio.printers)
          for (const path of printer.paths) {
            path.tolerance = { across: 1500, along: 10, skewDegrees: 0.001 }
            path.senses = { ...path.senses, skew: true }
          }
        for (const lot of studio.lots) Object.assign(lot, { spread: 0, outOfSquare: 0 })
      },
    })
  const middle = layoutOf(laid('centred'))
  if (!middle) throw new Error('nothing lies there')
  const { borders, picture } = middle
  // So far to the left that it lies as much nearer to the one side as is wanted.
  const found = (apart: number) =>
    finding(laid(placementPin(picture.x - (borders.left - borders.right + apart) / 2, picture.y)), 'borders-vary') !== undefined
  expect([198, 200, 202].map(found)).toEqual([true, true, false])
})

test('what nobody reads off a ruler is not made up for, and does not keep the odds from being told', () => {
  const measured = (across: number, along: number, position: 'measured' | 'none') =>
    plateOf({
      brief: { paperId: 'breakwater-board', sheet: sheet('iso_a3_297x420mm'), size: { by: 'border', border: mm(30), exact: true } },
      pins: { position },
      studio: (studio: Studio) => {
        for (const printer of studio.printers)
          for (const path of printer.paths) {
            path.tolerance = { across: 1500, along: 1500, skewDegrees: 0.02 }
            studio.calibrations.push({
              ...{ printerId: printer.id, pathId: path.id, across, along, skewDegrees: null },
              ...{ spreadAcross: 100, spreadAlong: 100, runs: [1, 2, 3] },
            })
          }
        for (const lot of studio.lots) lot.spread = 0
      },
    })
  const found = (...of: Parameters<typeof measured>) =>
    ['borders-vary', 'position-off'].filter((id) => finding(measured(...of), id) !== undefined)
  expect(found(49, 700, 'measured')).toEqual(['borders-vary', 'position-off'])
  expect(found(50, 700, 'measured')).toEqual(['borders-vary', 'position-off'])
  expect(found(49, -49, 'none')).toEqual(['borders-vary'])
  // Read and left as it is, the path has a finding of its own instead.
  expect(found(50, 700, 'none')).toEqual(['position-off'])
})

test('of several sheets the odds are those of the one of which most lie so, wherever it stands', () => {
  // A picture that leans leans by more at its far end the longer it is.
  const studio = studioOf()
  for (const printer of studio.printers)
    for (const path of printer.paths) Object.assign(path, { tolerance: { across: 10, along: 10, skewDegrees: 0.5 } })
  const long = { size: { by: 'picture' as const, width: mm(330), height: null } }
  const short = { size: { by: 'picture' as const, width: mm(90), height: null } }
  const odds = (...list: (typeof long)[]) =>
    resolve(several(list, APART), studio, { path: 'heron-cassette' }).findings.find(({ id }) => id === 'borders-vary')?.numbers.oddsPercent
  const [most, least] = [odds(long, long), odds(short, short)]
  expect(Number(most)).toBeGreaterThan(Number(least ?? 0) + 5)
  expect([odds(long, short), odds(short, long)]).toEqual([most, most])
})

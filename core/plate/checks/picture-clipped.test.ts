import { afterFix, brief, finding, picture, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { APART, NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { itemOf } from '../../things/brief/brief.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import type { Turn } from '../../things/brief/turn.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'
import { resolve } from '../resolve/resolve.ts'
import { fittedTo } from './picture-clipped.ts'

const board = {
  paperId: 'breakwater-board',
  sheet: sheet('iso_a3_297x420mm'),
  size: { by: 'picture' as const, width: mm(390), height: null },
}

test('a picture in the dead margin is said to be cut, by how much and at which edge', () => {
  const plate = plateOf({ brief: board, pins: { placement: 'centred', path: 'gannet-board' } })
  const found = finding(plate, 'picture-clipped')
  // The sheet measures 419.4 mm: (419.4 − 390)/2 = 14.7 mm of border against 24 mm the path cannot reach.
  expect(found?.numbers.trailing).toBe(mm(24) - mm(14.7))
  expect(found?.says).toContain('9.3 mm at the trailing edge')
  // 9.3 of 390 mm.
  expect(found?.numbers.lostPercent).toBe(2.38)
  expect(found?.says).toContain(': 2.4 % of the picture is cut off.')
  expect(found?.level).toBe('stop')
})

test('its fix shifts the picture clear', () => {
  const fixed = afterFix(plateOf({ brief: board, pins: { placement: 'centred', path: 'gannet-board' } }), 'picture-clipped')
  expect(finding(fixed, 'picture-clipped')).toBeUndefined()
  expect(layoutOf(fixed)?.margins.trailing).toBe(mm(24))
})

test('left alone, the placement avoids it by itself', () => expect(finding(plateOf({ brief: board }), 'picture-clipped')).toBeUndefined())

test('a picture larger than any printable area is fitted', () => {
  const plate = plateOf({ brief: { size: { by: 'picture', width: mm(500), height: null } } })
  expect(finding(plate, 'picture-clipped')?.level).toBe('stop')
  expect(finding(afterFix(plate, 'picture-clipped'), 'picture-clipped')).toBeUndefined()
})

test('who asked for equal borders gets equal borders beyond the dead margin', () => {
  const size = { by: 'border' as const, border: mm(8), exact: true }
  const plate = plateOf({ brief: { ...board, size }, pins: { path: 'gannet-board', placement: 'centred' } })
  expect(finding(plate, 'picture-clipped')).toBeDefined()
  const { leading, trailing } = layoutOf(afterFix(plate, 'picture-clipped'))?.margins ?? { leading: 0, trailing: 1 }
  expect([leading, trailing]).toEqual([mm(24), mm(24)])
})

test('from a tenth of a millimetre on a loss can be measured, and is said', () => {
  // The cassette leaves 3 mm white at the left of its page, which lies 0.2 mm off this sheet's edge; the picture is put a
  // hair into that.
  const at = (um: number) =>
    finding(
      plateOf({
        brief: { size: { by: 'picture', width: mm(200), height: null } },
        pins: { path: 'heron-cassette', orientation: '0', placement: `at:${mm(2.8) - um},${mm(60)}` },
      }),
      'picture-clipped',
    )?.numbers.left
  expect([at(0), at(99), at(100), at(1200)]).toEqual([undefined, undefined, 100, 1200])
})

test('more than two per cent of the picture is a stop, more than a two-thousandth a warning, blank paper a note', () => {
  // The board leaves 24 mm of 419.4: a picture of h is cut by 24 − (419.4 − h)/2, centred.
  const level = (width: number, blank = false) => {
    const full = Array(30).fill(1)
    const edges = { head: full, foot: full, left: full, right: blank ? [...Array(15).fill(0), ...Array(15).fill(1)] : full }
    const of = picture({ width: 9000, height: 6000, content: edges })
    const brief = { ...board, picture: of, size: { by: 'picture' as const, width: mm(width), height: null } }
    return finding(plateOf({ brief, pins: { placement: 'centred', path: 'gannet-board', orientation: '90' } }), 'picture-clipped')?.level
  }
  // 7.6 of 386.6 mm are 1.97 %, 7.8 of 387 are 2.02 %; 0.3 of 372 are 0.08 %, 0.15 of 371.7 are 0.04 %.
  expect([level(386.6), level(387), level(372), level(371.7)]).toEqual(['warn', 'stop', 'warn', 'note'])
  expect(level(387, true)).toBe('note')
})

test('a picture just as wide as can be printed is moved, one wider has to be made smaller', () => {
  const at = (over: number) => {
    const { printable } = layoutOf(plateOf({ brief: board, pins: { path: 'gannet-board' } })) ?? {}
    const brief = { ...board, size: { by: 'picture' as const, width: (printable?.w ?? 0) + over, height: null } }
    return finding(plateOf({ brief, pins: { path: 'gannet-board', orientation: '0', placement: `at:0,${mm(60)}` } }), 'picture-clipped')
  }
  expect([at(0)?.fix?.label, at(0)?.level]).toEqual(['Shift it into the printable area', 'warn'])
  expect(at(100)?.says).toContain('too wide by 0.1 mm')
  expect(at(99)?.says).toContain('cannot reach')
})

const rect = (w: number, h: number) => ({ x: 0, y: 0, w: mm(w), h: mm(h) })

test('the width at which a picture fits what is printed is the upright picture’s, to a tenth of a millimetre, by hand', () => {
  const width = (w: number, h: number, turn: Turn, open = false, depth = 0) => {
    const make = depth > 0 ? { ...NEW_MAKE['wrapped-canvas'], depth: mm(depth) } : NEW_MAKE.print
    const of = brief({ make, sheet: open ? null : sheet('iso_a3_297x420mm') })
    const layout = { picture: rect(w, h), printable: rect(291, 414), frame: rect(297, 420) }
    const size = fittedTo({ brief: of, item: itemOf(of), lot: { form: open ? 'roll' : 'sheet' }, layout, turn })?.fix.item?.size
    return size?.by === 'picture' ? size.width : null
  }
  // 500 × 300 lying: as wide as it prints. 300 × 500: 414 high, 248.4 wide. On a roll the length does not bind.
  expect([width(500, 300, 0), width(300, 500, 0)]).toEqual([mm(291), mm(248.4)])
  expect(width(300, 500, 0, true)).toBe(mm(291))
  // Turned, its own width runs along: 300 × 500 as it lies is 500 wide upright, 414 of it go; 500 × 300 is 300 wide, 174.6 go.
  expect([width(300, 500, 90), width(500, 300, 270)]).toEqual([mm(414), mm(174.6)])
  expect(width(300, 500, 90, true)).toBe(mm(485))
  // A canvas of 500 × 300 with 40 round the bars: of 420 × 220 seen, 211 go across with as much round the bars; of 300 × 500, 211 too.
  expect([width(500, 300, 0, false, 40), width(300, 500, 0, false, 40)]).toEqual([mm(211), mm(174.9)])
  expect(width(500, 300, 0, false, 150)).toBeNull()
})

test('equal borders are offered to who asked for equal ones that are too narrow; borders with a deeper foot stay what they are', () => {
  const fixOf = (border: number, foot: number) => {
    const size = { by: 'border' as const, border: mm(border), exact: true, foot }
    return finding(plateOf({ brief: { ...board, size }, pins: { path: 'gannet-board', placement: 'centred' } }), 'picture-clipped')?.fix
  }
  expect(fixOf(8, 1)?.item?.size).toMatchObject({ by: 'border', border: mm(24) })
  expect(fixOf(8, 1.3)?.item?.size?.by).not.toBe('border')
})

test('what was asked to be turned so is turned back by the fix, of several pictures that one alone', () => {
  // 220 × 330 mm upright go on A3; turned they are wider than the sheet.
  const portrait = { picture: { width: 4000, height: 6000 }, size: { by: 'picture' as const, width: mm(220), height: null } }
  const plate = resolve(several([{}, { ...portrait, turn: 90 }], APART), studioOf(), { path: 'heron-cassette' })
  const found = finding(plate, 'picture-clipped@2')
  expect([found?.item, found?.fix?.label, found?.fix?.of, found?.otherwise?.label]).toEqual([
    '2',
    'Turn it',
    '2',
    expect.stringMatching(/^Scale/),
  ])
  const after = afterFix(plate, 'picture-clipped@2')
  expect([finding(after, 'picture-clipped@2'), after.forms.map(({ placements }) => placements[0]?.turn)]).toEqual([
    undefined,
    [plate.forms[0]?.placements[0]?.turn, 0],
  ])
})

test('what two edges that meet cut off is lost once, as it is in the list of what is lost', () => {
  // 270.2 × 405.3 mm on 13 × 19 in of cotton, 154.6 mm from the left and 246 from the leading edge; 3 mm are white at the right, 12 of
  // the page at the trailing edge: of 270.2 mm 97.6 are cut off and of 405.3 about 181, which is 36.1 and 44.6 %, together 64.6.
  const plate = plateOf({
    brief: {
      paperId: 'saltmarsh-cotton',
      sheet: sheet('na_super-b_13x19in'),
      picture: picture({ width: 3000, height: 2000 }),
      size: { by: 'picture', width: mm(405.3), height: null },
    },
    pins: { path: 'gannet-art', orientation: '90', placement: `at:${mm(154.6)},${mm(246)}` },
  })
  const found = finding(plate, 'picture-clipped')
  const across = Number(found?.numbers.right) / mm(270.2)
  const along = Number(found?.numbers.trailing) / mm(405.3)
  expect([across > 0.35, along > 0.43]).toEqual([true, true])
  expect(found?.numbers.lostPercent).toBeCloseTo((1 - (1 - across) * (1 - along)) * 100, 1)
  expect(found?.numbers.lostPercent).toBeCloseTo(Number(layoutOf(plate)?.lost) * 100, 1)
  expect(found?.says).toContain(`: ${Number(found?.numbers.lostPercent).toFixed(1)} % of the picture is cut off.`)
})

test('pictures laid out together are moved together where the printer reaches all of them; those laid out by hand are left to the hand', () => {
  const four = [{}, {}, {}, {}]
  const at = (arrangement: Parameters<typeof several>[1], pins: object) =>
    resolve(several(four, arrangement), studioOf(), { path: 'heron-cassette', ...pins }).findings.filter(({ id }) =>
      id.startsWith('picture-clipped'),
    )
  const grid = at(NEW_ARRANGEMENT.grid, { placement: 'at:0,0' })
  // Those of the four that lie at the edges the block was put against.
  expect(grid.map(({ fix }) => fix?.label)).toEqual(Array(3).fill('Move all of it into the printable area'))
  const free = at({ ...NEW_ARRANGEMENT.free, places: [{ item: '1', x: 0, y: 0, width: mm(100), height: mm(80), turn: 0, fill: true }] }, {})
  expect(free.map(({ fix }) => fix)).toEqual([null])
})

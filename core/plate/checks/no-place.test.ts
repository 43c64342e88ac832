import { finding, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { applyFix } from '../resolve/apply-fix.ts'
import { resolve } from '../resolve/resolve.ts'

const at = (arrangement: Parameters<typeof several>[1], list: Parameters<typeof several>[0]) =>
  resolve(several(list, arrangement), studioOf())

test('a picture larger than the sheet is named with what there is, and one press makes it fit; the others are laid', () => {
  const sizes = { ...NEW_ARRANGEMENT.sizes, border: 0 }
  const list = [
    { size: { by: 'picture' as const, width: mm(100), height: mm(80) } },
    { size: { by: 'picture' as const, width: mm(500), height: mm(200) } },
  ]
  const plate = at(sizes, list)
  const found = finding(plate, 'no-place')
  expect([found?.level, found?.says]).toEqual([
    'stop',
    expect.stringMatching(/^Picture 2 is larger than the room for it on this sheet: 500\.0 × 200\.0 mm on \d/),
  ])
  expect(plate.forms[0]?.placements.map(({ item }) => item)).toEqual(['1'])
  const then = applyFix({ brief: several(list, sizes), pins: {} }, found?.fix ?? {})
  // Of the item that is too large, and no other.
  expect(then.brief.items[0]).toEqual(several(list, sizes).items[0])
  expect(finding(resolve(then.brief, studioOf(), then.pins), 'no-place')).toBeUndefined()
})

test('what is too large is offered as large as goes, lying or standing, in whole millimetres', () => {
  const fix = (width: number, height: number) => {
    const size = { by: 'picture' as const, width: mm(width), height: mm(height) }
    const found = finding(at({ ...NEW_ARRANGEMENT.sizes, border: 0 }, [{ size }]), 'no-place')
    return [found?.fix?.label, found?.fix?.item]
  }
  const offered = (width: number, label: string) => [label, { size: { by: 'picture', width: mm(width), height: null } }]
  // What prints is 291 × 414: 500 × 200 turned comes to 414 × 165.6, 200 × 500 to 165 × 412.5, 600 × 450 turned to 388 × 291.
  expect(fix(500, 200)).toEqual(offered(414, 'Print it 414.0 × 165.6 mm'))
  expect(fix(200, 500)).toEqual(offered(165, 'Print it 165.0 × 412.5 mm'))
  expect(fix(600, 450)).toEqual(offered(388, 'Print it 388.0 × 291.0 mm'))
})

test('gutters that leave nothing stop the print, and the fix leaves room', () => {
  const arrangement = { ...NEW_ARRANGEMENT.grid, columns: 8, rows: 8, gutter: mm(60) }
  const plate = at(arrangement, [{}])
  expect(finding(plate, 'no-place')?.says).toMatch(/^Gutters and borders leave no room for the cells: \d/)
  const found = finding(plate, 'no-place')
  const said = /: ([\d.]+) × ([\d.]+) mm can/
    .exec(found?.says ?? '')
    ?.slice(1)
    .map(Number)
  expect([found?.numbers.width, found?.numbers.length].map((um) => Number(((um as number) / 1000).toFixed(1)))).toEqual(said)
  expect(said?.[0]).not.toBe(said?.[1])
  const then = applyFix({ brief: several([{}], arrangement), pins: {} }, finding(plate, 'no-place')?.fix ?? {})
  expect(finding(resolve(then.brief, studioOf(), then.pins), 'no-place')).toBeUndefined()
})

test('pictures that lie nowhere by hand are a warning, counted and named by number', () => {
  const places = [{ item: '2', x: mm(40), y: mm(40), width: mm(60), height: mm(40), turn: null, fill: true }]
  const found = finding(at({ ...NEW_ARRANGEMENT.free, places }, [{}, {}, {}, {}]), 'no-place')
  expect([found?.level, found?.numbers.pictures]).toEqual(['warn', 3])
  expect(found?.says).toMatch(/^Pictures 1, 3 and 4 lie nowhere/)
  expect(finding(at({ ...NEW_ARRANGEMENT.free, places }, [{}, {}]), 'no-place')?.says).toMatch(/^Picture 1 lies nowhere .* Lay it down/)
})

test('more prints than can be laid out at once', () => {
  const copies = (n: number) => at(NEW_ARRANGEMENT.grid, [{ copies: 10_000 }, { copies: n }])
  expect(finding(copies(10_000), 'no-place')).toBeUndefined()
  const list = [{ copies: 10_000 }, { copies: 10_000 }, { copies: 1 }]
  expect(finding(at(NEW_ARRANGEMENT.grid, list), 'no-place')).toMatchObject({ level: 'stop', numbers: { limit: 20_000 } })
})

test('of several that are too large none is picked out to be made smaller, and all that are named have their numbers', () => {
  const large = { by: 'picture' as const, width: mm(600), height: mm(80) }
  const found = finding(
    at({ ...NEW_ARRANGEMENT.sizes, border: 0 }, [
      { size: large },
      { size: { ...large, width: mm(90) } },
      { size: { ...large, width: mm(500) } },
    ]),
    'no-place',
  )
  expect([found?.fix, found?.says]).toEqual([
    null,
    'Pictures 1 and 3 are larger than the room for them on this sheet: 600.0 × 80.0 mm on 291.0 × 414.0 mm.',
  ])
})

test('a picture that is asked to lie turned is told as it lies', () => {
  const size = { by: 'picture' as const, width: mm(100), height: mm(350) }
  const says = (turn: 0 | 90) => finding(at({ ...NEW_ARRANGEMENT.sizes, border: 0 }, [{ size, turn }]), 'no-place')?.says
  // What prints of A3 is 291 × 414.
  expect(says(0)).toBeUndefined()
  expect(says(90)).toBe('Picture 1 is larger than the room for it on this sheet: 350.0 × 100.0 mm on 291.0 × 414.0 mm.')
})

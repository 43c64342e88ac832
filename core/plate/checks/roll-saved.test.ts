import { finding, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { resolve } from '../resolve/resolve.ts'

const piece = (width: number, height: number, copies = 1) => ({
  size: { by: 'picture' as const, width: mm(width), height: mm(height) },
  copies,
})
const of = (list: Parameters<typeof several>[0]) => {
  const plate = resolve(
    several(list, { ...NEW_ARRANGEMENT.sizes, border: 0, gutter: mm(4) }, { paperId: 'pilot-rag', sheet: null }),
    studioOf(),
    {
      printer: 'heron',
      path: 'heron-roll',
    },
  )
  return { found: finding(plate, 'roll-saved'), plate }
}

test('two of 200 × 250 lie beside each other: the roll of one instead of two, ends and all, worked by hand', () => {
  const { found, plate } = of([piece(200, 250), piece(200, 250)])
  const { margins, length } = plate.setup?.path ?? { margins: { leading: 0, trailing: 0 }, length: { min: 0 } }
  const ends = Math.max(mm(10), margins.leading) + Math.max(mm(10), margins.trailing)
  // Each by itself lies with its shorter side along the roll, where that is not below what the path cuts.
  const alone = 2 * Math.max(length.min, mm(200) + ends)
  expect(found?.numbers).toEqual({ together: plate.forms[0]?.sheet.h, alone, saved: alone - (plate.forms[0]?.sheet.h ?? 0) })
  expect(plate.forms[0]?.placements.length).toBe(2)
})

test('nothing is said of one piece, nor where nothing is saved, nor of sheets', () => {
  expect(of([piece(300, 400)]).found).toBeUndefined()
  const sheets = resolve(several([piece(100, 80), piece(100, 80)], NEW_ARRANGEMENT.sizes), studioOf())
  expect(finding(sheets, 'roll-saved')).toBeUndefined()
})

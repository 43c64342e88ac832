import { resolve } from '../plate/resolve/resolve.ts'
import { studioOf } from '../testing/fixtures.ts'
import { several } from '../testing/several.ts'
import { NEW_ARRANGEMENT } from '../things/brief/arrangement.ts'
import { mm } from '../things/length/length.ts'
import { viewOf } from './form.ts'

test('read as a whole, a form is the box around its pictures, as coarse as the coarsest of them; what has no pixels counts for nothing', () => {
  const place = (item: string, x: number, y: number, width: number, height: number) => ({
    ...{ item, x: mm(x), y: mm(y), width: mm(width), height: mm(height) },
    ...{ turn: 0 as const, fill: true },
  })
  const places = [place('1', 130, 90, 60, 40), place('2', 40, 205, 150, 100), place('3', 20, 300, 30, 20)]
  const [form] = resolve(several([{}, {}, {}], { ...NEW_ARRANGEMENT.free, places }), studioOf()).forms
  if (!form) throw new Error('no form')
  const view = viewOf(form)
  expect(view.layout.picture).toEqual({ x: mm(20), y: mm(90), w: mm(170), h: mm(230) })
  // All are 9000 pixels wide: 60 mm have 3810 to the inch, 150 mm 1524, 30 mm 7620.
  expect([view.ppi, view.turn]).toEqual([1524, 0])
  const bare = { ...form, placements: form.placements.map((p) => ({ ...p, ppi: null })) }
  expect(viewOf(bare).ppi).toBeNull()
})

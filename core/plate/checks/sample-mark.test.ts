import { brief, finding, picture, plateOf, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { APART } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { resolve } from '../resolve/resolve.ts'

/** The studio with one A3 sheet of its lustre known by a mark, beside the boxes of it. */
const marked = () => {
  const studio = studioOf()
  const box = studio.lots.find((l) => l.paperId === 'harbour-lustre' && l.pwg === 'iso_a3_297x420mm')
  if (!box) throw new Error('no A3 lustre')
  studio.lots.push({ ...box, id: 'sample-c4', stock: 1, mark: 'C4' })
  return studio
}
/** A picture of the shape of the sheet, so that its four borders are alike. */
const A3 = picture({ width: 2970, height: 4200 })
const of = (border: number, change = {}) =>
  resolve(brief({ picture: A3, size: { by: 'border', border: mm(border) }, ...change }), marked(), {
    printer: 'heron',
    path: 'heron-cassette',
    stock: 'sample-c4',
  })

test('the mark stands in the border of the sheet that has one, and where there is no room it is said', () => {
  const wide = of(20)
  expect(wide.forms[0]?.mark?.lines).toEqual(['C4'])
  expect(finding(wide, 'sample-mark')).toBeUndefined()
  // 3 mm of border less the printer's margin leave nothing.
  const narrow = of(3)
  expect(narrow.forms[0]?.mark).toBeNull()
  const found = finding(narrow, 'sample-mark')
  expect(found).toMatchObject({ level: 'note', numbers: { mark: 'C4' }, fix: { brief: { sampleMark: false } } })
  expect(found?.says).toContain('“C4”')
})

test('of several sheets it is said that not every one has room, whichever has not', () => {
  const says = (...borders: number[]) => {
    const items = borders.map((border) => ({ picture: { width: 2970, height: 4200 }, size: { by: 'border' as const, border: mm(border) } }))
    const plate = resolve(several(items, APART), marked(), { printer: 'heron', path: 'heron-cassette', stock: 'sample-c4' })
    return finding(plate, 'sample-mark')?.says.slice(0, 22)
  }
  const not = 'Not every sheet has a '
  expect([says(20, 20), says(20, 3), says(3, 20), says(3)]).toEqual([undefined, not, not, 'No border has room for'])
})

test('it is left away when somebody says so, and there is none on a sheet out of a box', () => {
  expect(of(20, { sampleMark: false }).forms[0]?.mark).toBeNull()
  expect(finding(of(3, { sampleMark: false }), 'sample-mark')).toBeUndefined()
  expect(plateOf({}).forms[0]?.mark).toBeNull()
})

test('a sheet out of a sample pack is never taken for a job that names no paper', () => {
  const studio = marked()
  studio.lots = studio.lots.filter((l) => l.mark !== '' || l.paperId !== 'harbour-lustre')
  const any = resolve(brief({ paperId: null }), studio, {})
  const stock = any.decisions.find((d) => d.key === 'stock')
  expect([stock?.value, ...(stock?.alternatives.map((a) => a.id) ?? [])]).not.toContain('sample-c4')
  expect(stock?.value).not.toBeNull()
  const named = resolve(brief({}), studio, {})
  expect(named.setup?.lot.mark).toBe('C4')
})

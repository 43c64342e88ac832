import { brief, picture } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from './arrangement.ts'
import { briefFor, EMPTY_BRIEF, MAX_ITEMS } from './brief.ts'
import { withMoved, withoutItem, withPictures, withSwapped, withTwin } from './edit-items.ts'
import { pictureIn } from './item.ts'

const ids = (of: { items: { id: string }[] }) => of.items.map(({ id }) => id).join(' ')
const pictures = (n: number) => Array.from({ length: n }, (_, i) => picture({ id: `n${i}`, name: `n${i}.jpg` }))

test('pictures fill an empty item first, then follow as the last one is set up, without what was said of its picture', () => {
  const one = brief({ keep: ['head'], turn: 90, copies: 3, cropAt: { x: 0, y: 1 }, sharpen: 50 })
  const more = withPictures(one, pictures(2))
  expect(ids(more)).toBe('1 2 3')
  expect(more.items[2]).toMatchObject({ copies: 3, sharpen: 50, keep: [], turn: null, cropAt: { x: 0.5, y: 0.5 } })
  const filled = withPictures(EMPTY_BRIEF, pictures(2))
  expect(filled.items.map((item) => pictureIn(item)?.id)).toEqual(['n0', 'n1'])
})

test('no more than may be are taken', () => {
  expect(withPictures(EMPTY_BRIEF, pictures(MAX_ITEMS + 3)).items.length).toBe(MAX_ITEMS)
})

test('twins, moves and exchanges keep every id its own and everything else in order', () => {
  const four = several([{}, {}, {}, {}])
  expect(ids(withTwin(four, '2'))).toBe('1 2 5 3 4')
  expect(ids(withMoved(four, '4', 1))).toBe('1 4 2 3')
  expect(ids(withMoved(four, '1', 3))).toBe('2 3 4 1')
  expect(ids(withSwapped(four, '1', '4'))).toBe('4 2 3 1')
  expect(ids(withSwapped(four, '1', 'gone'))).toBe('1 2 3 4')
})

test('taken out, an item leaves its place empty; the last of a job is only emptied', () => {
  const place = (item: string) => ({ item, x: 0, y: 0, width: 9, height: 9, turn: null, fill: true })
  const laid = several([{}, {}], { ...NEW_ARRANGEMENT.free, places: [place('1'), place('2')] })
  const left = withoutItem(laid, '1')
  expect([ids(left), left.arrangement]).toMatchObject(['2', { places: [{ item: null }, { item: '2' }] }])
  const empty = withoutItem(withoutItem(several([{}, {}]), '1'), '2')
  expect(empty.items.map(pictureIn)).toEqual([null])
})

test('items that name no id get one that nobody has', () => {
  expect(ids(briefFor({ items: [{ id: '2' }, {}, {}, { id: '1' }] }))).toBe('2 3 4 1')
  expect(ids(briefFor({}))).toBe('1')
})

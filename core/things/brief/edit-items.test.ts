import { brief, picture } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from './arrangement.ts'
import { briefFor, EMPTY_BRIEF, MAX_ITEMS } from './brief.ts'
import { withDropped, withoutItem, withPictures, withTwin } from './edit-items.ts'
import { pictureIn } from './item.ts'
import { withMoved, withSwapped } from './order-items.ts'

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

test('a twin is made up to the last item that may be, and none beyond', () => {
  const full = several(Array.from({ length: MAX_ITEMS - 1 }, () => ({})))
  const twin = withTwin(full, '7')
  expect([twin.items.length, withTwin(twin, '7')]).toEqual([MAX_ITEMS, twin])
  expect(withTwin(full, 'gone')).toBe(full)
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

test('dropped on a picture the first takes its place, and what was said of the old one goes with it', () => {
  const two = several([{}, { keep: ['head'], turn: 90, cropAt: { x: 0, y: 1 }, copies: 4 }])
  const now = withDropped(two, pictures(2), { item: '2' })
  expect(now.items.map((item) => pictureIn(item)?.id)).toEqual(['p1', 'n0', 'n1'])
  expect(now.items[1]).toMatchObject({ id: '2', keep: [], turn: null, cropAt: { x: 0.5, y: 0.5 }, copies: 4 })
  expect(withDropped(two, [], { item: '2' })).toEqual(two)
})

test('dropped into an empty place the first lies there, the next in the next empty ones, and the rest are items', () => {
  const place = (item: string | null) => ({ item, x: 0, y: 0, width: 9, height: 9, turn: null, fill: true })
  const laid = several([{}], { ...NEW_ARRANGEMENT.free, places: [place(null), place('1'), place(null), place(null)] })
  const items = (of: typeof laid) => of.arrangement.as === 'free' && of.arrangement.places.map(({ item }) => item)
  expect(items(withDropped(laid, pictures(2), { place: 2 }))).toEqual(['3', '1', '2', null])
  expect(items(withDropped(laid, pictures(1), null))).toEqual(['2', '1', null, null])
  const many = withDropped(laid, pictures(5), null)
  expect([items(many), ids(many)]).toEqual([['2', '1', '3', '4'], '1 2 3 4 5 6'])
  // An item that has no picture yet and lies nowhere is filled and laid down too.
  const empty = { ...laid, items: [{ ...EMPTY_BRIEF.items[0], id: '7' } as (typeof laid.items)[number]] }
  expect(items(withDropped(empty, pictures(1), { place: 3 }))).toEqual([null, '1', null, '7'])
})

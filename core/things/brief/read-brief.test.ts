import { brief, picture } from '../../testing/fixtures.ts'
import { EMPTY_BRIEF } from './brief.ts'
import { readBrief } from './read-brief.ts'

test('a brief of today is read as it was written', () => {
  const today = brief({ copies: 7, notes: 'by Friday' })
  expect(readBrief(JSON.parse(JSON.stringify(today)))).toEqual(today)
})
test('a brief from before there were items: what was the item’s own goes into the one item, the rest stays', () => {
  const old = {
    picture: picture({ name: 'buoy.jpg' }),
    copies: 3,
    size: { by: 'border', border: 12_000 },
    paperId: 'quay-matte',
    sheet: null,
  }
  const read = readBrief(old)
  expect(read.items).toHaveLength(1)
  expect(read.items[0]).toMatchObject({
    copies: 3,
    size: { by: 'border', border: 12_000 },
    content: { as: 'picture', picture: { name: 'buoy.jpg' } },
  })
  expect([read.paperId, 'copies' in read, 'picture' in read]).toEqual(['quay-matte', false, false])
})
test('what has been added since is neutral', () => {
  const { items, ...shared } = EMPTY_BRIEF
  expect(readBrief({ items: [{}] })).toEqual({ ...shared, items })
})
test.each([
  ['null', null],
  ['a list', []],
  ['items that are no list', { items: 'none' }],
  ['no item at all', { items: [] }],
  ['an item that is none', { items: [7] }],
  ['a number of copies that cannot be', { items: [{ copies: -1 }] }],
])('%s is no brief, and never read as an empty one', (_what, stored) => expect(() => readBrief(stored)).toThrow())

import { picture, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { itemOf } from '../../things/brief/brief.ts'
import { resolve } from '../resolve/resolve.ts'
import { type Check, findingsOf, type Level } from './check.ts'

/** What is said of a sheet of seven pictures, of which these (by number) have few pixels. */
function said(coarse: readonly number[]) {
  const items = Array.from({ length: 7 }, (_, i) => ({ picture: coarse.includes(i + 1) ? picture({ width: 60, height: 40 }) : picture() }))
  return resolve(several(items), studioOf()).findings.filter(({ id }) => id.startsWith('resolution-low'))
}

test('what is found of a few pictures is said of each by its number; of four or more once, with their numbers', () => {
  expect(said([2, 3, 6]).map(({ says }) => says.slice(0, 11))).toEqual(['Picture 2: ', 'Picture 3: ', 'Picture 6: '])
  const [four, ...none] = said([2, 3, 6, 7])
  expect(none).toEqual([])
  expect(four).toMatchObject({
    says: expect.stringMatching(/^True of pictures 2, 3, 6 and 7\. Picture 2: The picture has/),
    numbers: { pictures: 4 },
  })
  expect(said([1, 2, 3, 6, 7])[0]?.says).toMatch(/^True of pictures 1, 2, 3 and 2 more\. Picture 1: /)
})

test('of many the worst is said, by its number, the first of those that are as bad', () => {
  const levels = ['note', 'warn', 'note', 'stop', 'stop', 'warn'] as const
  const brief = several(levels.map(() => ({})))
  const check: Check = {
    id: 'resolution-low',
    title: 'Made up',
    touches: [],
    about: 'item',
    on: 'asked',
    find: ({ item }) => {
      const at = brief.items.indexOf(item)
      return [{ level: levels[at] as Level, says: `${levels[at]} ${at + 1}.`, numbers: {}, fix: null }]
    },
  }
  const asked = { brief, item: itemOf(brief), studio: studioOf(), pins: {}, ways: [], moment: null, lostPins: [] }
  const found = findingsOf(check, asked, null)
  expect(found.map(({ level, says, numbers }) => [level, says, numbers.pictures])).toEqual([
    ['stop', 'True of pictures 1, 2, 3 and 3 more. Picture 4: stop 4.', 6],
  ])
})

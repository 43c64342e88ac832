import { plateOf, studioOf } from '../../testing/fixtures.ts'
import { readingsFromListing } from './readings-from-listing.ts'

const margins = (top: number, bottom: number, left: number, right: number) => {
  const media = {
    'media-top-margin': [`${top}`],
    'media-bottom-margin': [`${bottom}`],
    'media-left-margin': [`${left}`],
    'media-right-margin': [`${right}`],
  }
  const read = readingsFromListing({ 'media-col': [media] }, 'driver', 'listing', plateOf({}), studioOf(), 'mm')
  return read.find((r) => r.setting === 'edges')?.value
}

test('one margin of nothing is borderless at that edge (PWG 5100.7); only four that are something are margins', () => {
  expect(margins(300, 300, 300, 300)).toBe('margins')
  expect(margins(300, 300, 0, 0)).toBe('bare')
  expect(margins(0, 0, 0, 0)).toBe('bare')
})

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

test('the quality a listing tells is the plate’s own where it may be, else the first of that kind', () => {
  const told = (quality: string, id: string) => {
    const plate = plateOf({ pins: { printer: 'gannet', quality: id } })
    const read = readingsFromListing({ 'print-quality': [quality] }, 'driver', 'listing', plate, studioOf(), 'mm')
    return read.find((r) => r.setting === 'quality')?.value
  }
  // Standard and fine are both “normal” to IPP, finest is “high”.
  expect([told('4', 'fine'), told('4', 'standard'), told('4', 'finest'), told('5', 'fine')]).toEqual([
    'fine',
    'standard',
    'standard',
    'finest',
  ])
})

test('one margin of nothing is borderless at that edge (PWG 5100.7); only four that are something are margins', () => {
  expect(margins(300, 300, 300, 300)).toBe('margins')
  expect(margins(300, 300, 0, 0)).toBe('bare')
  expect(margins(0, 0, 0, 0)).toBe('bare')
})

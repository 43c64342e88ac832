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

test('the gap a listing tells is said in the words of where it is looked up; one nobody knows is none', () => {
  const told = (gap: string, place: 'driver' | 'panel', within: 'media' | 'job') => {
    const listing = within === 'media' ? { 'media-col': [{ 'platen-gap': [gap] }] } : { 'platen-gap': [gap] }
    const read = readingsFromListing(listing, place, 'listing', plateOf({ pins: { printer: 'gannet' } }), studioOf(), 'mm')
    const found = read.find((r) => r.setting === 'platen-gap')
    return found && [found.value, found.words]
  }
  const words = studioOf().printers.find(({ id }) => id === 'gannet')?.driverWords
  expect([told('wide', 'driver', 'media'), told('normal', 'driver', 'job')]).toEqual([
    ['wide', words?.gapWide],
    ['normal', words?.gapNormal],
  ])
  expect([told('wide', 'panel', 'job'), told('normal', 'panel', 'media')]).toEqual([
    ['wide', 'Wide'],
    ['normal', 'Standard'],
  ])
  expect(told('sideways', 'driver', 'job')).toBeUndefined()
})

test('one margin of nothing is borderless at that edge (PWG 5100.7); only four that are something are margins', () => {
  expect(margins(300, 300, 300, 300)).toBe('margins')
  expect(margins(300, 300, 0, 0)).toBe('bare')
  expect(margins(0, 0, 0, 0)).toBe('bare')
})

test('the media type a listing tells is the printer’s own of that name, in the words of where it is looked up', () => {
  const told = (type: string, place: 'driver' | 'panel') => {
    const read = readingsFromListing({ 'media-type': [type] }, place, 'listing', plateOf({ pins: { printer: 'gannet' } }), studioOf(), 'mm')
    const found = read.find((r) => r.setting === 'media-type')
    return found && [found.value, found.words]
  }
  for (const { id, driverName, panelName } of studioOf().printers.find((printer) => printer.id === 'gannet')?.mediaTypes ?? [])
    expect([told(id, 'driver'), told(id, 'panel')]).toEqual([
      [id, driverName],
      [id, panelName],
    ])
  expect([told('vellum', 'driver'), told('auto', 'driver')]).toEqual([[null, 'vellum'], undefined])
  // As much as a reading holds.
  expect([160, 161].map((long) => told('x'.repeat(long), 'driver')?.[1]?.length)).toEqual([160, 160])
})

test('a page is told in hundredths of a millimetre (PWG 5100.3), or by its name', () => {
  const page = (listing: Parameters<typeof readingsFromListing>[0]) =>
    readingsFromListing(listing, 'driver', 'listing', plateOf({}), studioOf(), 'mm').find((r) => r.setting === 'page')
  const size = (x: string, y: string) => ({ 'media-col': [{ 'media-size': [{ 'x-dimension': [x], 'y-dimension': [y] }] }] })
  expect(page(size('32900', '48300'))).toMatchObject({ words: '329.0 × 483.0 mm' })
  expect(page(size('32900', '48300'))?.value).toBe(page({ media: ['om_some_329x483mm'] })?.value)
  expect(page(size('48300', '32900'))?.words).toBe('483.0 × 329.0 mm')
})

test('whether a path looks at what lies in it is what is told of that path, not of the first', () => {
  const plate = plateOf({})
  const source = plate.setup?.path.source
  const told = (...sensing: string[]) =>
    readingsFromListing({ 'size-sensing': sensing }, 'driver', 'listing', plate, studioOf(), 'mm').find((r) => r.setting === 'sensing')
      ?.value
  expect(told('tray-9.on', `${source}.off`)).toBe('off')
  expect(told('tray-9.off', `${source}.on`)).toBe('on')
  expect(told('tray-9.off')).toBeUndefined()
})

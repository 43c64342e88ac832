import { plateOf } from '../../testing/fixtures.ts'
import { capabilitiesOf, sendable, substitutions } from './capabilities.ts'
import { type Attributes, type Message, v } from './message.ts'
import { jobAttributesFor } from './plate-attributes.ts'
import { OPERATION, STATUS } from './tags.ts'

const plate = plateOf({})
const asked = jobAttributesFor(plate)

/** A printer that does everything the plate asks for. */
const able: Attributes = {
  'operations-supported': v.enum(...Object.values(OPERATION)),
  'document-format-supported': v.mime('image/jpeg', 'image/pwg-raster'),
  'pwg-raster-document-type-supported': v.keyword('device3_8', 'srgb_8'),
  'copies-supported': v.range([1, 99]),
  'print-quality-supported': v.enum(3, 4, 5),
  'printer-resolution-supported': v.resolution([360, 360, 'dpi']),
  'platen-gap-supported': v.keyword('normal', 'wide'),
  'finishings-supported': v.enum(3, 15),
  'sides-supported': v.keyword('one-sided'),
  'print-color-mode-supported': v.keyword('color'),
  'print-scaling-supported': v.keyword('none'),
  'print-rendering-intent-supported': v.keyword('auto'),
  'orientation-requested-supported': v.enum(3),
  'media-source-supported': v.keyword('main', 'manual'),
  'media-type-supported': v.keyword('photographic-satin'),
  'media-size-supported': v.collection({ 'x-dimension': v.range([20_300, 43_200]), 'y-dimension': v.range([25_400, 59_400]) }),
}
const found = (printer: Attributes, validated: Message | null = null) => substitutions(asked, printer, validated).map((s) => s.attribute)

test('a printer that does everything is asked for nothing twice', () => {
  expect(found(able)).toEqual([])
  expect(capabilitiesOf(able)).toEqual({ format: 'image/pwg-raster', deviceColour: true, twoSteps: true })
})

test.each<[string, Attributes]>([
  ['print-scaling', { 'print-scaling-supported': v.keyword('fit'), 'print-scaling-default': v.keyword('fit') }],
  ['printer-resolution', { 'printer-resolution-supported': v.resolution([300, 300, 'dpi']) }],
  ['print-quality', { 'print-quality-supported': v.enum(3) }],
  ['media-source', { 'media-source-supported': v.keyword('elsewhere') }],
  ['media-type', { 'media-type-supported': v.keyword('stationery') }],
  ['media-size', { 'media-size-supported': v.collection({ 'x-dimension': v.integer(21_000), 'y-dimension': v.integer(29_700) }) }],
])('%s that it does not do is told, and nothing else', (attribute, change) => {
  expect(found({ ...able, ...change })).toEqual([attribute])
})

test('what it does instead is named, and what spoils a print weighs more than what shows', () => {
  const [scaling] = substitutions(
    asked,
    { ...able, 'print-scaling-supported': v.keyword('fit'), 'print-scaling-default': v.keyword('fit') },
    null,
  )
  expect(scaling).toMatchObject({ asked: 'none', instead: 'fit', weight: 'matters' })
  expect(substitutions(asked, { ...able, 'print-quality-supported': v.enum(3) }, null)[0]?.weight).toBe('note')
})

test('an attribute it does not know is told only where it asks for something', () => {
  const { 'platen-gap-supported': _gap, 'finishings-supported': _finish, 'print-rendering-intent-supported': _intent, ...plain } = able
  expect(found(plain)).toEqual([])
  expect(Object.keys(sendable(asked, plain))).not.toContain('platen-gap')
  const wide = jobAttributesFor(plateOf({ pins: { 'platen-gap': 'wide' } }))
  expect(substitutions(wide, plain, null).map((s) => s.attribute)).toEqual(['platen-gap'])
  // Whatever it says is usual.
  const usual = { ...plain, 'platen-gap-default': v.keyword('auto') }
  expect(substitutions(wide, usual, null)).toMatchObject([{ instead: null, says: expect.stringContaining('does not know this setting') }])
})

test('what Validate-Job names as ignored is told too (RFC 8011 section 4.1.7)', () => {
  const answer: Message = {
    version: [2, 0],
    code: STATUS.okIgnored,
    requestId: 1,
    groups: [{ group: 'unsupported', attributes: { 'print-quality': v.enum(5) } }],
  }
  expect(found(able, answer)).toEqual(['print-quality'])
})

test('of what Validate-Job names only what we know by a name is told, and no coat that was not asked for', () => {
  const ignores = (attributes: Attributes): Message => ({
    version: [2, 0],
    code: STATUS.okIgnored,
    requestId: 1,
    groups: [{ group: 'unsupported', attributes }],
  })
  const told = (of: Attributes, named: Attributes) => substitutions(of, able, ignores(named)).map((s) => [s.attribute, s.asked])
  // finishings 3 is none (PWG 5100.1): a printer that ignores it leaves nothing out; 15 is asked for.
  const none = { ...asked, finishings: v.enum(3) }
  expect(told(none, { finishings: v.enum(3) })).toEqual([])
  expect(told({ ...asked, finishings: v.enum(15) }, { finishings: v.enum(3) }).map(([attribute]) => attribute)).toEqual(['finishings'])
  expect(told(none, { 'job-priority': v.integer(50), copies: v.integer(1) }).map(([attribute]) => attribute)).toEqual(['copies'])
  // As it was asked for, in the job or in its paper; as the printer names it where nothing was.
  expect(told({ ...asked, 'print-quality': v.enum(5) }, { 'print-quality': v.enum(3) })).toEqual([['print-quality', 'high']])
  expect(told(asked, { 'media-type': v.keyword('stationery') })).toEqual([['media-type', 'photographic-satin']])
  const { 'print-quality': _quality, ...without } = asked
  expect(told(without, { 'print-quality': v.enum(3) })).toEqual([['print-quality', 'draft']])
})

test('what only some printers do is sent where it is done, everything else in any case', () => {
  const some = ['platen-gap', 'print-dots-per-inch', 'finishings', 'printer-resolution', 'print-rendering-intent']
  const wanted: Attributes = {
    'platen-gap': v.keyword('wide'),
    'print-dots-per-inch': v.integer(1440),
    finishings: v.enum(15),
    'printer-resolution': v.resolution([360, 360, 'dpi']),
    'print-rendering-intent': v.keyword('relative'),
    copies: v.integer(3),
    'print-quality': v.enum(5),
  }
  expect(Object.keys(sendable(wanted, {}))).toEqual(['copies', 'print-quality'])
  for (const name of some) {
    const does = { [`${name}-supported`]: wanted[name] as NonNullable<Attributes[string]> }
    expect(Object.keys(sendable(wanted, does)).sort()).toEqual(['copies', name, 'print-quality'].sort())
    const other = { [`${name}-supported`]: name === 'printer-resolution' ? v.resolution([300, 300, 'dpi']) : v.keyword('another') }
    expect(Object.keys(sendable(wanted, other))).toEqual(['copies', 'print-quality'])
  }
})

test('without Create-Job, raster or device colour that is known beforehand', () => {
  const poor = {
    ...able,
    'operations-supported': v.enum(2),
    'document-format-supported': v.mime('application/pdf'),
    'pwg-raster-document-type-supported': v.keyword('srgb_8'),
  }
  expect(capabilitiesOf(poor)).toEqual({ format: 'application/pdf', deviceColour: false, twoSteps: false })
  expect(capabilitiesOf({}).format).toBeNull()
})

test('a job in two steps takes both operations; a printer with one of them is sent to in one', () => {
  const operations = (...names: (keyof typeof OPERATION)[]) => v.enum(...names.map((n) => OPERATION[n]))
  const twoSteps = (...names: (keyof typeof OPERATION)[]) =>
    capabilitiesOf({ ...able, 'operations-supported': operations(...names) }).twoSteps
  expect([twoSteps('Create-Job', 'Send-Document'), twoSteps('Create-Job'), twoSteps('Send-Document')]).toEqual([true, false, false])
})

test.each([
  ['at a listed size', v.integer(29_700), true],
  ['half a millimetre over it', v.integer(29_650), true],
  ['more than that over it', v.integer(29_649), false],
  ['half a millimetre under it', v.integer(29_750), true],
  ['more than that under it', v.integer(29_751), false],
  ['at the end of a range', v.range([20_000, 29_700]), true],
  ['half a millimetre beyond it', v.range([20_000, 29_650]), true],
  ['more than that beyond it', v.range([20_000, 29_649]), false],
  ['before it', v.range([29_750, 40_000]), true],
  ['more than that before it', v.range([29_751, 40_000]), false],
])('a page 297 mm wide is taken %s (1/100 mm): %s', (_where, width, taken) => {
  const of = {
    ...asked,
    'media-col': v.collection({ 'media-size': v.collection({ 'x-dimension': v.integer(29_700), 'y-dimension': v.integer(42_000) }) }),
  }
  const printer = { ...able, 'media-size-supported': v.collection({ 'x-dimension': width, 'y-dimension': v.range([25_400, 59_400]) }) }
  expect(
    substitutions(of, printer, null)
      .map((s) => s.attribute)
      .includes('media-size'),
  ).toBe(!taken)
})

test('what asks for nothing need not be known; what spoils a print weighs more than what shows', () => {
  const of = (attributes: Attributes, printer: Attributes = {}) => substitutions(attributes, printer, null)
  expect(of({ copies: v.integer(1), sides: v.keyword('one-sided'), 'platen-gap': v.keyword('normal'), finishings: v.enum(3) })).toEqual([])
  expect(of({ copies: v.integer(2) }).map((s) => [s.attribute, s.asked, s.weight])).toEqual([['copies', '2', 'matters']])
  expect(of({ 'platen-gap': v.keyword('wide') })[0]?.weight).toBe('matters')
  expect(of({ 'print-quality': v.enum(5) }, { 'print-quality-supported': v.enum(3, 4), 'print-quality-default': v.enum(4) })).toMatchObject(
    [{ attribute: 'print-quality', asked: 'high', instead: 'normal', weight: 'note' }],
  )
  // A range takes what lies in it.
  const range = (n: number) => of({ copies: v.integer(n) }, { 'copies-supported': v.range([2, 9]) }).length
  expect([range(1), range(2), range(9), range(10)]).toEqual([1, 0, 0, 1])
})

test('a printer that takes grey and colour in PWG Raster is sent it, one that takes grey alone is not', () => {
  const format = (...types: string[]) => capabilitiesOf({ ...able, 'pwg-raster-document-type-supported': v.keyword(...types) }).format
  expect(format('sgray_8', 'srgb_8')).toBe('image/pwg-raster')
  expect(format('device3_8', 'sgray_8')).toBe('image/pwg-raster')
  expect(format('sgray_8')).not.toBe('image/pwg-raster')
})

test('of several sizes that are listed one that fits both ways is enough, to half a millimetre', () => {
  const size = (x: number, y: number) => v.collection({ 'x-dimension': v.integer(x), 'y-dimension': v.integer(y) })
  const { width, length } = plate.setup?.page ?? { width: 0, length: 0 }
  const [w, l] = [Math.round(width / 10), Math.round(length / 10)]
  const listed = (...sizes: { 0: number; 1: number }[]) =>
    found({ ...able, 'media-size-supported': sizes.flatMap((one) => size(one[0], one[1])) }).includes('media-size')
  expect(listed([21_000, 29_700], [w, l], [10_160, 15_240])).toBe(false)
  expect(listed([w + 50, l - 50])).toBe(false)
  expect(listed([w + 51, l])).toBe(true)
  expect(listed([w, l - 51])).toBe(true)
  expect(substitutions(asked, { ...able, 'media-size-supported': [...size(10_160, 15_240)] }, null)).toMatchObject([
    { attribute: 'media-size', instead: null, weight: 'matters', says: expect.stringMatching(/: “[\d.]+ × [\d.]+ mm” is not done\.$/) },
  ])
  // A width of one and a length of the other are no size.
  expect(listed([w, 15_240], [10_160, l])).toBe(true)
})

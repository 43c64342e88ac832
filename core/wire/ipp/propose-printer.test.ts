import { type Attributes, v } from './message.ts'
import { proposeFromIpp } from './propose-printer.ts'

/** An entry of media-col-database, lengths in 1/100 mm; four margins that differ, so that none can stand for another. */
const entry = (
  source: string,
  type: string,
  x: number | [number, number],
  y: number | [number, number],
  margins = [410, 530, 620, 740],
) => ({
  'media-size': v.collection({
    'x-dimension': Array.isArray(x) ? v.range(x) : v.integer(x),
    'y-dimension': Array.isArray(y) ? v.range(y) : v.integer(y),
  }),
  'media-source': v.keyword(source),
  'media-type': v.keyword(type),
  'media-top-margin': v.integer(margins[0] ?? 0),
  'media-bottom-margin': v.integer(margins[1] ?? 0),
  'media-left-margin': v.integer(margins[2] ?? 0),
  'media-right-margin': v.integer(margins[3] ?? 0),
})
const database = (...entries: Attributes[]) => v.collection(...entries)
const propose = (attributes: Attributes) =>
  proposeFromIpp({ 'printer-name': v.name('Tern 7'), ...attributes }, 'ipp://10.0.0.7/ipp/print', null)
const pathOf = (attributes: Attributes) => propose(attributes)?.printer.paths[0]
/** One exact size, one thicker, and a range, in one tray. */
const TRAY = database(entry('tray-1', 'photographic-glossy', 21_000, 29_700), {
  ...entry('tray-1', 'photographic-matte', [8_900, 32_900], [12_700, 48_300], [390, 560, 600, 750]),
  'media-thickness': v.range([9, 31]),
})

test('lengths come in hundredths of a millimetre (PWG 5100.3) and become micrometres; each margin keeps its edge', () => {
  const path = pathOf({ 'media-col-database': TRAY })
  expect([path?.width, path?.length, path?.thickness]).toEqual([
    { min: 89_000, max: 329_000 },
    { min: 127_000, max: 483_000 },
    { min: 90, max: 310 },
  ])
  // The widest of the entries at each edge: nothing is promised that one of them cannot print.
  expect(path?.margins).toEqual({ leading: 4100, trailing: 5600, left: 6200, right: 7500 })
  expect(path?.borderless).toBeNull()
  expect(path?.customSizes).toBe(true)
})

test('an edge without margin is printed past, at the sizes that say so; the bordered entries give the margins', () => {
  const sides = database(
    entry('main', 'photographic', 10_160, 15_240, [390, 390, 0, 0]),
    entry('main', 'photographic', 21_000, 29_700, [310, 320, 330, 340]),
  )
  const path = pathOf({ 'media-col-database': sides })
  expect(path?.borderless).toMatchObject({ edges: ['left', 'right'], sizes: ['na_index-4x6_4x6in'], enforced: 4500, margins: null })
  expect(path?.margins).toEqual({ leading: 3100, trailing: 3200, left: 3300, right: 3400 })
  expect(path?.customSizes).toBe(false)
  const roll = pathOf({
    'media-col-database': database(entry('main-roll', 'photographic', [21_000, 61_000], [20_000, 90_000], [0, 0, 0, 0])),
  })
  expect(roll?.borderless).toMatchObject({ edges: ['leading', 'trailing', 'left', 'right'], sizes: 'any' })
})

test('no margin said is 3 mm; no size, or one of nothing, is no entry', () => {
  const { 'media-left-margin': _none, ...bare } = entry('main', 'stationery', 21_000, 29_700)
  expect(pathOf({ 'media-col-database': database(bare) })?.margins.left).toBe(3000)
  expect(propose({ 'media-col-database': database(entry('main', 'stationery', 0, 29_700)) })).toBeNull()
  expect(propose({ 'media-col-database': database(entry('main', 'stationery', 21_000, -1)) })).toBeNull()
})

test('without a database the separate lists are read, every size in every source but “auto”', () => {
  const proposal = propose({
    'media-size-supported': v.collection({ 'x-dimension': v.integer(21_000), 'y-dimension': v.integer(29_700) }),
    'media-source-supported': v.keyword('auto', 'tray-1', 'manual'),
    'media-top-margin-supported': v.integer(300, 450),
    'media-left-margin-supported': v.integer(0),
  })
  expect(proposal?.printer.paths.map((p) => p.source)).toEqual(['tray-1', 'manual'])
  expect(proposal?.printer.paths[0]?.margins).toEqual({ leading: 4500, trailing: 3000, left: 3000, right: 3000 })
})

test('what IPP does not say is assumed, and said once for each thing', () => {
  const proposal = propose({ 'media-col-database': TRAY, 'sides-supported': v.keyword('one-sided', 'two-sided-long-edge') })
  expect(proposal?.assumed).toEqual([
    'Tray 1: printable side, guide, thickness, weight and stack are assumed. Look them up in the printer’s manual.',
    'Names, weight and black of 2 media types are assumed.',
  ])
  expect(proposal?.printer.mediaTypes.map((m) => [m.id, m.driverName, m.surface, m.weight])).toEqual([
    ['photographic-glossy', 'Photographic glossy', 'gloss', { min: 60, max: 400 }],
    ['photographic-matte', 'Photographic matte', 'matte', { min: 60, max: 400 }],
  ])
  expect(proposal?.printer).toMatchObject({ id: 'tern-7', name: 'Tern 7', kind: 'Printer', address: 'ipp://10.0.0.7/ipp/print' })
  expect(proposal?.printer.paths[0]).toMatchObject({
    duplex: { how: 'automatic', upTo: 150, margins: null },
    capacity: [
      { upTo: 150, sheets: 20 },
      { upTo: 300, sheets: 10 },
      { upTo: 310, sheets: 1 },
    ],
    // The printer says how thick; how heavy follows from that.
    weight: { min: 60, max: 310 },
    unconfirmed: expect.arrayContaining(['takes', 'margins', 'carries']),
    tolerance: { across: 800, along: 1000, skewDegrees: 0.2 },
  })
  expect(pathOf({ 'media-col-database': database(entry('tray-1', 'stationery', 21_000, 29_700)) })).toMatchObject({
    duplex: null,
    thickness: { min: 80, max: 300 },
  })
})

test.each([
  ['photographic-high-gloss', 'gloss'],
  ['photographic-glossy', 'gloss'],
  ['photographic-semi-gloss', 'satin'],
  ['photographic-satin', 'satin'],
  ['canvas-glossy', 'canvas'],
  ['canvas', 'canvas'],
  ['fine-art-cotton', 'art'],
  ['mounting-board', 'board'],
  ['cardstock', 'matte'],
  ['stationery', 'plain'],
])('the surface of “%s” is taken to be %s', (type, surface) => {
  const proposal = propose({ 'media-col-database': database(entry('main', type, 21_000, 29_700)) })
  expect(proposal?.printer.mediaTypes[0]?.surface).toBe(surface)
})

test('qualities are those of RFC 8011: 3 draft, 4 normal, 5 high', () => {
  const of = (...n: number[]) =>
    propose({ 'media-col-database': TRAY, 'print-quality-supported': v.enum(...n) })?.printer.qualities.map((q) => [
      q.ipp,
      q.dpi,
      q.secondsPerSquareMetre,
    ])
  expect(of(5, 3)).toEqual([
    ['high', 1440, 1200],
    ['draft', 360, 200],
  ])
  expect(of(7)).toEqual([['normal', 720, 500]])
  expect(of(5)).toEqual([['high', 1440, 1200]])
})

test('ink levels are shares of a cartridge; out of 0 to 100 nothing is known and it is taken as full', () => {
  const inks = (...levels: number[]) =>
    propose({
      'media-col-database': TRAY,
      'marker-names': v.name('Photo Black', 'Grey 2'),
      'marker-levels': v.integer(...levels),
    })?.printer.inks.map((i) => [i.id, i.name, i.capacity, i.millilitres])
  expect(inks(40, 0)).toEqual([
    ['photo-black', 'Photo Black', 25, 10],
    ['grey-2', 'Grey 2', 25, 0],
  ])
  expect(inks(-1, 101)?.map((i) => i[3])).toEqual([25, 25])
  expect(inks(100)?.map((i) => i[3])).toEqual([25, 25])
})

test.each([
  [3, 'bulk-4'],
  [4, 'bulk-4'],
  [5, 'dye-6'],
  [7, 'dye-6'],
  [8, 'pigment-10'],
  [10, 'pigment-10'],
  [11, 'pigment-12'],
])('%i inks are taken for %s', (count, inkSet) => {
  const names = Array.from({ length: count }, (_, i) => `Ink ${i}`)
  expect(propose({ 'media-col-database': TRAY, 'marker-names': v.name(...names) })?.printer.inkSet).toBe(inkSet)
})

test.each([
  [[600, 600, 'dpi'], 600],
  [[71, 71, 'dpi'], 72],
  [[2880, 1440, 'dpi'], 1440],
  [[720, 360, 'dpi'], 720],
  [[240, 240, 'dpcm'], 360],
] as [[number, number, 'dpi' | 'dpcm'], number][])('a resolution of %j feeds at %i', (resolution, ppi) => {
  expect(propose({ 'media-col-database': TRAY, 'printer-resolution-supported': v.resolution(resolution) })?.printer.feedPpi).toBe(ppi)
})

test('what the record knows and IPP does not is kept; what IPP says anew is taken', () => {
  const before = propose({ 'media-col-database': TRAY, 'marker-names': v.name('Photo Black') })?.printer
  if (!before?.paths[0] || !before.mediaTypes[0] || !before.inks[0]) throw new Error('no proposal to begin with')
  before.name = 'Tern by the window'
  before.paths[0].loadSteps = ['Fan the stack.']
  before.paths[0].customSizes = false
  before.mediaTypes[0].panelName = 'Gloss 2'
  before.inks[0].capacity = 80
  before.paths.push({ ...before.paths[0], id: 'rear', source: 'rear', name: 'Rear slot' })
  const narrower = database(entry('tray-1', 'photographic-glossy', 21_000, 29_700, [500, 500, 500, 500]))
  const after = proposeFromIpp(
    { 'media-col-database': narrower, 'marker-names': v.name('Photo Black'), 'marker-levels': v.integer(25) },
    'ipp://10.0.0.7/ipp/print',
    before,
  )
  expect(after?.assumed).toEqual([])
  expect(after?.printer.name).toBe('Tern by the window')
  expect(after?.printer.paths.map((p) => [p.source, p.margins.leading, p.width.max, p.loadSteps, p.customSizes])).toEqual([
    ['tray-1', 5000, 210_000, ['Fan the stack.'], false],
    ['rear', 4100, 329_000, ['Fan the stack.'], false],
  ])
  expect(after?.printer.mediaTypes.map((m) => m.panelName)).toEqual(['Gloss 2'])
  expect(after?.printer.inks).toMatchObject([{ capacity: 80, millilitres: 20 }])
})

test('figures that contradict each other leave a path out and say so', () => {
  const proposal = propose({
    'media-col-database': database(
      entry('tray-1', 'stationery', 21_000, 29_700),
      // Margins wider than the sheet.
      entry('manual', 'stationery', 1_000, 2_000, [900, 900, 800, 800]),
    ),
  })
  expect(proposal?.printer.paths.map((p) => p.source).includes('tray-1')).toBe(true)
})

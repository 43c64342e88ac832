import { v } from './message.ts'
import { printerNow } from './printer-now.ts'

const path = { source: 'tray-2' }
const tray = (level: number, name = 'tray-2') =>
  new TextEncoder().encode(`type=sheetFeedAutoRemovableTray;level=${level};status=0;name=${name};`)
const ready = (source: string, change: object = {}) =>
  v.collection({
    'media-source': v.keyword(source),
    'media-type': v.keyword('photographic'),
    'media-size': v.collection({ 'x-dimension': v.integer(21_000), 'y-dimension': v.integer(29_700) }),
    ...change,
  })

test('what a printer says of one of its sources, by the attributes of RFC 8011 and PWG 5100.13', () => {
  expect(
    printerNow(
      {
        'printer-state': v.enum(5),
        'printer-state-reasons': v.keyword('cover-open', 'toner-low-report', 'media-low-warning'),
        'printer-state-message': v.text('Close the cover.'),
        'printer-is-accepting-jobs': v.boolean(false),
        'queued-job-count': v.integer(3),
        'media-col-ready': [...ready('tray-1', { 'media-type': v.keyword('stationery') }), ...ready('tray-2')],
        'printer-input-tray': v.octets(tray(0, 'tray-1'), tray(-3)),
        'marker-names': v.name('Cyan', 'Yellow', 'Black'),
        'marker-levels': v.integer(1, 0, -2),
        'size-sensing': v.keyword('tray-1.on', 'tray-2.off'),
      },
      path,
    ),
  ).toEqual({
    stopped: true,
    reasons: ['cover-open'],
    message: 'Close the cover.',
    accepting: false,
    ahead: 3,
    holds: true,
    mediaType: 'photographic',
    size: { width: 210_000, length: 297_000 },
    sensing: 'off',
    empty: ['Yellow'],
  })
})

test.each([
  [0, false],
  [12, true],
  [-3, true],
  [-2, null],
  [-1, null],
])('a tray at level %s holds something: %s', (level, holds) =>
  expect(printerNow({ 'printer-input-tray': v.octets(tray(level)) }, path).holds).toBe(holds),
)

test('a printer that says little is not taken to say more; what is ready lies there', () => {
  expect(printerNow({}, path)).toMatchObject({
    stopped: false,
    accepting: true,
    ahead: 0,
    holds: null,
    mediaType: null,
    size: null,
    sensing: null,
    empty: [],
  })
  expect(printerNow({ 'media-col-ready': ready('tray-2', { 'media-type': v.keyword('auto') }) }, path)).toMatchObject({
    holds: true,
    mediaType: null,
  })
  expect(printerNow({ 'media-col-ready': ready('tray-1') }, path).holds).toBeNull()
})

import { plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { agreementTable, tickAll } from '../agreement/table.ts'
import { loadingSteps } from '../loading/steps.ts'
import { preflight, printerSays } from './preflight.ts'
import type { Standing } from './standing.ts'

const plate = plateOf({ pins: { printer: 'heron', path: 'heron-cassette' } })
const READY: Standing = {
  stopped: false,
  reasons: [],
  message: 'Ready.',
  accepting: true,
  ahead: 0,
  holds: true,
  mediaType: null,
  size: null,
  sensing: null,
  empty: [],
}
const says = (change: Partial<Standing>, of = plate) => printerSays(of, { ...READY, ...change })
const ids = (change: Partial<Standing>, of = plate) => says(change, of).map((i) => `${i.id} ${i.level}`)

test('a printer that is ready for this plate says nothing; one that does not answer does not hold it', () => {
  expect(says({})).toEqual([])
  expect(printerSays(plate, undefined)).toEqual([])
  expect(printerSays(plate, null)).toMatchObject([{ id: 'printer:away', level: 'amber' }])
})

test('what would spoil the sheet holds the print', () => {
  expect(ids({ reasons: ['cover-open'], stopped: true })).toEqual(['printer:cover red'])
  expect(ids({ stopped: true, message: 'Paper jam' })).toEqual(['printer:stopped red'])
  const stopped = { stopped: true, reasons: ['media-jam', 'cover-open-report'] }
  expect(says({ ...stopped, message: 'Paper jam' })[0]?.says).toBe('Heron 17 has stopped: Paper jam.')
  expect(says({ ...stopped, message: '' })[0]?.says).toBe('Heron 17 has stopped: media-jam, cover-open-report.')
  expect(ids({ holds: false })).toEqual(['printer:empty red'])
  expect(ids({ holds: null })).toEqual([])
  expect(ids({ mediaType: 'photographic-glossy' })).toEqual(['printer:media-type red'])
  expect(ids({ mediaType: plate.setup?.mediaType.id ?? '' })).toEqual([])
  expect(ids({ empty: ['Cyan'] })).toEqual(['printer:ink red'])
  expect([['Cyan'], ['Cyan', 'Grey']].map((empty) => says({ empty })[0]?.says)).toEqual(['Cyan is empty.', 'Cyan, Grey are empty.'])
  expect(ids({ accepting: false })).toEqual(['printer:closed red'])
})

test('a path that takes its sheet only when it asks is rightly empty before', () => {
  const board = plateOf({ brief: { paperId: 'breakwater-board' }, pins: { printer: 'gannet', path: 'gannet-board' } })
  const asked = { ...board, setup: board.setup && { ...board.setup, path: { ...board.setup.path, drawIn: 'when-asked' as const } } }
  expect(ids({ holds: false }, asked)).toEqual([])
  expect(
    ids(
      { holds: false },
      { ...asked, setup: asked.setup && { ...asked.setup, path: { ...asked.setup.path, drawIn: 'at-once' as const } } },
    ),
  ).toEqual(['printer:empty red'])
})

test('another size than the page holds it, in either turn, beyond what lots differ by', () => {
  const { width, length } = plate.setup?.page ?? { width: 0, length: 0 }
  expect(ids({ size: { width: length, length: width } })).toEqual([])
  expect(ids({ size: { width: width + mm(3), length } })).toEqual([])
  expect(ids({ size: { width: width + mm(3.1), length } })).toEqual(['printer:size red'])
  expect(ids({ size: { width, length: length - mm(3.1) } })).toEqual(['printer:size red'])
  const roll = plateOf({ brief: { paperId: 'pilot-rag', sheet: null }, pins: { printer: 'heron', path: 'heron-roll' } })
  expect(ids({ size: { width: mm(431.9), length: 0 } }, roll)).toEqual([])
  expect(ids({ size: { width: mm(610), length: 0 } }, roll)).toEqual(['printer:size red'])
})

test('what stands before it is named with what it waits for; a stop that belongs to that job is not this one’s', () => {
  const [ahead, ...rest] = says({ stopped: true, ahead: 1, behind: { title: 'Sea state board', waits: 'Load one sheet.' } })
  expect(rest).toEqual([])
  expect(ahead).toMatchObject({ id: 'printer:ahead', level: 'amber' })
  expect(ahead?.says).toBe('1 job stands before it on Heron 17: it is behind “Sea state board”, which waits: Load one sheet.')
})

test('findings, places and steps stand in the same list, red first; what was looked at and ticked is gone from it', () => {
  const studio = studioOf()
  const bad = plateOf({
    brief: { paperId: 'breakwater-board', sheet: sheet('iso_a3_297x420mm') },
    pins: { path: 'gannet-board', 'platen-gap': 'normal' },
  })
  const rows = agreementTable(bad, studio, [], 'mm')
  const steps = loadingSteps(bad, 'mm', studio)
  const list = preflight({ plate: bad, rows, steps, ticked: new Set(), now: READY, side: 'front' })
  expect(list[0]).toMatchObject({ id: 'head-strike', level: 'red', about: 'finding' })
  expect(list.map((i) => i.id)).toEqual(expect.arrayContaining(['not-looked-at', 'steps-open']))
  const levels = list.map((i) => i.level)
  expect(levels).toEqual([...levels].sort((a, b) => (a === b ? 0 : a === 'red' ? -1 : 1)))
  const at = '2026-11-25T08:00:00.000Z'
  const looked = (['program', 'driver', 'panel'] as const)
    .flatMap((place) => tickAll(rows, bad, studio, 'mm', place, 'me'))
    .map((r) => ({ ...r, at }))
  const wrong = looked.map((r, i) => (i === 0 ? { ...r, value: 'else', words: 'something else' } : r))
  const after = (readings: typeof looked) =>
    preflight({
      plate: bad,
      rows: agreementTable(bad, studio, readings, 'mm'),
      steps,
      ticked: new Set(steps.filter((s) => s.when === 'before').map((s) => s.id)),
      now: READY,
      side: 'front',
    }).map((i) => i.id)
  expect(after(looked)).not.toEqual(expect.arrayContaining(['not-looked-at']))
  expect(after(looked)).not.toEqual(expect.arrayContaining(['steps-open']))
  expect(after(wrong)).toEqual(expect.arrayContaining(['disagreement']))
  // The second side has the first one's plate: its findings were answered then.
  expect(preflight({ plate: bad, rows: [], steps: [], ticked: new Set(), now: READY, side: 'back' })).toEqual([])
})

test('settings nobody looked at are counted, with one of them and where it is', () => {
  const studio = studioOf()
  const rows = agreementTable(plate, studio, [], 'mm')
  const list = preflight({ plate, rows, steps: [], ticked: new Set(), now: READY, side: 'front' })
  const open = rows.reduce((n, row) => n + Object.values(row.cells).filter((c) => c.state === 'open').length, 0)
  expect(open).toBeGreaterThan(3)
  expect(list.find((i) => i.id === 'not-looked-at')?.says).toMatch(
    new RegExp(`^${open} settings were not looked at yet, page size in the program among them\\.$`),
  )
})

test('of one setting that was not looked at only that one is named', () => {
  const studio = studioOf()
  const rows = agreementTable(plate, studio, [], 'mm').filter((row) => row.key === 'scaling')
  const only = (kept: 'driver' | 'program') =>
    rows.map((row) => ({ ...row, cells: { ...row.cells, [kept]: { ...row.cells[kept], state: 'agrees' as const } } }))
  const says = (of: typeof rows) =>
    preflight({ plate, rows: of, steps: [], ticked: new Set(), now: READY, side: 'front' }).find((i) => i.id === 'not-looked-at')?.says
  expect(says(only('program'))).toBe('1 setting was not looked at yet: scaling in the driver.')
  expect(says(rows)).toBe('2 settings were not looked at yet, scaling in the program among them.')
})

test('steps that are not ticked are named as they stand in the guide, within a sentence', () => {
  const steps = loadingSteps(plate, 'mm', studioOf())
  const [first, second] = steps.filter((s) => s.when === 'before')
  const open = (of: typeof steps) =>
    preflight({ plate, rows: [], steps: of, ticked: new Set(), now: READY, side: 'front' }).find((i) => i.id === 'steps-open')?.says
  const small = (title = '') => `${title[0]?.toLowerCase()}${title.slice(1)}`
  expect(open(steps)).toContain(`${small(first?.title)}, ${small(second?.title)}`)
  // Three are named, of four that there are more.
  const many = (count: number) =>
    steps.slice(0, 1).flatMap((s) => Array.from({ length: count }, (_, i) => ({ ...s, id: `${i}`, when: 'before' as const })))
  expect([3, 4].map((count) => open(many(count))?.endsWith(' and more.'))).toEqual([false, true])
})

test('size sensing that is switched off is said where the path senses and nobody has noted that it is off, of sheets', () => {
  const told = (path: object, lot: object = {}, sensing: Standing['sensing'] = 'off') => {
    const of = structuredClone(plate)
    if (!of.setup) throw new Error('nothing decided')
    of.setup.path = { ...of.setup.path, senses: { ...of.setup.path.senses, size: true }, sensing: 'on', ...path }
    of.setup.lot = { ...of.setup.lot, ...lot }
    return ids({ sensing }, of)
  }
  expect(told({})).toEqual(['printer:sensing amber'])
  expect([
    told({ sensing: 'off' }),
    told({ senses: { size: false } }),
    told({}, { form: 'roll' }),
    told({}, {}, 'on'),
    told({}, {}, null),
  ]).toEqual(Array(5).fill([]))
})

test('what else lies in a path that draws it in at once is said before it is printed on; what is fed when asked, and what is empty, is not', () => {
  const studio = studioOf()
  const lists = (pins: object, now: Partial<Standing> = {}, paperId = 'harbour-lustre') => {
    const of = plateOf({ brief: { paperId, sheet: sheet('iso_a3_297x420mm') }, pins, studio: (s) => void Object.assign(s, studio) })
    const list = preflight({ plate: of, rows: [], steps: [], ticked: new Set(), now: { ...READY, ...now }, side: 'front' })
    return list.filter(({ id }) => id === 'not-loaded').map(({ level, about, says }) => [level, about, says])
  }
  const cassette = { printer: 'heron', path: 'heron-cassette' }
  const tray = studio.loaded.find((l) => l.pathId === 'heron-cassette')
  if (!tray) throw new Error('nothing is loaded')
  expect(lists(cassette)).toEqual([])
  tray.lotId = 'matte-a4'
  expect(lists(cassette)).toEqual([['amber', 'step', 'Cassette holds Quay Matte 189, A4. Load Harbour Lustre 255, A3.']])
  expect(lists(cassette, { holds: false })).toEqual([])
  expect(lists({ printer: 'gannet', path: 'gannet-art' }, {}, 'saltmarsh-cotton')).toEqual([])
})

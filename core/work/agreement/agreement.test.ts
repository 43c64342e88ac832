import type { Plate, Setup } from '../../plate/resolve/plate.ts'
import { resolve } from '../../plate/resolve/resolve.ts'
import { brief, CASES, studioOf } from '../../testing/fixtures.ts'
import { ADDITIONS } from '../../things/brief/additions.ts'
import { mm } from '../../things/length/length.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { SET_PLACES } from './place.ts'
import type { KeptReading } from './reading.ts'
import { type AgreementRow, agreementTable, disagreements, progressOf, readingOf, tickAll } from './table.ts'

const AT = '2026-01-02T10:00:00.000Z'
const kept = (readings: ReturnType<typeof tickAll>): KeptReading[] => readings.map((r) => ({ ...r, at: AT }))

/** A studio in which the sheet of a plate lies in its path, its black is in, and its profile was made as it is used. */
function settled(studio: Studio, plate: Plate): Studio {
  const { setup } = plate
  if (!setup) return studio
  const black = setup.mediaType.black
  return {
    ...studio,
    printers: studio.printers.map((p) =>
      p.id === setup.printer.id && p.black.installed !== 'both' && black !== 'either'
        ? { ...p, black: { ...p.black, installed: black } }
        : p,
    ),
    loaded: [
      ...studio.loaded.filter((l) => l.pathId !== setup.path.id),
      { printerId: setup.printer.id, pathId: setup.path.id, lotId: setup.lot.id, remaining: 5_000_000 },
    ],
  }
}

interface Settled {
  name: string
  plate: Plate
  studio: Studio
  readings: KeptReading[]
}

/** Jobs of every kind, and every pairing of the studio with a sheet it has, with all places set as the plate says. */
function settledCases(): Settled[] {
  const studio = studioOf()
  const briefs = [
    ...CASES.map((job) => ({ name: job.name, brief: brief(job.brief), pins: job.pins ?? {} })),
    ...studio.pairings.map((pairing) => {
      const lot = studio.lots.find((l) => l.paperId === pairing.paperId && l.stock > 0)
      const sheet = lot?.form === 'sheet' ? { ...lot.nominal, name: null } : { width: mm(297), length: mm(420), name: null }
      return {
        name: pairing.id,
        brief: brief({ paperId: pairing.paperId, sheet, size: { by: 'border', border: mm(20) } }),
        pins: { printer: pairing.printerId },
      }
    }),
  ]
  return briefs.flatMap(({ name, brief, pins }): Settled[] => {
    const plate = resolve(brief, studio, pins)
    if (!plate.setup || plate.setup.cut) return []
    const ready = settled(studio, plate)
    const made = resolve(brief, ready, pins)
    if (!made.setup || made.setup.lot.id !== plate.setup.lot.id || made.setup.path.id !== plate.setup.path.id) return []
    const rows = agreementTable(made, ready, [], 'mm')
    const readings = kept(SET_PLACES.flatMap((place) => tickAll(rows, made, ready, 'mm', place, 'Ada')))
    return [{ name, plate: made, studio: ready, readings }]
  })
}

const SETTLED = settledCases()
const found = (rows: AgreementRow[]) => disagreements(rows).map((d) => `${d.setting} ${d.place}`)

test('with every place set as the plate says nothing differs, and nothing is left to look at', () => {
  expect(SETTLED.length).toBeGreaterThan(20)
  for (const { name, plate, studio, readings } of SETTLED) {
    const rows = agreementTable(plate, studio, readings, 'mm')
    expect([name, found(rows)]).toEqual([name, []])
    expect([name, progressOf(rows)]).toEqual([name, { asked: readings.length, looked: readings.length, differs: 0 }])
  }
})

test.each([
  ['both', 'twice'],
  ['none', 'cast'],
] as const)('a plate that says %s manages colour is never as wanted, and the row says what that does', (management, says) => {
  const { plate, studio } = SETTLED.find((s) => s.plate.setup?.management === 'program') as Settled
  const wrong = { ...plate, setup: { ...(plate.setup as Setup), management } }
  const unread = agreementTable(wrong, studio, [], 'mm')
  const ticked = SET_PLACES.flatMap((place) => tickAll(unread, wrong, studio, 'mm', place, ''))
  for (const readings of [[], kept(ticked)]) {
    const rows = agreementTable(wrong, studio, readings, 'mm')
    const row = rows.find((r) => r.key === 'management')
    expect(row?.harm).toContain(says)
    expect(SET_PLACES.some((place) => row?.cells[place].state === 'agrees')).toBe(false)
    expect(found(rows)).toEqual(['management null'])
    expect(disagreements(rows)[0]?.says).toContain(row?.harm)
  }
})

test('what a program adds by itself is wanted off, and on only where the brief says so', () => {
  const { plate, studio } = SETTLED[0] as Settled
  const wanted = (adds: Plate['brief']['adds']) =>
    Object.fromEntries(
      agreementTable({ ...plate, brief: { ...plate.brief, adds } }, studio, [], 'mm')
        .filter((row) => row.key in ADDITIONS)
        .map((row) => [row.key, row.cells.program.wanted]),
    )
  expect(wanted([])).toEqual({ 'date-stamp': 'Off', correction: 'Off', 'own-sharpening': 'Off', 'own-borders': 'Off' })
  expect(wanted(['date-stamp'])).toEqual({ 'date-stamp': 'On', correction: 'Off', 'own-sharpening': 'Off', 'own-borders': 'Off' })
})

test('every single disagreement of every cell is found, and no other (300 cases and more)', () => {
  let cases = 0
  for (const { name, plate, studio, readings } of SETTLED) {
    const rows = agreementTable(plate, studio, readings, 'mm')
    for (const row of rows)
      for (const place of SET_PLACES) {
        const cell = row.cells[place]
        if (cell.state !== 'agrees') continue
        // Set to each other thing it offers, to another size, or to words that mean nothing there.
        const wrong = cell.choices.map((c) => c.words).filter((w) => w !== cell.wanted)
        for (const words of [...wrong, row.key === 'page' ? '100 × 148 mm' : 'something else']) {
          const reading = readingOf(plate, studio, 'mm', { place, setting: row.key, words, how: 'typed', by: '' })
          if (!reading) throw new Error(`${name} ${row.key} ${place}`)
          const changed = readings.map((r) => (r.place === place && r.setting === row.key ? { ...reading, at: AT } : r))
          expect([name, words, found(agreementTable(plate, studio, changed, 'mm'))]).toEqual([name, words, [`${row.key} ${place}`]])
          cases++
        }
      }
  }
  expect(cases).toBeGreaterThan(300)
})

test('what is loaded, the installed black and what the profile was made with are held against the plate', () => {
  let cases = 0
  for (const { name, plate, studio, readings } of SETTLED) {
    const { setup } = plate
    if (!setup) continue
    const other = studio.lots.find((l) => l.paperId !== setup.paper.id && l.form === setup.lot.form)
    const empty = { ...studio, loaded: studio.loaded.map((l) => (l.pathId === setup.path.id ? { ...l, remaining: 0 } : l)) }
    // A path that takes its sheet only when it asks is rightly empty until then.
    const altered: [string, Studio, Plate][] = setup.path.drawIn === 'when-asked' ? [] : [['source loaded', empty, plate]]
    if (other)
      altered.push([
        'media-type loaded',
        { ...studio, loaded: studio.loaded.map((l) => (l.pathId === setup.path.id ? { ...l, lotId: other.id } : l)) },
        plate,
      ])
    const made = setup.profile?.boundTo
    const bound = (change: object): Plate => ({
      ...plate,
      setup: { ...setup, profile: setup.profile && made ? { ...setup.profile, boundTo: { ...made, ...change } } : null },
    })
    if (made) {
      altered.push(['quality profile', studio, bound({ dpi: made.dpi * 2 })])
      altered.push(['media-type profile', studio, bound({ mediaTypeId: 'another' })])
      altered.push(['profile profile', studio, bound({ paperId: 'another' })])
    }
    if (setup.mediaType.black !== 'either')
      altered.push([
        'black loaded',
        {
          ...studio,
          printers: studio.printers.map((p) =>
            p.id === setup.printer.id
              ? { ...p, black: { ...p.black, installed: setup.mediaType.black === 'photo' ? ('matte' as const) : ('photo' as const) } }
              : p,
          ),
        },
        plate,
      ])
    for (const [expected, changed, to] of altered) {
      expect([name, expected, found(agreementTable(to, changed, readings, 'mm')).includes(expected)]).toEqual([name, expected, true])
      cases++
    }
  }
  expect(cases).toBeGreaterThan(80)
})

test('sizes are read as a driver rounds them; the panel may show an unlisted size by its own name or in numbers', () => {
  const one = SETTLED.find((c) => c.plate.setup?.page.pwg === 'iso_a4_210x297mm')
  if (!one) throw new Error('no A4')
  const read = (words: string, place: 'driver' | 'panel' = 'driver') => {
    const reading = readingOf(one.plate, one.studio, 'mm', { place, setting: 'page', words, how: 'typed', by: '' })
    return found(agreementTable(one.plate, one.studio, reading ? [{ ...reading, at: AT }] : [], 'mm')).includes(`page ${place}`)
  }
  for (const same of ['A4', '210 × 297 mm', '8.27 × 11.69 in', 'iso_a4_210x297mm']) expect([same, read(same)]).toEqual([same, false])
  for (const other of ['A5', '297 × 210 mm', '210 × 300 mm', 'letter', 'fjord']) expect([other, read(other)]).toEqual([other, true])
})

test('where the computer overrides the panel, the panel need not be looked at', () => {
  const [one] = SETTLED
  if (!one) throw new Error('no case')
  const studio = { ...one.studio, printers: one.studio.printers.map((p) => ({ ...p, panelRule: 'overridden' as const })) }
  const rows = agreementTable(one.plate, studio, [], 'mm')
  expect(rows.every((r) => ['none', 'overridden'].includes(r.cells.panel.state))).toBe(true)
  expect(rows.some((r) => r.cells.panel.state === 'overridden')).toBe(true)
})

test('a page is the same up to 0.6 mm off on either edge: drivers round to a tenth of an inch', () => {
  const { plate, studio } = SETTLED.find((s) => s.plate.setup?.page.pwg === 'iso_a3_297x420mm') as Settled
  const differs = (words: string) => {
    const reading = readingOf(plate, studio, 'mm', { place: 'driver', setting: 'page', words, how: 'typed', by: '' })
    if (!reading) throw new Error(words)
    return found(agreementTable(plate, studio, [{ ...reading, at: AT }], 'mm')).includes('page driver')
  }
  expect(['297.6 × 420 mm', '297 × 419.4 mm', '297.7 × 420 mm', '297 × 419.3 mm'].map(differs)).toEqual([false, false, true, true])
})

import { brief, sheet, studioOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { resolve } from '../resolve/resolve.ts'
import { changesSince, differsFrom, pinsOf } from './changes.ts'

const studio = studioOf()
const plate = resolve(brief({ paperId: 'lamproom-baryta', sheet: sheet('na_super-b_13x19in') }), studio, { printer: 'gannet' })
const { setup } = plate
if (!setup) throw new Error('no set-up')
const printer = studio.printers.find((p) => p.id === setup.printer.id)
if (!printer) throw new Error('no printer')
const saved = { plate, printer }
const changed = (alter: (s: Studio) => void) => {
  const now = structuredClone(studio)
  alter(now)
  return changesSince(saved, now).map((c) => c.id)
}
const printerOf = (s: Studio) => s.printers.find((p) => p.id === setup.printer.id) as Studio['printers'][number]
const pathOf = (s: Studio) => printerOf(s).paths.find((p) => p.id === setup.path.id) as Studio['printers'][number]['paths'][number]

test('a set-up used again in the same studio has nothing to report', () => {
  expect(changesSince(saved, studio)).toEqual([])
})

/** Changes one record of a list. */
const set = <T extends { id: string }>(list: T[], id: string | undefined, change: Partial<T>) => {
  for (const one of list) if (one.id === id) Object.assign(one, change)
}
const lotOf = (change: Partial<Studio['lots'][number]>) => (s: Studio) => set(s.lots, setup.lot.id, change)
const pathSet = (change: Partial<Studio['printers'][number]['paths'][number]>) => (s: Studio) => {
  Object.assign(pathOf(s), change)
}
test.each<[string, (s: Studio) => unknown]>([
  ['profile', (s) => set(s.profiles, setup.profile?.id, { hash: 'f'.repeat(64) })],
  ['profile', (s) => Object.assign(s, { profiles: s.profiles.filter((p) => p.id !== setup.profile?.id) })],
  ['lot', lotOf({ stock: 0 })],
  ['lot', lotOf({ measured: { ...setup.lot.measured, length: setup.lot.measured.length - 700 } })],
  ['path-serviced', pathSet({ serviced: '2026-05-01' })],
  ['path-margins', pathSet({ margins: { ...setup.path.margins, trailing: mm(9) } })],
  ['quirk-refused-width-297000', (s) => printerOf(s).quirks.push({ kind: 'refused-width', width: mm(297), accepts: mm(296) })],
  ['media-type', (s) => set(printerOf(s).mediaTypes, setup.mediaType.id, { panelName: 'Another name' })],
  ['quality', (s) => set(printerOf(s).qualities, setup.quality.id, { dpi: setup.quality.dpi + 1 })],
  ['paper', (s) => set(s.papers, setup.paper.id, { thickness: setup.paper.thickness + 40 })],
  ['printer', (s) => Object.assign(s, { printers: s.printers.filter((p) => p.id !== setup.printer.id) })],
  [
    'path-offset',
    (s) =>
      s.calibrations.push({
        printerId: setup.printer.id,
        pathId: setup.path.id,
        across: 800,
        along: 0,
        skewDegrees: null,
        spreadAcross: 100,
        spreadAlong: 100,
        runs: [1, 2, 3],
      }),
  ],
])('%s is reported when it has changed', (id, alter) => {
  expect(changed(alter)).toContain(id)
})

test('what is decided otherwise by now is said, and everything decided can be asked for again', () => {
  const good = resolve(plate.brief, studio, { ...pinsOf(plate), intent: plate.setup?.intent === 'perceptual' ? 'relative' : 'perceptual' })
  expect(differsFrom(plate, good).join()).toContain('Rendering intent')
  expect(differsFrom(plate, plate)).toEqual([])
  const again = resolve(plate.brief, studio, pinsOf(plate))
  expect(again.decisions.map((d) => d.value)).toEqual(plate.decisions.map((d) => d.value))
})

test('what was said to have changed is not said again as a decision that comes out otherwise', () => {
  const ids = changed((s) => set(s.profiles, setup.profile?.id, { hash: 'f'.repeat(64) }))
  expect(ids).toContain('profile')
  expect(ids).not.toContain('decision-profile')
  // A house that goes another way is no change of the set-up's own parts: the decision itself is named.
  const other = resolve(brief(), studio, { printer: 'heron' })
  const heron = studio.printers.find((p) => p.id === 'heron')
  if (!heron) throw new Error('no heron')
  const now = structuredClone(studio)
  now.rules.everydayIntent = 'perceptual'
  for (const p of now.pairings) p.tested = null
  expect(changesSince({ plate: other, printer: heron }, now).map((c) => c.id)).toContain('decision-intent')
})

test('what differs from the last good run is said decision by decision, and the profile’s file and the lot where they are others', () => {
  const good = resolve(brief(), studio, { printer: 'heron' })
  expect(differsFrom(good, good)).toEqual([])
  const gloss = resolve(brief(), studio, { printer: 'heron', intent: 'perceptual' })
  expect(differsFrom(gloss, good)).toEqual(['Rendering intent: “Perceptual”, at the last good run “Media-relative colorimetric”.'])
  const { setup } = good
  if (!setup?.profile) throw new Error('no profile')
  const other = { ...good, setup: { ...setup, profile: { ...setup.profile, hash: 'e'.repeat(64) }, lot: { ...setup.lot, id: 'another' } } }
  expect(differsFrom(other, good)).toEqual([
    'The profile is another file than at the last good run.',
    'The sheets are of another lot than at the last good run.',
  ])
  expect(differsFrom({ ...good, setup: { ...setup, profile: { ...setup.profile, id: 'x', hash: 'e'.repeat(64) } } }, good)).toEqual([])
  expect(differsFrom({ ...good, setup: null }, good)).toEqual([])
})

test('a service that was known then is no news, and one that was taken back is none either', () => {
  const then = structuredClone(studio)
  pathOf(then).serviced = '2026-04-01'
  const made = resolve(plate.brief, then, { printer: 'gannet' })
  const since = (serviced: string | null) => {
    const now = structuredClone(then)
    pathOf(now).serviced = serviced
    return changesSince({ plate: made, printer: printerOf(then) }, now).map((c) => c.id)
  }
  expect(made.setup?.path.id).toBe(setup.path.id)
  expect([since('2026-04-01'), since(null), since('2026-06-01')]).toEqual([[], [], ['path-serviced']])
})

test('what inspections have taught since counts from a fifth of a millimetre on, across and along together, by how much', () => {
  const says = (across: number, along: number) => {
    const now = structuredClone(studio)
    const knows = { skewDegrees: null, spreadAcross: 100, spreadAlong: 100, runs: [1, 2, 3] }
    now.calibrations = [{ printerId: setup.printer.id, pathId: setup.path.id, across, along, ...knows }]
    const before = { printer, plate: { ...plate, setup: { ...setup, offset: { x: 300, y: -500 } } } }
    return changesSince(before, now).find((c) => c.id === 'path-offset')?.says
  }
  expect(says(419, -660)).toBeUndefined()
  expect(says(420, -660)).toBe(`Inspections have taught since that ${setup.path.name} lays prints elsewhere: by 0.2 mm.`)
  expect(says(-300, 1000)).toMatch(/: by 1\.6 mm\.$/)
})

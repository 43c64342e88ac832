import { finding, plateOf } from '../../testing/fixtures.ts'
import { PATH_PART_KEYS, type PathPart } from '../../things/printers/parts.ts'
import type { Studio } from '../../things/studio/studio.ts'

const pins = { printer: 'heron', path: 'heron-cassette' }
const usual = (parts: readonly PathPart[]) => (studio: Studio) => {
  for (const p of studio.printers) for (const path of p.paths) if (path.id === 'heron-cassette') path.unconfirmed = [...parts]
}
const found = (parts: readonly PathPart[], more: (studio: Studio) => void = () => undefined, brief = {}) =>
  finding(
    plateOf({
      brief,
      pins,
      studio: (studio) => {
        usual(parts)(studio)
        more(studio)
      },
    }),
    'path-unconfirmed',
  )

test('a path with usual values says which wherever it is chosen, and nowhere else', () => {
  const all = found(PATH_PART_KEYS)
  expect(all).toMatchObject({ level: 'warn', numbers: { path: 'heron-cassette' } })
  expect(all?.says).toBe(
    'Not confirmed for Cassette of this Heron 17: its names, what it takes, how many it holds, its margins, how it carries the sheet and room and steps. Usual values of such a path stand there; hold them against the manual. A layout test that is measured shows how it carries the sheet.',
  )
  expect(
    finding(plateOf({ pins: { printer: 'heron', path: 'heron-front' }, studio: usual(PATH_PART_KEYS) }), 'path-unconfirmed'),
  ).toBeUndefined()
  expect(found([])).toBeUndefined()
})

test.each([
  [['takes'], 'warn', ': what it takes.'],
  [['margins'], 'warn', ': its margins.'],
  [['carries'], 'warn', ': how it carries the sheet.'],
  [['capacity'], 'note', ': how many it holds.'],
  [['names', 'room'], 'note', ': its names and room and steps.'],
] as const)('%j alone: %s', (parts, level, says) => {
  expect(found(parts)).toMatchObject({ level })
  expect(found(parts)?.says).toContain(says)
})

test('what this print does not use is not said: borders on a bordered page, the back of a single side', () => {
  expect(found(['borderless', 'sides'])).toBeUndefined()
  expect(found(['borderless'], undefined, { finish: 'borderless', paperId: 'beacon-gloss' })?.level ?? 'none').toMatch(/warn|none/)
})

test('prints that were measured on that very path show how it carries a sheet; its margins and what it takes they do not', () => {
  const measured = (pathId: string) => (studio: Studio) => {
    studio.calibrations = [
      { printerId: 'heron', pathId, across: 100, along: 0, skewDegrees: null, spreadAcross: 50, spreadAlong: 50, runs: [3, 4, 5] },
    ]
  }
  expect(found(['carries'], measured('heron-cassette'))).toBeUndefined()
  expect(found(['carries'], measured('heron-roll'))).toBeDefined()
  const rest = found(PATH_PART_KEYS, measured('heron-cassette'))
  expect(rest?.says).toContain('its margins')
  expect(rest?.says).not.toContain('carries')
  expect(rest?.says).not.toContain('layout test')
})

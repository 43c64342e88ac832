import { finding, plateOf } from '../../testing/fixtures.ts'
import type { Studio } from '../../things/studio/studio.ts'

const pins = { printer: 'heron', path: 'heron-cassette' }
const usual = (studio: Studio) => {
  for (const p of studio.printers) for (const path of p.paths) if (path.id === 'heron-cassette') path.known = 'usual'
}
test('a path with usual values says so wherever it is chosen, and nowhere else', () => {
  expect(finding(plateOf({ pins, studio: usual }), 'path-unconfirmed')).toMatchObject({
    level: 'warn',
    numbers: { path: 'heron-cassette' },
  })
  expect(finding(plateOf({ pins: { printer: 'heron', path: 'heron-front' }, studio: usual }), 'path-unconfirmed')).toBeUndefined()
  expect(finding(plateOf({ pins }), 'path-unconfirmed')).toBeUndefined()
})
test('prints that were measured on that very path confirm it', () => {
  const measured = (pathId: string) => (studio: Studio) => {
    usual(studio)
    studio.calibrations = [
      { printerId: 'heron', pathId, across: 100, along: 0, skewDegrees: null, spreadAcross: 50, spreadAlong: 50, runs: [3, 4, 5] },
    ]
  }
  expect(finding(plateOf({ pins, studio: measured('heron-cassette') }), 'path-unconfirmed')).toBeUndefined()
  expect(finding(plateOf({ pins, studio: measured('heron-roll') }), 'path-unconfirmed')).toBeDefined()
})

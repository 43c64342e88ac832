import { afterFix, finding, plateOf } from '../../testing/fixtures.ts'
import type { Studio } from '../../things/studio/studio.ts'

const lies = (across: number) => (s: Studio) => {
  s.calibrations = [
    {
      printerId: 'heron',
      pathId: 'heron-cassette',
      across,
      along: 0,
      skewDegrees: null,
      spreadAcross: 50,
      spreadAlong: 50,
      runs: [1, 2, 3],
    },
  ]
}

test('leaving a known offset uncorrected is warned of, and the fix corrects it', () => {
  const plate = plateOf({ pins: { printer: 'heron', path: 'heron-cassette', position: 'none' }, studio: lies(900) })
  expect(finding(plate, 'position-off')?.level).toBe('warn')
  expect(finding(afterFix(plate, 'position-off', lies(900)), 'position-off')?.level).toBe('note')
})
test('an offset nobody sees is not worth a word', () => {
  const plate = plateOf({ pins: { printer: 'heron', path: 'heron-cassette', position: 'none' }, studio: lies(100) })
  expect(finding(plate, 'position-off')).toBeUndefined()
})

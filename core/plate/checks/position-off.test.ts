import { afterFix, finding, optionOf, plateOf } from '../../testing/fixtures.ts'
import type { Studio } from '../../things/studio/studio.ts'

const lies =
  (across: number, along = 0) =>
  (s: Studio) => {
    s.calibrations = [
      {
        printerId: 'heron',
        pathId: 'heron-cassette',
        across,
        along,
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
test('what nobody would read off a ruler is neither corrected nor told; each way is told where there is something', () => {
  const of = (across: number, along: number) => {
    const plate = plateOf({ pins: { printer: 'heron', path: 'heron-cassette' }, studio: lies(across, along) })
    const { value, reason } = plate.decisions.find(({ key }) => key === 'position') ?? {}
    return [value, finding(plate, 'position-off')?.says ?? reason]
  }
  expect(of(49, -49)).toEqual(['none', 'What was measured on this path agrees with its record.'])
  const agreeing = plateOf({ pins: { printer: 'heron', path: 'heron-cassette' }, studio: lies(49, -49) })
  expect(optionOf(agreeing, 'position', 'none')?.costs).toEqual([])
  expect(of(-50, 49)).toEqual(['measured', expect.stringMatching(/^The placement makes up for 0.1 mm across, measured on 3 prints/)])
  expect(of(0, 700)).toEqual(['measured', expect.stringMatching(/makes up for 0.7 mm along, measured/)])
  const plate = plateOf({ pins: { printer: 'heron', path: 'heron-cassette' }, studio: lies(-300, 700) })
  expect(finding(plate, 'position-off')?.numbers).toMatchObject({ across: -300, along: 700 })
  expect(of(-300, 700)).toEqual(['measured', expect.stringMatching(/makes up for 0.3 mm across and 0.7 mm along, measured/)])
})

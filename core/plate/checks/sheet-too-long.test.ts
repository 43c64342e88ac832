import { finding, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'

const strip = {
  paperId: 'quay-matte',
  sheet: { width: mm(203), length: mm(1000), name: null },
  size: { by: 'sheet' as const, fill: false },
}

test('a metre of paper is too long for a cassette and right for a feeder with custom lengths', () => {
  expect(finding(plateOf({ brief: strip, pins: { path: 'heron-cassette' } }), 'sheet-too-long')?.numbers).toEqual({
    value: 999_200,
    limit: mm(594),
  })
  expect(finding(plateOf({ brief: strip }), 'sheet-too-long')).toBeUndefined()
})

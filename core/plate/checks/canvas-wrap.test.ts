import { finding, plateOf } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'

const canvas = (change: object, width = 700) =>
  plateOf({
    brief: {
      paperId: 'mainsail-canvas',
      sheet: null,
      size: { by: 'picture', width: mm(width), height: null },
      make: { ...NEW_MAKE['wrapped-canvas'], ...change },
    },
  })

test('canvas too narrow to be pulled over the bars stops the print, with what is needed', () => {
  const plate = canvas({ tuck: mm(60) }, 1500)
  expect(finding(plate, 'canvas-wrap')?.level).toBe('stop')
  expect(finding(plate, 'canvas-wrap')?.says).toContain('mm of canvas')
})
test('with room enough there is nothing to say; a picture that goes on round says what it hides', () => {
  expect(finding(canvas({}), 'canvas-wrap')).toBeUndefined()
  expect(finding(canvas({ wrap: 'picture' }), 'canvas-wrap')?.numbers.hiddenPercent).toBeGreaterThan(10)
})

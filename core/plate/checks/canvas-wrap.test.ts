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
  // Turned, 1000 × 1500 mm on bars 38 mm deep with a tuck of 60: 2 × 98 mm more each way, of 1117.2 mm of canvas.
  const { depth } = NEW_MAKE['wrapped-canvas']
  const need = [1000, 1500].map((side) => `${(side + 2 * (depth / 1000 + 60)).toFixed(1)}`).join(' × ')
  expect(finding(plate, 'canvas-wrap')?.says).toContain(`A face of 1000.0 × 1500.0 mm on these bars needs ${need} mm of canvas.`)
})
test('with room enough there is nothing to say; a picture that goes on round says what it hides', () => {
  expect(finding(canvas({}), 'canvas-wrap')).toBeUndefined()
  // A picture of 700 mm, three to two, round bars 20 mm deep and a hair more; from a quarter on it is warned of, and mirrored instead.
  const hidden = (depth: number) => {
    const plate = canvas({ wrap: 'picture', depth: mm(depth) })
    const { face, picture } = plate.forms[0]?.placements[0] ?? { face: { w: 0, h: 0 }, picture: { w: 1, h: 1 } }
    const found = finding(plate, 'canvas-wrap')
    const percent = 100 * (1 - (face.w * face.h) / (picture.w * picture.h))
    expect([face.w === face.h, found?.numbers.hiddenPercent]).toEqual([false, Number(percent.toFixed(1))])
    expect(found?.says).toBe(`The picture goes on round the bars: ${percent.toFixed(0)} % of it is folded away from the front.`)
    return [percent > 25, found?.level, found?.fix?.label]
  }
  expect(hidden(20)).toEqual([false, 'note', undefined])
  expect(hidden(60)).toEqual([true, 'warn', 'Mirror the edge instead'])
})

test('bare canvas counts as short from a tenth of a millimetre on, which a ruler reads', () => {
  // 1117.2 mm of roll beside 1030 mm of print round the bars leave 43.6 mm at either side.
  const short = (tuck: number) => {
    const plate = canvas({ tuck }, 1030 - 2 * (NEW_MAKE['wrapped-canvas'].depth / 1000))
    const { left, right } = plate.forms[0]?.placements[0]?.margins ?? { left: 0, right: 0 }
    return { bare: Math.min(left, right), said: finding(plate, 'canvas-wrap')?.numbers.bare }
  }
  const { bare } = short(mm(20))
  expect([short(bare + 99).said, short(bare + 100).said]).toEqual([undefined, bare])
})

test('half of the canvas that is wanted for pulling will do at a pinch, less stops it', () => {
  const found = (tuck: number) => {
    const plate = canvas({ tuck }, 1030 - 2 * (NEW_MAKE['wrapped-canvas'].depth / 1000))
    const { left, right } = plate.forms[0]?.placements[0]?.margins ?? { left: 0, right: 0 }
    return { bare: Math.min(left, right), level: finding(plate, 'canvas-wrap')?.level }
  }
  const { bare } = found(mm(20))
  expect([found(2 * bare).level, found(2 * bare + 1).level, found(2 * bare).bare]).toEqual(['warn', 'stop', bare])
})

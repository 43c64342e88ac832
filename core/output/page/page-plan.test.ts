import { layoutOf } from '../../plate/resolve/plate.ts'
import { picture, plateOf, sheet } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { planPage } from './page-plan.ts'

test('the page has the pixels of its size, and the picture its place on it', () => {
  const plan = planPage(plateOf({ pins: { page: 'iso_a3_297x420mm' } }))
  expect([plan?.width, plan?.height]).toEqual([Math.round((297 * 360) / 25.4), Math.round((420 * 360) / 25.4)])
  const plate = plateOf({ pins: { page: 'iso_a3_297x420mm' } })
  const offset = (layoutOf(plate)?.picture.x ?? 0) - (layoutOf(plate)?.page.x ?? 0)
  expect(plan?.pictures[0]?.place.left).toBe(Math.round((offset * 360) / 25_400))
  expect([plan?.pageWidth, plan?.pageHeight]).toEqual([842, 1191])
})

test('a borderless page is larger by its expansion on every side', () => {
  const plate = plateOf({
    brief: { paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in'), finish: 'borderless', size: { by: 'sheet', fill: true } },
    pins: { expansion: 'medium' },
  })
  const plan = planPage(plate)
  expect(plan?.width).toBe(Math.round(((4 * 25.4 + 5) * 360) / 25.4))
  expect(plan?.pictures[0]?.place).toEqual({ left: 0, top: 0, width: plan?.width, height: plan?.height })
})

test('a picture dragged off the page is cut at the printable area', () => {
  const plan = planPage(plateOf({ pins: { placement: `at:${mm(-20)},${mm(-20)}` } }))
  expect(plan?.pictures[0]?.place.left).toBeLessThan(0)
  expect(plan?.keep.left).toBeGreaterThan(0)
})

test('no picture, no page', () => expect(planPage(plateOf({ brief: { picture: null } }))).toBeNull())

test('the back of a two-sided card is a page of its own with its words, and a plain print has no back', () => {
  const plate = plateOf({
    brief: {
      paperId: 'keepsake-card',
      sheet: sheet('na_index-4x6_4x6in'),
      make: {
        as: 'two-sided',
        flip: 'long-edge',
        over: 'work-and-turn',
        backPicture: 'none',
        text: { text: 'Lantern Wharf', points: 9, at: 'foot', align: 'centre' },
      },
    },
  })
  const back = planPage(plate, 'back')
  expect(back?.pictures).toEqual([])
  expect(back?.words.map((block) => block.lines)).toEqual([['Lantern Wharf']])
  expect([back?.width, back?.height]).toEqual([planPage(plate)?.width, planPage(plate)?.height])
  expect(planPage(plateOf({}), 'back')).toBeNull()
})

test('sides of a wrapped canvas are as deep in pixels as the bars are', () => {
  const plate = plateOf({
    brief: {
      paperId: 'mainsail-canvas',
      sheet: null,
      size: { by: 'picture', width: mm(700), height: null },
      make: { as: 'wrapped-canvas', depth: mm(38), wrap: 'mirror', colour: '#ffffff', tuck: mm(40) },
    },
  })
  const plan = planPage(plate)
  expect(Math.abs((plan?.pictures[0]?.wrap?.x ?? 0) - (38 * 300) / 25.4)).toBeLessThanOrEqual(1)
})

test('what is used of the picture is whole pixels, never none, and never beyond its edge', () => {
  const plan = (width: number, height: number, cropAt: { x: number; y: number }, size: { width: number; height: number }) =>
    planPage(
      plateOf({ brief: { picture: picture({ width, height }), cropAt, size: { by: 'picture', ...size } }, pins: { orientation: '0' } }),
    )?.pictures[0]?.crop
  // 100 × 50 mm of 1001 × 1001 pixels: 500.5 rows, from the head, the foot and a quarter down.
  const size = { width: mm(100), height: mm(50) }
  expect([0, 1, 0.25].map((y) => plan(1001, 1001, { x: 0.5, y }, size))).toEqual([
    { left: 0, top: 0, width: 1001, height: 501 },
    { left: 0, top: 501, width: 1001, height: 500 },
    { left: 0, top: 125, width: 1001, height: 501 },
  ])
  expect(plan(1001, 3, { x: 0.5, y: 1 }, { width: mm(200), height: mm(0.01) })).toMatchObject({ top: 2, height: 1 })
})

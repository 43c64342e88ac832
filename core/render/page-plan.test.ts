import { mm } from '../length/length.ts'
import { plateOf, sheet } from '../testing/fixtures.ts'
import { planPage } from './page-plan.ts'

test('the page has the pixels of its size, and the picture its place on it', () => {
  const plan = planPage(plateOf({ pins: { page: 'iso_a3_297x420mm' } }))
  expect([plan?.width, plan?.height]).toEqual([Math.round((297 * 360) / 25.4), Math.round((420 * 360) / 25.4)])
  const plate = plateOf({ pins: { page: 'iso_a3_297x420mm' } })
  const offset = (plate.layout?.picture.x ?? 0) - (plate.layout?.page.x ?? 0)
  expect(plan?.place.left).toBe(Math.round((offset * 360) / 25_400))
  expect([plan?.pageWidth, plan?.pageHeight]).toEqual([842, 1191])
})

test('a borderless page is larger by its expansion on every side', () => {
  const plate = plateOf({
    brief: { paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in'), finish: 'borderless', size: { by: 'sheet', fill: true } },
    pins: { expansion: 'medium' },
  })
  const plan = planPage(plate)
  expect(plan?.width).toBe(Math.round(((4 * 25.4 + 5) * 360) / 25.4))
  expect(plan?.place).toEqual({ left: 0, top: 0, width: plan?.width, height: plan?.height })
})

test('a picture dragged off the page is cut at the printable area', () => {
  const plan = planPage(plateOf({ pins: { placement: `at:${mm(-20)},${mm(-20)}` } }))
  expect(plan?.place.left).toBeLessThan(0)
  expect(plan?.keep.left).toBeGreaterThan(0)
})

test('no picture, no page', () => expect(planPage(plateOf({ brief: { picture: null } }))).toBeNull())

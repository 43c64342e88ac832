import { transformAt, viewAt, within } from './use-pane-zoom.ts'

test('a view and its transform are one another’s way back, in panes of any shape', () => {
  const view = { zoom: 3, x: 0.4, y: 0.7 }
  const transform = transformAt(view, 300, 180)
  // By hand: the picture is 900 × 540; its point at 0.4, 0.7 (360, 378) lies in the middle of the pane (150, 90).
  expect([transform.k, transform.x, transform.y].map((v) => Number(v.toFixed(9)))).toEqual([3, -210, -288])
  const back = viewAt(transform, 300, 180)
  expect([back.zoom, back.x, back.y].map((v) => Number(v.toFixed(9)))).toEqual([3, 0.4, 0.7])
})

test.each([
  [0.5, 1, 0.5],
  [0.1, 1, 0.5],
  [0.1, 2, 0.25],
  [0.9, 2, 0.75],
  [0.3, 2, 0.3],
  [0, 4, 0.125],
])('%d at %d times lies at %d: nothing beyond the edges is shown', (at, zoom, is) => expect(within(at, zoom)).toBeCloseTo(is, 12))

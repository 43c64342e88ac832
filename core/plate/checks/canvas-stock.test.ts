import { finding, plateOf } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'

test.each([
  ['mainsail-canvas', 'wrapped-canvas', undefined],
  ['pilot-rag', 'wrapped-canvas', 'Pilot Rag 188 is not canvas; it may crack where it is folded.'],
  ['pilot-rag', 'print', undefined],
] as const)('%s as %s', (paperId, make, says) => {
  expect(finding(plateOf({ brief: { paperId, sheet: null, make: NEW_MAKE[make] } }), 'canvas-stock')?.says).toBe(says)
})

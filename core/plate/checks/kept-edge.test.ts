import { afterFix, finding, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'

const ON_BOARD = {
  brief: { paperId: 'breakwater-board', size: { by: 'picture' as const, width: mm(390), height: null }, keep: ['right' as const] },
  pins: { printer: 'gannet', path: 'gannet-board' },
}

test('an edge marked to be kept stops the print when the dead margin would take it, and the fix saves it', () => {
  const plate = plateOf({ ...ON_BOARD, pins: { ...ON_BOARD.pins, orientation: '90', placement: 'centred' } })
  expect(finding(plate, 'kept-edge')?.level).toBe('stop')
  expect(finding(afterFix(plate, 'kept-edge'), 'kept-edge')).toBeUndefined()
})
test('the other edges may be cut', () => {
  const plate = plateOf({ ...ON_BOARD, pins: { ...ON_BOARD.pins, orientation: '270', placement: 'centred' } })
  expect(finding(plate, 'kept-edge')).toBeUndefined()
})

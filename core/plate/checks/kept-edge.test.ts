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

test('a turn that was asked for is let go by the fix; where nothing would come of it there is no fix', () => {
  // Laid so by the brief and in the middle by hand, its right is at the trailing edge, where the path leaves 24 mm.
  const asked = plateOf({ brief: { ...ON_BOARD.brief, turn: 90 }, pins: { ...ON_BOARD.pins, placement: 'centred' } })
  expect(finding(asked, 'kept-edge')?.fix).toMatchObject({ item: { turn: null }, pins: { orientation: null, placement: null } })
  expect(finding(afterFix(asked, 'kept-edge'), 'kept-edge')).toBeUndefined()
  // Wanted at head and foot of a picture that is too long both ways round.
  const both = {
    ...ON_BOARD.brief,
    size: { by: 'picture' as const, width: mm(500), height: null },
    keep: ['left' as const, 'right' as const],
  }
  const held = plateOf({ brief: both, pins: { ...ON_BOARD.pins, orientation: '90' } })
  expect([plateOf({ brief: both, pins: ON_BOARD.pins }), held].map((plate) => finding(plate, 'kept-edge')?.fix)).toEqual([null, null])
})

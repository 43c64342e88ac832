import { parentsOf } from '../../sheet/cutting/cut-plan.ts'
import { writeSize } from '../../things/length/length.ts'
import { type Check, UNUSABLE } from './check.ts'

export const cutFirst: Check = {
  id: 'cut-first',
  title: 'The sheet has to be cut first',
  touches: ['stock'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ cut, brief, lot }) =>
    cut
      ? [
          {
            level: 'stop',
            says: `No lot is this size. Cut ${parentsOf(cut)} of lot ${cut.fromLotId} into ${writeSize(cut.piece.width, cut.piece.length, brief.unit)}; the cut plan is under Load. The pieces then count as stock of their own.`,
            numbers: { pieces: cut.pieces.length, parents: cut.parents, enough: lot.stock },
          },
        ]
      : [],
}

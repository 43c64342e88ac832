import { writeSize } from '../../things/length/length.ts'
import { lotSizeName } from '../../things/media/lot-name.ts'
import type { Way } from '../resolve/ways.ts'
import type { Decision } from './decision.ts'

export const stockDecision: Decision<Way> = {
  key: 'stock',
  title: 'Stock',
  question: 'Which box or roll is the sheet taken from?',
  candidates: ({ ways, printer, path, brief }) =>
    ways
      .filter((w) => w.printer === printer && w.path === path)
      .slice(0, 40)
      .map((way) => {
        const inPath = way.loaded?.lotId === way.lot.id
        return {
          id: way.lot.id,
          label: `${way.paper.name}, ${lotSizeName(way.lot, brief.unit)}${way.cut ? `, cut from lot ${way.cut.fromLotId}` : ''}`,
          value: way,
          ruledOut: way.ruledOut,
          costs: way.costs,
          by: 'rule',
          reason: way.cut
            ? `No lot is this size; ${way.cut.pieces.length} ${way.cut.pieces.length === 1 ? 'piece comes' : 'pieces come'} out of each ${way.cut.parent.roll ? 'length of roll' : 'sheet'}.`
            : inPath
              ? 'It is in the path already.'
              : `It measures ${writeSize(way.lot.measured.width, way.fed.length, brief.unit)} and suits the job best.`,
        }
      }),
  accept: (context, way) => {
    context.way = way
    context.lot = way.lot
    context.paper = way.paper
    context.pairing = way.pairing
  },
}

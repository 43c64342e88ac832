import { CutPlanSchema } from '../../sheet/cutting/cut-plan.ts'
import { writeSize } from '../../things/length/length.ts'
import { lotSizeName } from '../../things/media/lot-name.ts'
import { LotSchema, PaperSchema } from '../../things/media/media.ts'
import { counted } from '../../things/words/counted.ts'
import type { Way } from '../ways/way.ts'
import { type Candidate, declare } from './decision.ts'
import { pathDecision } from './path.ts'
import { printerDecision } from './printer.ts'

/** Lots that are compared, the best: and the one that is pinned, wherever it stands. */
const MOST = 40

export const stockDecision = declare({
  key: 'stock',
  title: 'Stock',
  question: 'Which box or roll is the sheet taken from?',
  group: 'paper',
  needs: [printerDecision, pathDecision],
  about: 'plate',
  ofTheWay: true,
  agreement: null,
  candidates: ({ ways, printer, path, brief, pins }): Candidate<Way>[] =>
    ways
      .filter((w) => w.printer === printer && w.path === path)
      .filter((w, i) => i < MOST || w.lot.id === pins.stock)
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
            ? `No lot is this size; ${counted(way.cut.pieces.length, 'piece comes', 'pieces come')} out of each ${way.cut.parent.roll ? 'length of roll' : 'sheet'}.`
            : inPath
              ? 'It is in the path already.'
              : `It measures ${writeSize(way.lot.measured.width, way.fed.length, brief.unit)} and suits the job best.`,
        }
      }),
  // Of all the ways this one is printed: what it takes is laid out, not reckoned.
  accept: (chosen) => {
    const way = chosen.exactly()
    return { way, lot: way.lot, paper: way.paper, pairing: way.pairing, cut: way.cut }
  },
  keeps: { paper: PaperSchema, lot: LotSchema, cut: CutPlanSchema.nullable() },
  keep: ({ paper, lot, cut }) => ({ paper, lot, cut }),
  before: { paper: 'from the first', lot: 'from the first', cut: () => null },
})

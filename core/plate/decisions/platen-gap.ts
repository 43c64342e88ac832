import { z } from 'zod'
import { writeLength } from '../../things/length/length.ts'
import { calipersApart } from '../../things/media/caliper.ts'
import { rollAfter } from '../../things/media/roll-end.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { type Candidate, declare } from './decision.ts'
import { mediaTypeDecision } from './media-type.ts'
import { pathDecision } from './path.ts'
import { printerDecision } from './printer.ts'
import { stockDecision } from './stock.ts'

const GAPS = ['normal', 'wide'] as const
type Gap = (typeof GAPS)[number]

export const platenGapDecision = declare({
  key: 'platen-gap',
  title: 'Platen gap',
  question: 'How high does the head travel above the sheet?',
  group: 'ink',
  needs: [printerDecision, pathDecision, stockDecision, mediaTypeDecision],
  about: 'plate',
  ofTheWay: false,
  agreement: 'platen-gap',
  candidates: ({ printer, path, paper, lot, mediaType, studio, brief, way }): Candidate<Gap>[] => {
    const thick = paper.thickness > printer.normalGapUpTo
    const end = isRoll(path) ? rollAfter(studio, printer.id, path.id, lot, way.fed.length * way.sheets) : null
    const byEntry = mediaType.platenGap === 'wide'
    const [thickness, clears] = calipersApart(paper.thickness, printer.normalGapUpTo)
    const why = byEntry
      ? `The entry “${mediaType.driverName}” is printed with it.`
      : thick
        ? `The sheet is ${thickness} thick; the head clears ${clears} with the normal gap.`
        : `The job goes to ${writeLength(Math.max(0, end ?? 0), brief.unit)} from the end of the roll, where the core’s curl lifts it to the head.`
    const needed = byEntry || thick || end !== null
    return [
      {
        id: 'normal',
        label: 'Normal',
        value: 'normal',
        ruledOut: null,
        costs: needed ? [{ points: thick ? 12 : 8, says: 'the head can strike the sheet' }] : [],
        by: 'rule',
        reason: 'The sheet lies flat and is thin enough: the sharpest print.',
      },
      {
        id: 'wide',
        label: 'Wide, anti-abrasion',
        value: 'wide',
        ruledOut: null,
        costs: [
          { points: 1, says: 'a little less sharp' },
          ...(printer.confirmsWideGap ? [{ points: 1, says: 'the printer asks at its panel before every print' }] : []),
        ],
        by: byEntry ? 'pairing' : 'rule',
        reason: needed ? why : 'It keeps the head off the sheet.',
      },
    ]
  },
  accept: (gap) => ({ gap }),
  keeps: { gap: z.enum(GAPS) },
  keep: ({ gap }) => ({ gap }),
  before: { gap: ({ mediaType }) => mediaType.platenGap },
  // How high the head travels has no registered attribute; printers that offer it name it so.
  wire: ({ gap }) => ({ 'platen-gap': { tag: 'keyword', value: gap } }),
})

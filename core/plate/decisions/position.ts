import { type Offset, OffsetSchema } from '../../sheet/layout.ts'
import { ENOUGH_READINGS, READABLE, toCorrect } from '../../things/calibration/offset.ts'
import { writeLength } from '../../things/length/length.ts'
import { type Candidate, declare } from './decision.ts'
import { pathDecision } from './path.ts'
import { printerDecision } from './printer.ts'

/** Skew is said, not corrected: a print cannot be turned by a tenth of a degree without softening it. */
const skewText = (degrees: number | null) =>
  degrees === null || Math.abs(degrees) < 0.02
    ? ''
    : ` It also lies ${Math.abs(degrees).toFixed(2)}° askew, which placing cannot make up for: look at the guides.`

/** Where this path lays its prints, as earlier inspections found: corrected only with enough of them, and never silently. */
export const positionDecision = declare({
  key: 'position',
  title: 'Position',
  question: 'Is the page moved to make up for where this path really lays it?',
  group: 'layout',
  needs: [printerDecision, pathDecision],
  about: 'plate',
  ofTheWay: true,
  agreement: null,
  candidates: ({ printer, path, studio, brief }): Candidate<Offset>[] => {
    const known = studio.calibrations.find((c) => c.printerId === printer.id && c.pathId === path.id)
    const offset = { x: toCorrect(known?.across ?? 0), y: toCorrect(known?.along ?? 0) }
    const shift = Math.max(Math.abs(offset.x), Math.abs(offset.y))
    const enough = known !== undefined && known.runs.length >= ENOUGH_READINGS
    const list: Candidate<Offset>[] = [
      {
        id: 'none',
        label: 'As the path states',
        value: { x: 0, y: 0 },
        ruledOut: null,
        costs:
          enough && shift > 0
            ? [{ points: shift / 200, says: `the print lies ${writeLength(shift, brief.unit)} off, by what was measured` }]
            : [],
        by: 'rule',
        reason: known
          ? enough
            ? 'What was measured on this path agrees with its record.'
            : `${known.runs.length} of ${ENOUGH_READINGS} inspections with measured borders so far; nothing is corrected yet.`
          : 'No print from this path has been measured yet.',
      },
    ]
    if (known) {
      const way = (um: number, plus: string, minus: string) =>
        um === 0 ? '' : `${writeLength(Math.abs(um), brief.unit)} ${um > 0 ? plus : minus}`
      const words = [
        way(offset.x, 'to the right', 'to the left'),
        way(offset.y, 'towards the trailing edge', 'towards the leading edge'),
      ].filter(Boolean)
      list.push({
        id: 'measured',
        label: words.length > 0 ? `Corrected: lies ${words.join(', ')}` : 'Corrected by nothing',
        value: offset,
        ruledOut: enough ? null : `Only ${known.runs.length} of ${ENOUGH_READINGS} inspections so far.`,
        costs: shift === 0 ? [{ points: 0.1, says: 'changes nothing' }] : [],
        by: 'log',
        reason: `${known.runs.length} inspected prints (runs ${known.runs.slice(-4).join(', ')}${known.runs.length > 4 ? ' and earlier' : ''}) agree within ${writeLength(Math.max(known.spreadAcross, known.spreadAlong, READABLE), brief.unit)}; the placement makes up for it.${skewText(known.skewDegrees)}`,
      })
    }
    return list
  },
  accept: (offset) => ({ offset }),
  keeps: { offset: OffsetSchema },
  keep: ({ offset }) => ({ offset }),
  before: { offset: () => ({ x: 0, y: 0 }) },
})

import { keptAfterExpansion } from '../../sheet/layout.ts'
import { neededBySheet, sliverRisk } from '../../sheet/slivers.ts'
import { expansionNeeded } from '../../sheet/tolerance.ts'
import { writeLength } from '../../things/length/length.ts'
import { type Expansion, ExpansionSchema } from '../../things/printers/printer.ts'
import { counted } from '../../things/words/counted.ts'
import { coverageOf } from './coverage.ts'
import { type Candidate, declare } from './decision.ts'
import { marginsDecision } from './margins.ts'
import { pageDecision } from './page.ts'
import { pathDecision } from './path.ts'
import { positionDecision } from './position.ts'
import { printerDecision } from './printer.ts'
import { stockDecision } from './stock.ts'

const ofSheets = (risk: number, of: number) => {
  const n = Math.max(1, Math.round(risk * of))
  return `${counted(n, 'sheet')} of ${String(of).replace(/(?<=\d)(?=(\d{3})+$)/, ' ')}`
}

/** A risk as sheets out of a number people can picture. */
export const sayRisk = (risk: number): string =>
  risk === 0 ? 'no sheet of 10 000' : risk < 0.001 ? ofSheets(risk, 10_000) : risk < 0.1 ? ofSheets(risk, 1000) : ofSheets(risk, 100)

interface Bleed {
  step: Expansion | null
  /** Expansion each of many simulated sheets needs, ascending, µm; null for a print with margins. */
  needs: Float64Array | null
}

export const expansionDecision = declare({
  key: 'expansion',
  title: 'Expansion',
  question: 'How far past the edge is printed?',
  group: 'layout',
  needs: [printerDecision, pathDecision, stockDecision, pageDecision, positionDecision, marginsDecision],
  about: 'plate',
  ofTheWay: true,
  agreement: 'edges',
  candidates: (known): Candidate<Bleed>[] => {
    const { borderless, printer, way, brief, page } = known
    const none: Candidate<Bleed> = {
      id: 'none',
      label: 'None',
      value: { step: null, needs: null },
      ruledOut:
        borderless === 'none'
          ? null
          : printer.expansions.length === 0
            ? `${printer.name} offers no step past the edge: printed exactly to it, white hairlines stay.`
            : 'A borderless print exactly to the edge leaves white hairlines.',
      costs: [],
      by: 'rule',
      reason: borderless === 'none' ? 'The print has margins.' : 'The print ends exactly at the edge.',
    }
    if (borderless === 'none') return [none]
    const coverage = coverageOf({ ...known, expansion: null }, way.fed)
    const needed = expansionNeeded(coverage)
    const enforced = coverage.edges === undefined
    const needs = neededBySheet(coverage)
    const steps = printer.expansions.map((step): Candidate<Bleed> => {
      const lost = (1 - keptAfterExpansion(page.width, page.length, step.um, coverage.edges ?? [])) * 100
      const short = needed - step.um
      const risk = sliverRisk(needs, step.um)
      return {
        id: step.id,
        label: `${step.name} (${writeLength(step.um, brief.unit)})`,
        value: { step, needs },
        ruledOut: null,
        costs: [
          ...(enforced ? [] : [{ points: lost / 2, says: `${lost.toFixed(1)} % of the print lies past the edge` }]),
          ...(short > 0
            ? [
                {
                  points: 1 + risk * 60,
                  says: `${writeLength(short, brief.unit)} short of what the tolerances can add up to: a white sliver on ${sayRisk(risk)}`,
                },
              ]
            : []),
        ],
        by: 'rule',
        reason: enforced
          ? 'The printer leaves a margin of its own here, whatever the step.'
          : short > 0
            ? `It loses least for the slivers it risks: ${sayRisk(risk)}. The tolerances can add up to ${writeLength(needed, brief.unit)}.`
            : printer.expansions.some((s) => s.um >= needed && s.um < step.um)
              ? `It covers the ${writeLength(needed, brief.unit)} the tolerances add up to; a smaller step would do.`
              : `It is the smallest step that covers the ${writeLength(needed, brief.unit)} the tolerances add up to.`,
      }
    })
    return [...steps, { ...none, value: { step: null, needs } }]
  },
  accept: ({ step, needs }) => ({ expansion: step, bleedNeeds: needs }),
  keeps: { expansion: ExpansionSchema.nullable() },
  keep: ({ expansion }) => ({ expansion }),
  before: 'from the first',
})

import { keptAfterExpansion } from '../../sheet/layout.ts'
import { neededBySheet, sliverRisk } from '../../sheet/slivers.ts'
import { type Coverage, expansionNeeded } from '../../sheet/tolerance.ts'
import { writeLength } from '../../things/length/length.ts'
import { type Expansion, ExpansionSchema } from '../../things/printers/printer.ts'
import { type Candidate, declare } from './decision.ts'
import { marginsDecision } from './margins.ts'
import { pageDecision } from './page.ts'
import { pathDecision } from './path.ts'
import { positionDecision } from './position.ts'
import { printerDecision } from './printer.ts'
import { stockDecision } from './stock.ts'

/** A risk as sheets out of a number people can picture. */
export const sayRisk = (risk: number): string =>
  risk === 0
    ? 'no sheet of 10 000'
    : risk < 0.001
      ? `${Math.round(risk * 10_000)} sheets of 10 000`
      : risk < 0.1
        ? `${Math.max(1, Math.round(risk * 1000))} sheets of 1 000`
        : `${Math.round(risk * 100)} sheets of 100`

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
  candidates: ({ borderless, printer, way, page, path, lot, brief, offset }): Candidate<Bleed>[] => {
    const none: Candidate<Bleed> = {
      id: 'none',
      label: 'None',
      value: { step: null, needs: null },
      ruledOut: borderless === 'none' ? null : 'A borderless print exactly to the edge leaves white hairlines.',
      costs: [],
      by: 'rule',
      reason: 'The print has margins.',
    }
    if (borderless === 'none') return [none]
    const coverage: Coverage = { sheet: way.fed, page, path, spread: lot.spread, outOfSquare: lot.outOfSquare, offset }
    const needed = expansionNeeded(coverage)
    const needs = neededBySheet(coverage)
    const steps = printer.expansions.map((step): Candidate<Bleed> => {
      const lost = (1 - keptAfterExpansion(page.width, page.length, step.um)) * 100
      const short = needed - step.um
      const risk = sliverRisk(needs, step.um)
      return {
        id: step.id,
        label: `${step.name} (${writeLength(step.um, brief.unit)})`,
        value: { step, needs },
        ruledOut: null,
        costs: [
          { points: lost / 2, says: `${lost.toFixed(1)} % of the picture is lost` },
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
        reason:
          short > 0
            ? `It loses least for the slivers it risks: ${sayRisk(risk)}. The tolerances can add up to ${writeLength(needed, brief.unit)}.`
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

import { writeLength } from '../length/length.ts'
import type { Expansion } from '../printers/printer.ts'
import { keptAfterExpansion } from '../sheet/layout.ts'
import { expansionNeeded } from '../sheet/tolerance.ts'
import type { Candidate, Decision } from './decision.ts'

export const expansionDecision: Decision<Expansion | null> = {
  key: 'expansion',
  title: 'Expansion',
  question: 'How far past the edge is printed?',
  candidates: ({ borderless, printer, way, page, path, lot, brief }) => {
    if (!printer || !way || !page || !path || !lot) return []
    const none: Candidate<Expansion | null> = {
      id: 'none',
      label: 'None',
      value: null,
      ruledOut: borderless === 'none' ? null : 'A borderless print exactly to the edge leaves white hairlines.',
      costs: [],
      by: 'rule',
      reason: 'The print has margins.',
    }
    if (borderless === 'none') return [none]
    const needed = expansionNeeded(way.fed, page, path, lot.spread)
    const steps = printer.expansions.map((step): Candidate<Expansion | null> => {
      const lost = (1 - keptAfterExpansion(page.width, page.length, step.um)) * 100
      const short = needed - step.um
      return {
        id: step.id,
        label: `${step.name} (${writeLength(step.um, brief.unit)})`,
        value: step,
        ruledOut: null,
        costs: [
          { points: lost / 2, says: `${lost.toFixed(1)} % of the picture is lost` },
          ...(short > 0
            ? [{ points: 15 + short / 200, says: `${writeLength(short, brief.unit)} short of what the tolerances need: white slivers` }]
            : []),
        ],
        by: 'rule',
        reason:
          short > 0
            ? `It is the largest step; the tolerances add up to ${writeLength(needed, brief.unit)}.`
            : `It is the smallest step that covers the ${writeLength(needed, brief.unit)} the tolerances add up to.`,
      }
    })
    return [...steps, none]
  },
  accept: (context, step) => {
    context.expansion = step
  },
}

import { z } from 'zod'
import { writeLength } from '../../things/length/length.ts'
import { borderlessEdges } from '../ways/ways.ts'
import { type Candidate, declare, hundredths } from './decision.ts'
import { pageDecision } from './page.ts'
import { pathDecision } from './path.ts'
import { printerDecision } from './printer.ts'
import { stockDecision } from './stock.ts'

const MODES = ['none', 'all', 'sides'] as const
type Mode = (typeof MODES)[number]

export const marginsDecision = declare({
  key: 'margins',
  title: 'Margins',
  question: 'Does paper show at the edges, or does the picture run off them?',
  group: 'layout',
  needs: [printerDecision, pathDecision, stockDecision, pageDecision],
  about: 'plate',
  ofTheWay: true,
  agreement: 'edges',
  candidates: ({ brief, path, lot, page, printer }): Candidate<Mode>[] => {
    const asked = brief.finish === 'borderless'
    const possible = borderlessEdges(path, lot, page.pwg === null)
    const noSteps = printer.expansions.length === 0
    const why = (edges: number): string | null => {
      if (!path.borderless || noSteps) return `${path.name} does not print to the edge.`
      if (possible.length >= edges) return null
      if (possible.length > 0) return `${path.name} prints borderless at the two sides only.`
      return page.pwg === null
        ? `The printer will not print to the edge of a custom page: expect ${writeLength(path.borderless.enforced, brief.unit)} of paper all round.`
        : `${page.name} is not among the sizes ${path.name} prints borderless.`
    }
    const list: Candidate<Mode>[] = [
      {
        id: 'bordered',
        label: 'With margins',
        value: 'none',
        ruledOut: null,
        costs: asked ? [{ points: 25, says: 'paper shows; the brief asks for borderless' }] : [],
        by: asked ? 'rule' : 'brief',
        reason: asked ? 'Borderless cannot be done with this sheet on this path.' : 'The brief asks for borders.',
      },
      {
        id: 'borderless',
        label: 'Borderless, all four edges',
        value: 'all',
        ruledOut: why(4),
        costs: asked ? [] : [{ points: 25, says: 'the edge of the picture is lost; the brief asks for borders' }],
        by: 'brief',
        reason: 'The brief asks for borderless.',
      },
    ]
    if (path.borderless && path.borderless.edges.length === 2) {
      list.push({
        id: 'borderless-sides',
        label: 'Borderless, two sides',
        value: 'sides',
        ruledOut: why(2),
        costs: asked
          ? [{ points: 15, says: 'paper stays at the leading and trailing edge' }]
          : [{ points: 25, says: 'the brief asks for borders' }],
        by: 'brief',
        reason: 'The brief asks for borderless, and this path does two sides.',
      })
    }
    return list
  },
  accept: (borderless) => ({ borderless }),
  keeps: { borderless: z.enum(MODES) },
  keep: ({ borderless }) => ({ borderless }),
  before: 'from the first',
  wire: ({ borderless, path }, side) => {
    const back = side === 'back'
    const margins = back ? (path.duplex?.margins ?? path.margins) : path.margins
    const margin = (um: number) => ({ tag: 'integer' as const, value: borderless === 'none' || back ? hundredths(um) : 0 })
    return {
      'media-col.media-top-margin': margin(margins.leading),
      'media-col.media-bottom-margin': margin(margins.trailing),
      'media-col.media-left-margin': margin(margins.left),
      'media-col.media-right-margin': margin(margins.right),
    }
  },
})

import { z } from 'zod'
import { type Unit, writeLength } from '../../things/length/length.ts'
import { borderlessEdges } from '../../things/paths/borderless.ts'
import { EDGES, type Edges } from '../../things/paths/path.ts'
import { type Candidate, declare, hundredths } from './decision.ts'
import { pageDecision } from './page.ts'
import { pathDecision } from './path.ts'
import { printerDecision } from './printer.ts'
import { enforcedMargin } from './room.ts'
import { stockDecision } from './stock.ts'

const MODES = ['none', 'all', 'sides'] as const
type Mode = (typeof MODES)[number]

/** “3.0 mm”, or each that differs: “3.0 mm, 24.0 mm at the trailing edge”. */
function sayMargins(margins: Edges, unit: Unit): string {
  const least = Math.min(...EDGES.map((e) => margins[e]))
  const more = EDGES.filter((e) => margins[e] > least).map((e) => `${writeLength(margins[e], unit)} at the ${e} edge`)
  return [writeLength(least, unit), ...more].join(', ')
}

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
    const forced = writeLength(enforcedMargin(path), brief.unit)
    const asked = brief.finish === 'borderless'
    const possible = borderlessEdges(path, lot, page.pwg === null)
    const noSteps = printer.expansions.length === 0
    const why = (edges: number): string | null => {
      if (!path.borderless || noSteps) return `${path.name} does not print to the edge.`
      if (possible.length >= edges) return null
      if (possible.length > 0) return `${path.name} prints borderless at the two sides only.`
      return page.pwg === null
        ? `The printer will not print to the edge of a custom page: expect ${forced} of paper all round.`
        : `${page.name} is not among the sizes ${path.name} prints borderless: expect ${forced} of paper all round.`
    }
    const list: Candidate<Mode>[] = [
      {
        id: 'bordered',
        label: `With margins, ${sayMargins(path.margins, brief.unit)}`,
        value: 'none',
        ruledOut: null,
        costs: asked ? [{ points: 25, says: 'paper shows; the brief asks for borderless' }] : [],
        by: asked ? 'rule' : 'brief',
        reason: asked ? 'Borderless cannot be done with this sheet on this path.' : 'The brief asks for borders.',
      },
      {
        id: 'borderless',
        label: possible.length === 0 ? `Borderless asked for, ${forced} enforced` : 'Borderless, all four edges',
        value: 'all',
        ruledOut: why(4),
        costs: asked ? [] : [{ points: 25, says: 'the edge of the picture is lost; the brief asks for borders' }],
        by: 'brief',
        reason: 'The brief asks for borderless.',
      },
    ]
    if (path.borderless && path.borderless.edges.length === 2) {
      const kept = path.borderless.margins ?? path.margins
      const white = EDGES.filter((e) => !path.borderless?.edges.includes(e))
      list.push({
        id: 'borderless-sides',
        label: 'Borderless, two sides',
        value: 'sides',
        ruledOut: why(2),
        costs: asked
          ? [
              {
                points: 15,
                says: `paper stays at the ${white.map((e) => `${e} edge (${writeLength(kept[e], brief.unit)})`).join(' and the ')}`,
              },
            ]
          : [{ points: 25, says: 'the brief asks for borders' }],
        by: 'brief',
        reason: 'The brief asks for borderless, and this path does two sides.',
      })
    }
    return list
  },
  accept: (borderless) => ({ borderless }),
  keeps: {
    borderless: z.enum(MODES),
    /** Paper the printer leaves all round although borderless is asked for, µm; null where it does what it is asked. */
    enforced: z.number().nullable(),
  },
  keep: ({ borderless, path, lot, page }) => ({
    borderless,
    enforced: borderless !== 'none' && borderlessEdges(path, lot, page.pwg === null).length === 0 ? enforcedMargin(path) : null,
  }),
  before: { borderless: 'from the first', enforced: () => null },
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

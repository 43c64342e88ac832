import { EDGES } from '../paths/path.ts'
import type { Context } from '../plate/context.ts'
import { borderlessEdges } from '../plate/ways.ts'
import { type EdgeMode, pageOnSheet, printableArea } from '../sheet/layout.ts'
import type { Room } from '../sheet/placement.ts'

/** How the edges will come out: what was decided, or what the printer forces instead. */
export function edgeMode({ path, lot, page, borderless, expansion }: Context): EdgeMode | null {
  if (!path || !lot || !page) return null
  if (borderless === 'none' || !expansion) return { mode: 'bordered', margins: path.margins }
  const can = borderlessEdges(path, lot, page.pwg === null)
  if (can.length === 0) return { mode: 'enforced', margin: path.borderless?.enforced ?? Math.max(...EDGES.map((e) => path.margins[e])) }
  const edges = borderless === 'sides' ? can.filter((e) => e === 'left' || e === 'right') : can
  return { mode: 'borderless', edges, expansion: expansion.um, margins: path.margins }
}

/** The sheet and the area that takes ink, once page and margins are decided. */
export function roomFor(context: Context): Room | null {
  const { way, page, path } = context
  const edges = edgeMode(context)
  if (!way || !page || !path || !edges) return null
  const printable = printableArea(pageOnSheet(way.fed, page, path.registration), edges)
  return { sheet: { x: 0, y: 0, w: way.fed.width, h: way.fed.length }, printable, borderless: edges.mode === 'borderless' }
}

import { type EdgeMode, pageOnSheet, printableArea } from '../../sheet/layout.ts'
import { frontPanel } from '../../sheet/make/folded-card.ts'
import { centredOn, movedInto, type Room } from '../../sheet/placement.ts'
import { intersect, type Rect } from '../../sheet/rect.ts'
import type { Brief } from '../../things/brief/brief.ts'
import type { Turn } from '../../things/brief/turn.ts'
import { EDGES } from '../../things/paths/path.ts'
import type { Context } from '../resolve/context.ts'
import { borderlessEdges } from '../resolve/ways.ts'

/** How the edges will come out: what was decided, or what the printer forces instead. */
export function edgeMode({ path, lot, page, borderless, expansion }: Context): EdgeMode | null {
  if (!path || !lot || !page) return null
  if (borderless === 'none' || !expansion) return { mode: 'bordered', margins: path.margins }
  const can = borderlessEdges(path, lot, page.pwg === null)
  if (can.length === 0) return { mode: 'enforced', margin: path.borderless?.enforced ?? Math.max(...EDGES.map((e) => path.margins[e])) }
  const edges = borderless === 'sides' ? can.filter((e) => e === 'left' || e === 'right') : can
  return { mode: 'borderless', edges, expansion: expansion.um, margins: path.borderless?.margins ?? path.margins }
}

/** What is judged by eye on this sheet: all of it, a card's front panel, or what trimming leaves, kept off dead margins. */
function frameOn(brief: Pick<Brief, 'make' | 'finished'>, sheet: Rect, printable: Rect, turn: Turn): Rect {
  if (brief.make.as === 'folded-card') return frontPanel(brief.make, sheet, turn)
  if (!brief.finished) return sheet
  const [short, long] = [brief.finished.width, brief.finished.length].sort((a, b) => a - b) as [number, number]
  const upright = sheet.w <= sheet.h
  const size = { w: Math.min(sheet.w, upright ? short : long), h: Math.min(sheet.h, upright ? long : short) }
  return movedInto(sheet, movedInto(intersect(printable, sheet), centredOn(sheet, size)))
}

/** The sheet, its frame and the area that takes ink, once page and margins are decided, for a turn of the picture. */
export function roomFor(context: Context, turn: Turn = context.turn): Room | null {
  const { way, page, path, brief, offset } = context
  const edges = edgeMode(context)
  if (!way || !page || !path || !edges) return null
  const sheet = { x: 0, y: 0, w: way.fed.width, h: way.fed.length }
  const printable = printableArea(pageOnSheet(way.fed, page, path.registration, offset), edges)
  return { sheet, frame: frameOn(brief, sheet, printable, turn), printable, borderless: edges.mode === 'borderless' }
}

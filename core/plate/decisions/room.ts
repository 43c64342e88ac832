import { type EdgeMode, type Offset, pageOnSheet, printableArea } from '../../sheet/layout.ts'
import { frontPanel } from '../../sheet/make/folded-card.ts'
import { centredOn, movedInto, type Room } from '../../sheet/placement.ts'
import { intersect, type Rect } from '../../sheet/rect.ts'
import { type Brief, trimmedTo } from '../../things/brief/brief.ts'
import type { Turn } from '../../things/brief/turn.ts'
import type { Um } from '../../things/length/length.ts'
import type { Lot } from '../../things/media/media.ts'
import { borderlessEdges } from '../../things/paths/borderless.ts'
import { EDGES, type Path } from '../../things/paths/path.ts'
import type { Expansion } from '../../things/printers/printer.ts'
import type { Way } from '../ways/way.ts'
import type { Page } from './page.ts'

/** What the room on a sheet follows from. */
export interface RoomFrom {
  brief: Pick<Brief, 'make' | 'finished'>
  way: Pick<Way, 'fed'>
  path: Path
  lot: Lot
  page: Page
  offset: Offset
  borderless: 'none' | 'all' | 'sides'
  expansion: Expansion | null
}

/** What the printer leaves white all round when it is asked to run off an edge that it does not run off here, µm. */
export const enforcedMargin = (path: Path): Um => path.borderless?.enforced ?? Math.max(...EDGES.map((e) => path.margins[e]))

/** How the edges will come out: what was decided, or what the printer forces instead. */
export function edgeMode({ path, lot, page, borderless, expansion }: RoomFrom): EdgeMode {
  if (borderless === 'none') return { mode: 'bordered', margins: path.margins }
  const can = borderlessEdges(path, lot, page.pwg === null)
  if (can.length === 0) return { mode: 'enforced', margin: enforcedMargin(path) }
  const edges = borderless === 'sides' ? can.filter((e) => e === 'left' || e === 'right') : can
  return { mode: 'borderless', edges, expansion: expansion?.um ?? 0, margins: path.borderless?.margins ?? path.margins }
}

/** What is judged by eye on this sheet: all of it, a card's front panel, or what trimming leaves, kept off dead margins. */
function frameOn(brief: Pick<Brief, 'make' | 'finished'>, sheet: Rect, printable: Rect, turn: Turn): Rect {
  if (brief.make.as === 'folded-card') return frontPanel(brief.make, sheet, turn)
  const finished = trimmedTo(brief)
  if (!finished) return sheet
  const [short, long] = [finished.width, finished.length].sort((a, b) => a - b) as [number, number]
  const upright = sheet.w <= sheet.h
  const size = { w: Math.min(sheet.w, upright ? short : long), h: Math.min(sheet.h, upright ? long : short) }
  return movedInto(sheet, movedInto(intersect(printable, sheet), centredOn(sheet, size)))
}

/** The sheet, its frame and the area that takes ink, once page and margins are decided, for a turn of the picture. */
export function roomFor(from: RoomFrom, turn: Turn): Room {
  const { way, page, path, brief, offset } = from
  const edges = edgeMode(from)
  const sheet = { x: 0, y: 0, w: way.fed.width, h: way.fed.length }
  const printable = printableArea(pageOnSheet(way.fed, page, path.registration, offset), edges)
  return { sheet, frame: frameOn(brief, sheet, printable, turn), printable, borderless: edges.mode === 'borderless' }
}

import type { Amount, amountOf } from '../../sheet/arrange/about.ts'
import { groundOf } from '../../sheet/arrange/ground.ts'
import { printSize, sizingOf } from '../../sheet/placement.ts'
import { inset } from '../../sheet/rect.ts'
import { type Brief, togetherOf, trimmedTo } from '../../things/brief/brief.ts'
import { type Item, pictureOf } from '../../things/brief/item.ts'
import { isSideways, TURNS, type Turn } from '../../things/brief/turn.ts'
import type { Um } from '../../things/length/length.ts'
import type { Lot, Paper } from '../../things/media/media.ts'
import { borderlessEdges } from '../../things/paths/borderless.ts'
import { countViolations, type FedSheet } from '../../things/paths/limits.ts'
import { type Edge, type Edges, edgesOf, type Path } from '../../things/paths/path.ts'
import type { Printer } from '../../things/printers/printer.ts'
import { madeOnce } from '../../things/studio/made-once.ts'

/** What goes where. */
interface Goes {
  printer: Pick<Printer, 'expansions'>
  path: Path
  paper: Paper
  lot: Lot
}

/** How what a way takes is found out: laid out, or reckoned. */
export type Reckon = typeof amountOf

/** Two sizes count as the same sheet when both edges agree within this: lots vary by up to 1 mm, labels round. */
const SAME_SHEET: Um = 3000
/** Paper left at each end of a cut from roll when the brief names no sheet. */
export const ROLL_END: Um = 10_000

export const near = (a: Um, b: Um) => Math.abs(a - b) <= SAME_SHEET

/** Whether the brief fixes how large the print is, whatever it is printed on. */
export const fixesSize = ({ size }: Pick<Item, 'size'>) => size.by !== 'sheet' && size.by !== 'border'

/** The turns a print may lie in, of which only how long it is matters: as the brief asks, else lying or standing. */
const liesAs = ({ turn }: Pick<Item, 'turn'>): readonly Turn[] => (turn === null ? TURNS.slice(0, 2) : [turn])

/** What a print takes, whatever it lies on: of items that have sheets of their own. */
interface Print {
  size: Item['size']
  /** How large it is in each turn it may lie in; null where that follows from the sheet. */
  fixed: readonly { w: Um; h: Um }[] | null
  /** Length by width in each of those turns. */
  shapes: readonly number[]
}

/** A sheet for what is as large on any. */
const ANY = { x: 0, y: 0, w: 1, h: 1 }

/** The prints of a job of which each has sheets of its own; those that are alike once. Worked out once for all ways. */
export const printsOf = (brief: Brief): readonly Print[] =>
  madeOnce(brief.items, `prints ${brief.make.as === 'wrapped-canvas' ? brief.make.depth : 0}`, (list) => {
    const kinds = new Map<string, Print>()
    for (const item of list) {
      const picture = pictureOf(item)
      const { width, height, ppi } = picture
      const turns = liesAs(item)
      const kind = JSON.stringify([item.size, turns.map(isSideways), width, height, ppi])
      if (kinds.has(kind)) continue
      const room = { sheet: ANY, frame: ANY, printable: ANY, borderless: false }
      kinds.set(kind, {
        size: item.size,
        fixed: fixesSize(item) ? turns.map((turn) => printSize(sizingOf(brief, item), picture, turn, room)) : null,
        shapes: turns.map((turn) => (isSideways(turn) ? width / height : height / width)),
      })
    }
    return [...kinds.values()]
  })

/** Prints a job asks for where each item has sheets of its own. */
export const copiesIn = ({ items }: Pick<Brief, 'items'>): number => items.reduce((sum, { copies }) => sum + copies, 0)

/** Whether a piece of roll is as long as what lies on it: nobody has said how long. */
export const isOpen = (brief: Pick<Brief, 'sheet'>, lot: Pick<Lot, 'form'>): boolean => lot.form === 'roll' && brief.sheet?.length == null

/** What the items of a job come to on such a sheet before margins are decided, or null where each has sheets of its own. */
export function amountOn(brief: Brief, path: Path, lot: Lot, { width, length }: FedSheet, reckon: Reckon): Amount | null {
  const together = togetherOf(brief)
  if (!together) return null
  const sheet = { x: 0, y: 0, w: width, h: length }
  const borderless = brief.finish === 'borderless'
  return reckon(
    together,
    brief.items,
    groundOf(together, { frame: sheet, printable: borderless ? sheet : inset(sheet, path.margins), borderless }, isOpen(brief, lot)),
  )
}

/** How long a piece to cut from a roll of this width: as long as asked, else what the print takes, but never shorter than the path cuts. µm. */
const cutLength = (brief: Brief, goes: Goes, width: Um, reckon: Reckon): Um =>
  brief.sheet?.length != null ? askedLength(brief.sheet, width) : Math.max(goes.path.length.min, takenLength(brief, goes, width, reckon))

/** The length of the asked sheet on a roll of this width, µm. */
function askedLength(sheet: NonNullable<Brief['sheet']>, width: Um): Um {
  const length = sheet.length as Um
  if (sheet.width === null) return length
  return near(sheet.width, width) ? length : near(length, width) ? sheet.width : Math.max(sheet.width, length)
}

/** Edges that a brief wants ink run past, and a printer does on this lot; on a roll it cuts where the print ends. */
export const pastOf = ({ finish }: Brief, { printer, path, lot }: Omit<Goes, 'paper'>): readonly Edge[] =>
  finish === 'borderless' && printer.expansions.length > 0 ? borderlessEdges(path, lot, false) : []

/** How far past an edge a printer prints at the most, µm. */
export const furthestPast = ({ expansions }: Goes['printer']): Um => Math.max(0, ...expansions.map(({ um }) => um))

/** How much roll the print and its ends take, µm; where each item has sheets of its own, the one that takes most. */
function takenLength(brief: Brief, goes: Goes, width: Um, reckon: Reckon): Um {
  const { path } = goes
  const { make } = brief
  const finished = trimmedTo(brief)
  const tuck = make.as === 'wrapped-canvas' ? make.tuck : 0
  const together = togetherOf(brief)
  const past = pastOf(brief, goes)
  // Where the path prints past its edges, there is the whole width; the edges that stay white may have margins of their own then.
  const kept = (past.length > 0 ? path.borderless?.margins : null) ?? path.margins
  const margins = edgesOf((edge) => (past.includes(edge) ? 0 : kept[edge]))
  if (together) {
    const ends = [path.margins.leading, path.margins.trailing].map((margin) => Math.max(ROLL_END, margin, together.border))
    const room = { x: 0, y: 0, w: width, h: path.length.max }
    const ground = groundOf(together, { frame: room, printable: inset(room, margins), borderless: past.length > 0 }, true)
    const { length } = reckon(together, brief.items, ground)
    // What is laid out by hand begins where it was laid.
    return Math.round(length + (together.as === 'free' ? 0 : (ends[0] as number)) + (ends[1] as number))
  }
  if (finished) {
    const across = width - Math.max(path.margins.left, tuck) - Math.max(path.margins.right, tuck)
    const [short, long] = [finished.width, finished.length].sort((a, b) => a - b) as [number, number]
    return (long <= across ? short : long) + endsOf({ margins: path.margins, past: [], tuck }, ROLL_END)
  }
  const furthest = furthestPast(goes.printer)
  return Math.round(Math.max(...printsOf(brief).map((print) => printLength(print, { width, margins, past, furthest, tuck }))))
}

/** What of a stretch of roll is there for a print. */
interface Stretch {
  width: Um
  /** Of the edges that stay white; nothing of those that ink runs past. */
  margins: Edges
  past: readonly Edge[]
  /** How far past an edge the printer prints at the most. */
  furthest: Um
  /** Canvas to pull by at each edge. */
  tuck: Um
}

/** Paper before and behind a print: none where it is cut at its end. @param least so much at each end that stays white */
const endsOf = ({ margins, past, tuck }: Pick<Stretch, 'margins' | 'past' | 'tuck'>, least: Um): Um =>
  (['leading', 'trailing'] as const).reduce((sum, edge) => sum + (past.includes(edge) ? tuck : Math.max(least, margins[edge], tuck)), 0)

/** How long a piece of roll one print takes, the way it lies shorter, with its ends, µm. */
function printLength({ size, fixed, shapes }: Print, stretch: Stretch): number {
  const { width, margins, past, tuck } = stretch
  const { left, right } = margins
  if (size.by === 'border') return Math.min(...shapes.map((shape) => (width - 2 * size.border) * shape + 2 * size.border))
  // What fills all that is printed has no white beyond the margins: it would be filled, and the sides cropped.
  if (!fixed)
    return (
      Math.min(...shapes.map((shape) => (width - left - right) * shape)) + endsOf(stretch, size.by === 'sheet' && size.fill ? 0 : ROLL_END)
    )
  const ends = endsOf(stretch, ROLL_END)
  // What is a little wider than the roll lies across it where it runs past its sides anyway: turned, it would leave paper there.
  const over = (edge: 'left' | 'right') => (past.includes(edge) && tuck === 0 ? stretch.furthest : 0)
  const across = width - Math.max(left, tuck) - Math.max(right, tuck) + over('left') + over('right')
  const fitting = fixed.filter(({ w }) => w <= across)
  if (fitting.length > 0) return Math.min(...fitting.map(({ h }) => h)) + ends
  // It is too wide either way round: as long as it is where it is least too wide, so that the drawing shows what is missing.
  return fixed.reduce((least, one) => (one.w < least.w ? one : least)).h + ends
}

/** The sheet in the feed frame: short edge first unless only the long edge goes. */
export function feed(brief: Brief, goes: Goes, reckon: Reckon): FedSheet {
  const { path, paper, lot } = goes
  const { width, length } = lot.measured
  if (lot.form === 'roll') return { width, length: cutLength(brief, goes, width, reckon) }
  const [short, long] = width <= length ? [width, length] : [length, width]
  const upright = { width: short, length: long }
  if (countViolations(path, paper, lot, upright) === 0) return upright
  const sideways = { width: long, length: short }
  return countViolations(path, paper, lot, sideways) === 0 ? sideways : upright
}

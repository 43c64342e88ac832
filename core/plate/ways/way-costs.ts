import type { Amount } from '../../sheet/arrange/about.ts'
import { CUT_SHORT, parentsOf } from '../../sheet/cutting/cut-plan.ts'
import { inset } from '../../sheet/rect.ts'
import { type Brief, togetherOf } from '../../things/brief/brief.ts'
import { squareMetres, type Um, writeLength } from '../../things/length/length.ts'
import { type Lot, type Pairing, type Paper, provenOn } from '../../things/media/media.ts'
import { borderlessEdges } from '../../things/paths/borderless.ts'
import { isRoll, kindOf } from '../../things/paths/kinds.ts'
import { capacityFor } from '../../things/paths/limits.ts'
import { EDGES, edgesOf, isDead, type Path } from '../../things/paths/path.ts'
import type { MediaType, Printer } from '../../things/printers/printer.ts'
import { counted } from '../../things/words/counted.ts'
import { headSeconds } from '../estimates/head.ts'
import type { Cost } from './cost.ts'
import { furthestPast, pastOf, printsOf } from './fed.ts'
import { type Misfit, misfitOf } from './media-distance.ts'
import type { Way } from './way.ts'

/**
 * Whether every print at the size asked for stays within the printable area in some turn; how far the worst is over in µm if not. Past
 * an edge that ink runs past it may be over as far as the printer prints.
 */
function overhang(brief: Brief, { printer, path, lot, fed }: Priced['way']): Um {
  if (togetherOf(brief)) return 0
  const sheet = { x: 0, y: 0, w: fed.width, h: fed.length }
  const run = pastOf(brief, { printer, path, lot })
  const bleed = edgesOf((edge) => (run.includes(edge) ? -furthestPast(printer) : 0))
  const room = inset(sheet, brief.finish === 'borderless' ? bleed : path.margins)
  const past = ({ w, h }: { w: Um; h: Um }) => Math.max(0, w - room.w) + Math.max(0, h - room.h)
  return printsOf(brief).reduce((worst, { fixed }) => (fixed ? Math.max(worst, Math.min(...fixed.map(past))) : worst), 0)
}

/** Minutes to cut a print off a roll with rule and knife. Common practice. */
const CUT_OFF_MINUTES = 2

/** What a way costs is worked out from. */
export interface Priced {
  way: Omit<Way, 'costs' | 'total'>
  brief: Brief
  mediaType: MediaType
  profiled: boolean
  amount: Amount | null
}

/** What a way costs, thing by thing. */
export function costsOf(priced: Priced): Cost[] {
  const costs: Cost[] = []
  eachCost(priced, (when, points, says) => {
    if (when) costs.push({ points, says: says() })
  })
  return costs
}

/** The sum of it: nothing is put into words. */
export function totalOf(priced: Priced): number {
  let total = 0
  eachCost(priced, (when, points) => {
    if (when) total += points
  })
  return total
}

/** Points of what is seen of a way before it is worked out. */
export const NOT_LOADED = 4
const [NEVER_PRINTED, MORE_BAD, ON_ANOTHER, UNPROFILED, NOT_ENOUGH] = [15, 10, 8, 10, 25] as const
const cutPoints = (parents: number) => 6 + 3 * parents
/** Points of so much paper, and from which price on, in the studio's money. */
const [PRICE_POINTS, PRICED_FROM] = [0.2, 0.5] as const
/** The same numbers added up in another order differ in their last digits. */
const ROUNDED = 1e-6

const misfitPoints = (misfit: Misfit | null) => (misfit === null ? 0 : misfit === 'surface' ? 12 : 80)
/** The swap of black inks that printing as this entry needs, or null. */
function swapFor({ black: { swap, installed } }: Printer, { black }: MediaType): Printer['black']['swap'] {
  return swap !== null && installed !== 'both' && black !== 'either' && black !== installed ? swap : null
}
const swapPoints = (swap: Printer['black']['swap']) => (swap?.minutes ?? 0) + (swap?.millilitres ?? 0)
/** For so many edges that a borderless print can run off. */
const edgePoints = (edges: number) => (edges === 0 ? 40 : edges < 4 ? 20 : 0)
const deadPoints = ({ margins }: Path) => EDGES.reduce((sum, e) => sum + (isDead(margins[e]) ? margins[e] / 4000 : 0), 0)

/** What a usable way costs at least for its edges. */
export const leastForEdges = ({ finish }: Brief, path: Path, lot: Lot): number =>
  finish === 'borderless' ? edgePoints(borderlessEdges(path, lot, false).length) : deadPoints(path)

/** The same for the entry of the driver that stands in for the paper. */
export const leastForEntry = (printer: Printer, entry: MediaType, paper: Paper): number =>
  misfitPoints(misfitOf(entry, paper)) + swapPoints(swapFor(printer, entry))

function isProvenElsewhere(pairing: Pairing | null, path: Path): boolean {
  const proven = pairing && provenOn(pairing)
  return proven !== null && proven !== path.id
}

/** The same for what is known of its paper there. */
export function leastForPaper(path: Path, pairing: Pairing | null, profiled: boolean): number {
  const known = pairing === null ? NEVER_PRINTED : pairing.bad > pairing.good ? MORE_BAD : 0
  const elsewhere = isProvenElsewhere(pairing, path) ? ON_ANOTHER : 0
  return known + elsewhere + (profiled ? 0 : UNPROFILED) - ROUNDED
}

/** The same for the lot, whatever it is printed on. @param copies sheets it takes if it is one of sheets; null while nobody knows */
export function leastForLot(lot: Lot, paper: Paper, copies: number | null): number {
  if (lot.form === 'roll' || copies === null) return 0
  const price = squareMetres(lot.measured.width, lot.measured.length) * paper.pricePerSquareMetre * copies
  return (price >= PRICED_FROM ? price * PRICE_POINTS : 0) + (lot.stock < copies ? NOT_ENOUGH : 0)
}

/** The same for sheets of this size that are cut from a lot first. */
export function leastForCut(sheet: { width: Um | null; length: Um | null } | null, paper: Paper, copies: number | null): number {
  if (copies === null || sheet?.width == null || sheet.length === null) return cutPoints(1)
  const price = squareMetres(sheet.width - CUT_SHORT, sheet.length - CUT_SHORT) * paper.pricePerSquareMetre * copies
  return cutPoints(1) + (price >= PRICED_FROM ? price * PRICE_POINTS : 0)
}

function eachCost(
  { way, brief, mediaType, profiled, amount }: Priced,
  add: (when: boolean, points: number, says: () => string) => void,
): void {
  const { printer, path, lot, paper, pairing, loaded, fed, cut, sheets } = way
  add(cut !== null, cutPoints(cut?.parents ?? 0), () => `cut it first: ${cut ? parentsOf(cut) : ''} by hand`)
  add(loaded?.lotId !== lot.id, NOT_LOADED, () => (loaded?.lotId ? 'another paper is in this path: change it' : 'not loaded yet'))
  add(pairing === null, NEVER_PRINTED, () => 'this paper has never been printed here')
  add(pairing !== null && pairing.bad > pairing.good, MORE_BAD, () => `more bad prints (${pairing?.bad}) than good (${pairing?.good}) here`)
  add(isProvenElsewhere(pairing, path), ON_ANOTHER, () => 'proven on another path')
  const misfit = misfitOf(mediaType, paper)
  add(misfit !== null, misfitPoints(misfit), () => `“${mediaType.driverName}” is the nearest entry here and does not suit the paper`)
  add(!profiled, UNPROFILED, () => 'no profile for this paper here')
  const swap = swapFor(printer, mediaType)
  add(swap !== null, swapPoints(swap), () => `swap to ${mediaType.black} black: ${swap?.minutes} min and ${swap?.millilitres} ml of ink`)
  if (brief.finish === 'borderless') {
    const edges = borderlessEdges(path, lot, false)
    add(edges.length === 0, edgePoints(edges.length), () => 'cannot print borderless on this sheet')
    add(edges.length > 0 && edges.length < 4, edgePoints(edges.length), () => 'borderless at the two sides only')
  } else {
    const dead = EDGES.filter((e) => isDead(path.margins[e]))
    add(dead.length > 0, deadPoints(path), () =>
      dead.map((e) => `loses ${writeLength(path.margins[e], brief.unit)} at the ${e} edge`).join(', '),
    )
  }
  const unlaid = amount?.left ?? 0
  const about = amount?.about ? 'about ' : ''
  add(unlaid > 0, 60 + unlaid, () => `${counted(unlaid, 'picture does', 'pictures do')} not fit on the sheet`)
  const over = overhang(brief, way)
  add(over > 0, 30 + over / 1000, () => `${writeLength(over, brief.unit)} of ${brief.items.length > 1 ? 'a' : 'the'} picture does not fit`)
  const holds = capacityFor(path, paper.thickness)
  const loads = isRoll(path) ? 1 : Math.ceil(sheets / Math.max(1, holds))
  add(loads > 1, (loads - 1) * 2, () => `${about}${loads} loads of ${holds}`)
  add(
    kindOf(path).cutByHand,
    CUT_OFF_MINUTES * sheets,
    () => `${sheets === 1 ? 'one cut' : `${sheets} cuts`} by hand: this roll has no cutter`,
  )
  const quality = printer.qualities.find((q) => q.id === pairing?.qualityId) ?? printer.qualities[0]
  const area = squareMetres(fed.width, fed.length)
  const minutes = quality ? (headSeconds(fed, quality) * sheets) / 60 : 0
  add(minutes >= 1, minutes * 0.1, () => `prints for ${about}${Math.round(minutes)} min`)
  const enough = lot.form === 'roll' ? lot.stock >= fed.length * sheets : lot.stock >= sheets
  add(!enough, NOT_ENOUGH, () => 'not enough of this lot')
  const price = area * paper.pricePerSquareMetre * sheets
  add(price >= PRICED_FROM, price * PRICE_POINTS, () => `${about}${price.toFixed(2)} of paper`)
}

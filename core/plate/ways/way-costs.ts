import type { Amount } from '../../sheet/arrange/about.ts'
import { printSize, sizingOf } from '../../sheet/placement.ts'
import { inset } from '../../sheet/rect.ts'
import { type Brief, itemOf, togetherOf } from '../../things/brief/brief.ts'
import { pictureOf } from '../../things/brief/item.ts'
import { TURNS } from '../../things/brief/turn.ts'
import { squareMetres, type Um, writeLength } from '../../things/length/length.ts'
import type { Lot } from '../../things/media/media.ts'
import { isRoll, kindOf } from '../../things/paths/kinds.ts'
import { capacityFor, type FedSheet } from '../../things/paths/limits.ts'
import { EDGES, isDead, type Path } from '../../things/paths/path.ts'
import type { MediaType } from '../../things/printers/printer.ts'
import { headSeconds } from '../estimates/head.ts'
import type { Cost } from './cost.ts'
import { fixesSize } from './fed.ts'
import { misfitOf } from './media-distance.ts'
import type { Way } from './way.ts'

/** Edges of this sheet that the path can print past. */
export function borderlessEdges(path: Path, lot: Lot, custom: boolean): readonly (typeof EDGES)[number][] {
  if (!path.borderless) return []
  if (path.borderless.sizes === 'any') return path.borderless.edges
  return !custom && lot.pwg !== null && path.borderless.sizes.includes(lot.pwg) ? path.borderless.edges : []
}

/** Whether the picture at the size asked for stays within the printable area in some turn; how far over in µm if not. */
function overhang(brief: Brief, path: Path, fed: FedSheet): Um {
  if (togetherOf(brief) || !fixesSize(itemOf(brief))) return 0
  const sheet = { x: 0, y: 0, w: fed.width, h: fed.length }
  const room = brief.finish === 'borderless' ? sheet : inset(sheet, path.margins)
  const over = TURNS.slice(0, 2).map((turn) => {
    const p = printSize(sizingOf(brief), pictureOf(itemOf(brief)), turn, { sheet, frame: sheet, printable: room, borderless: false })
    return Math.max(0, p.w - room.w) + Math.max(0, p.h - room.h)
  })
  return Math.min(...over)
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

function eachCost(
  { way, brief, mediaType, profiled, amount }: Priced,
  add: (when: boolean, points: number, says: () => string) => void,
): void {
  const { printer, path, lot, paper, pairing, loaded, fed, cut, sheets } = way
  add(
    cut !== null,
    6 + 3 * (cut?.parents ?? 0),
    () => `cut it first: ${cut?.parents} ${cut?.parent.roll ? 'length of roll' : cut?.parents === 1 ? 'sheet' : 'sheets'} by hand`,
  )
  add(loaded?.lotId !== lot.id, 4, () => (loaded?.lotId ? 'another paper is in this path: change it' : 'not loaded yet'))
  add(pairing === null, 15, () => 'this paper has never been printed here')
  add(pairing !== null && pairing.bad > pairing.good, 10, () => `more bad prints (${pairing?.bad}) than good (${pairing?.good}) here`)
  add(pairing !== null && pairing.pathId !== null && pairing.pathId !== path.id, 8, () => 'proven on another path')
  const misfit = misfitOf(mediaType, paper)
  add(
    misfit !== null,
    misfit === 'surface' ? 12 : 80,
    () => `“${mediaType.driverName}” is the nearest entry here and does not suit the paper`,
  )
  add(!profiled, 10, () => 'no profile for this paper here')
  const { swap, installed } = printer.black
  const swapNeeded = swap !== null && installed !== 'both' && mediaType.black !== 'either' && mediaType.black !== installed
  add(
    swapNeeded,
    (swap?.minutes ?? 0) + (swap?.millilitres ?? 0),
    () => `swap to ${mediaType.black} black: ${swap?.minutes} min and ${swap?.millilitres} ml of ink`,
  )
  if (brief.finish === 'borderless') {
    const edges = borderlessEdges(path, lot, false)
    add(edges.length === 0, 40, () => 'cannot print borderless on this sheet')
    add(edges.length > 0 && edges.length < 4, 20, () => 'borderless at the two sides only')
  } else {
    const dead = EDGES.filter((e) => isDead(path.margins[e]))
    add(
      dead.length > 0,
      dead.reduce((sum, e) => sum + path.margins[e] / 4000, 0),
      () => dead.map((e) => `loses ${writeLength(path.margins[e], brief.unit)} at the ${e} edge`).join(', '),
    )
  }
  const unlaid = amount?.left ?? 0
  const about = amount?.about ? 'about ' : ''
  add(unlaid > 0, 60 + unlaid, () => `${unlaid} ${unlaid === 1 ? 'picture does' : 'pictures do'} not fit on the sheet`)
  const over = overhang(brief, path, fed)
  add(over > 0, 30 + over / 1000, () => `${writeLength(over, brief.unit)} of the picture does not fit`)
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
  add(!enough, 25, () => 'not enough of this lot')
  const price = area * paper.pricePerSquareMetre * sheets
  add(price >= 0.5, price * 0.2, () => `${about}${price.toFixed(2)} of paper`)
}

import { type Amount, aboutAmountOf, amountOf } from '../../sheet/arrange/about.ts'
import { groundOf } from '../../sheet/arrange/ground.ts'
import { type CutPlan, planCut } from '../../sheet/cutting/cut-plan.ts'
import { printSize, sizingOf } from '../../sheet/placement.ts'
import { inset } from '../../sheet/rect.ts'
import { type Brief, itemOf, togetherOf } from '../../things/brief/brief.ts'
import { type Item, pictureOf } from '../../things/brief/item.ts'
import { TURNS } from '../../things/brief/turn.ts'
import { squareMetres, type Um, writeLength } from '../../things/length/length.ts'
import { lotSizeName } from '../../things/media/lot-name.ts'
import type { Loaded, Lot, Pairing, Paper } from '../../things/media/media.ts'
import { borrowedBy } from '../../things/media/profiled.ts'
import { isRoll, kindOf } from '../../things/paths/kinds.ts'
import { capacityFor, type FedSheet, sizeLimits, type Violation, violations, violationsText } from '../../things/paths/limits.ts'
import { EDGES, isDead, type Path } from '../../things/paths/path.ts'
import type { MediaType, Printer } from '../../things/printers/printer.ts'
import { nameOf } from '../../things/sizes/named.ts'
import { madeOnce } from '../../things/studio/index-of.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { headSeconds } from '../estimates/head.ts'
import type { Cost } from './cost.ts'
import { misfitOf, nearestMediaType } from './media-distance.ts'

/** One printer, one of its paths and one lot of paper: whether the sheet can go that way and what it would cost. */
export interface Way {
  printer: Printer
  path: Path
  lot: Lot
  paper: Paper
  pairing: Pairing | null
  loaded: Loaded | null
  /** How the sheet is got from a larger one, or null when it is in stock as it is; `lot` is then the lot it will be. */
  cut: CutPlan | null
  fed: FedSheet
  /** Sheets, or cuts from the roll, that the job takes this way; 0 for what cannot be used. */
  sheets: number
  violations: Violation[]
  /** Why it cannot be used, in words, or null. */
  ruledOut: string | null
  /** What speaks against it: a limit of the path, another size than asked for, or what is made of the print. */
  against: 'limit' | 'sheet' | 'make' | null
  /** How far from usable: limits broken, and heavier, a sheet that was not asked for. */
  badness: number
  /** Empty for what cannot be used. */
  costs: Cost[]
  total: number
  /** The same laid out, where what it takes was only reckoned; itself otherwise. */
  exactly(): Way
  /** The same with one more thing against it, and ruled out for that where nothing else rules it out. */
  withCost(cost: Cost, says: string): Way
}

/** How what a way takes is found out: laid out, or reckoned. */
type Reckon = typeof amountOf

/** Two sizes count as the same sheet when both edges agree within this: lots vary by up to 1 mm, labels round. */
const SAME_SHEET: Um = 3000
/** Paper left at each end of a cut from roll when the brief names no sheet. */
export const ROLL_END: Um = 10_000
/** A sheet nobody asked for is worse than one the path does not like: the brief is the client's. */
const WRONG_SHEET = 4

const near = (a: Um, b: Um) => Math.abs(a - b) <= SAME_SHEET

/** Whether the brief fixes how large the print is, whatever it is printed on. */
const fixesSize = ({ size }: Pick<Item, 'size'>) => size.by !== 'sheet' && size.by !== 'border'

/** Prints a job asks for where each item has sheets of its own. */
const copiesIn = ({ items }: Pick<Brief, 'items'>): number => items.reduce((sum, { copies }) => sum + copies, 0)

/** Whether a piece of roll is as long as what lies on it: nobody has said how long. */
export const isOpen = (brief: Pick<Brief, 'sheet'>, lot: Pick<Lot, 'form'>): boolean => lot.form === 'roll' && brief.sheet?.length == null

/** What the items of a job come to on such a sheet before margins are decided, or null where each has sheets of its own. */
function amountOn(brief: Brief, path: Path, lot: Lot, { width, length }: FedSheet, reckon: Reckon): Amount | null {
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
const cutLength = (brief: Brief, path: Path, width: Um, reckon: Reckon): Um =>
  brief.sheet?.length != null ? askedLength(brief.sheet, width) : Math.max(path.length.min, takenLength(brief, path, width, reckon))

/** The length of the asked sheet on a roll of this width, µm. */
function askedLength(sheet: NonNullable<Brief['sheet']>, width: Um): Um {
  const length = sheet.length as Um
  if (sheet.width === null) return length
  return near(sheet.width, width) ? length : near(length, width) ? sheet.width : Math.max(sheet.width, length)
}

/** How much roll the print and its ends take, µm. */
function takenLength(brief: Brief, path: Path, width: Um, reckon: Reckon): Um {
  const { make, finished } = brief
  const item = itemOf(brief)
  const { size } = item
  const picture = pictureOf(item)
  const tuck = make.as === 'wrapped-canvas' ? make.tuck : 0
  const together = togetherOf(brief)
  if (together) {
    const ends = [path.margins.leading, path.margins.trailing].map((margin) => Math.max(ROLL_END, margin, together.border))
    const room = { x: 0, y: 0, w: width, h: path.length.max }
    const ground = groundOf(together, { frame: room, printable: inset(room, path.margins), borderless: false }, true)
    const { length } = reckon(together, brief.items, ground)
    // What is laid out by hand begins where it was laid.
    return Math.round(length + (together.as === 'free' ? 0 : (ends[0] as number)) + (ends[1] as number))
  }
  const ends = Math.max(ROLL_END, path.margins.leading, tuck) + Math.max(ROLL_END, path.margins.trailing, tuck)
  const all = { x: 0, y: 0, w: width, h: path.length.max }
  const across = width - Math.max(path.margins.left, tuck) - Math.max(path.margins.right, tuck)
  if (finished) {
    const [short, long] = [finished.width, finished.length].sort((a, b) => a - b) as [number, number]
    return (long <= across ? short : long) + ends
  }
  const lengths = TURNS.slice(0, 2).map((turn) => {
    if (fixesSize(itemOf(brief))) {
      const p = printSize(sizingOf(brief), picture, turn, { sheet: all, frame: all, printable: all, borderless: false })
      return p.w <= across ? p.h : Number.POSITIVE_INFINITY
    }
    const border = size.by === 'border' ? size.border : path.margins.left
    const shape = turn === 0 ? picture.height / picture.width : picture.width / picture.height
    return (width - 2 * border) * shape + (size.by === 'border' ? 2 * border - ends : 0)
  })
  const best = Math.min(...lengths)
  if (Number.isFinite(best)) return Math.round(best + ends)
  // It is too wide either way round: as long as it is where it is least too wide, so that the drawing shows what is missing.
  const [one, other] = TURNS.slice(0, 2).map((turn) =>
    printSize(sizingOf(brief), picture, turn, { sheet: all, frame: all, printable: all, borderless: false }),
  )
  return Math.round((one && other ? (one.w <= other.w ? one.h : other.h) : path.length.min) + ends)
}

/** The sheet in the feed frame: short edge first unless only the long edge goes. */
function feed(brief: Brief, path: Path, paper: Paper, lot: Lot, reckon: Reckon): FedSheet {
  const { width, length } = lot.measured
  if (lot.form === 'roll') return { width, length: cutLength(brief, path, width, reckon) }
  const [short, long] = width <= length ? [width, length] : [length, width]
  const upright = { width: short, length: long }
  if (violations(path, paper, lot, upright).length === 0) return upright
  const sideways = { width: long, length: short }
  return violations(path, paper, lot, sideways).length === 0 ? sideways : upright
}

/** Why this lot does not answer the sheet asked for, or null. */
function wrongSheet(brief: Brief, lot: Lot): string | null {
  const { sheet, unit } = brief
  if (!sheet) return null
  const { nominal } = lot
  const edges = [sheet.width, sheet.length].filter((e) => e !== null)
  if (sheet.length === null)
    return lot.form === 'roll' && edges.some((e) => near(e, nominal.width))
      ? null
      : `It is not a roll ${writeLength(edges[0] ?? 0, unit)} wide.`
  if (sheet.width === null)
    return lot.form === 'roll' || near(sheet.length, nominal.length) || near(sheet.length, nominal.width)
      ? null
      : `No edge of this lot is ${writeLength(sheet.length, unit)} long.`
  if (lot.form === 'roll')
    return edges.some((e) => near(e, nominal.width)) || (fixesSize(itemOf(brief)) && edges.some((e) => e <= nominal.width))
      ? null
      : `The roll is ${writeLength(nominal.width, unit)} wide; neither edge of the sheet asked for is.`
  const fits =
    (near(sheet.width, nominal.width) && near(sheet.length, nominal.length)) ||
    (near(sheet.width, nominal.length) && near(sheet.length, nominal.width))
  return fits ? null : `This lot is ${lotSizeName(lot, unit)}, another size than the sheet asked for.`
}

/** Limits of the path that the sheet asked for would break, were it in stock. */
const askedLimits = ({ sheet }: Brief, path: Path, lot: Lot): Violation[] =>
  sheet && sheet.width !== null && sheet.length !== null && lot.form === 'sheet' && !isRoll(path)
    ? sizeLimits(path, { width: sheet.width, length: sheet.length })
    : []

/** Sheets cut by hand with rule and knife differ by about this. Common practice. */
const HAND_CUT: Um = 500
const CUT_LOT = ':cut'

/** The lot that cutting this one down would make, or null when the sheet asked for cannot be got from it. */
function cutDown(brief: Brief, lot: Lot): { lot: Lot; cut: CutPlan } | null {
  const { sheet } = brief
  if (!sheet || sheet.width === null || sheet.length === null) return null
  const together = togetherOf(brief)
  const whole = { x: 0, y: 0, w: sheet.width, h: sheet.length }
  const ground = together && groundOf(together, { frame: whole, printable: whole, borderless: false }, false)
  const sheets = together && ground ? Math.max(1, aboutAmountOf(together, brief.items, ground).sheets) : copiesIn(brief)
  const cut = planCut(lot, { width: sheet.width, length: sheet.length }, sheets)
  if (!cut) return null
  const { width, length } = cut.piece
  const stock = lot.form === 'roll' ? (lot.stock >= cut.parent.length ? cut.pieces.length : 0) : lot.stock * cut.pieces.length
  const made: Lot = {
    ...lot,
    id: `${lot.id}${CUT_LOT}`,
    form: 'sheet',
    pwg: nameOf(width, length)?.pwg ?? null,
    nominal: { width, length },
    measured: { width, length },
    spread: HAND_CUT,
    stock,
  }
  return { lot: made, cut }
}

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

function costsOf(way: Way, brief: Brief, mediaType: MediaType, profiled: boolean, amount: Amount | null): Cost[] {
  const { printer, path, lot, paper, pairing, loaded, fed, cut, sheets } = way
  const costs: Cost[] = []
  const add = (when: boolean, points: number, says: () => string) => {
    if (when) costs.push({ points, says: says() })
  }
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
  return costs
}

/** Why a job of this make cannot be printed on this paper or path, or null. */
function wrongForMake({ make }: Brief, path: Path, paper: Paper): string | null {
  if (make.as !== 'two-sided') return null
  if (!paper.twoSided) return `The back of ${paper.name} is not made for ink: two-sided printing needs two-sided stock.`
  if (!path.duplex) return `${path.name} must not see a sheet that is printed already.`
  return paper.thickness > path.duplex.upTo ? `${path.name} prints a second side up to ${(path.duplex.upTo / 1000).toFixed(2)} mm.` : null
}

/** A printer, path and lot before it is known whether they will do. */
interface At extends Pick<Way, 'printer' | 'path' | 'lot' | 'paper' | 'pairing' | 'loaded' | 'cut'> {
  /** Why the lot does not answer the sheet asked for, or null. */
  wrong: string | null
  mediaType(): MediaType
  profiled: boolean
}

/** A way as it is found. There may be tens of thousands, most of which cannot be used: their sentences are made when they are read. */
class Found implements Way {
  readonly printer: Printer
  readonly path: Path
  readonly lot: Lot
  readonly paper: Paper
  readonly pairing: Pairing | null
  readonly loaded: Loaded | null
  readonly cut: CutPlan | null
  readonly fed: FedSheet
  readonly violations: Violation[]
  readonly against: Way['against']
  readonly badness: number
  sheets = 0
  costs: Cost[] = []
  total = 0
  private readonly brief: Brief
  private readonly at: At
  private readonly reckon: Reckon
  private readonly unmakeable: string | null
  private said: string | null = null

  constructor(brief: Brief, at: At, reckon: Reckon) {
    const { path, lot, paper, wrong } = at
    this.printer = at.printer
    this.path = path
    this.lot = lot
    this.paper = paper
    this.pairing = at.pairing
    this.loaded = at.loaded
    this.cut = at.cut
    this.brief = brief
    this.at = at
    this.reckon = reckon
    this.fed = feed(brief, path, paper, lot, reckon)
    this.violations = violations(path, paper, lot, this.fed)
    // What the machine cannot do outranks what is not in stock.
    if (wrong !== null && this.violations.length === 0) this.violations.push(...askedLimits(brief, path, lot))
    this.unmakeable = wrongForMake(brief, path, paper)
    const limited = this.violations.length > 0
    this.against = this.oneSided ? 'make' : limited ? 'limit' : wrong !== null ? 'sheet' : this.unmakeable !== null ? 'make' : null
    this.badness = this.violations.length + (wrong === null ? 0 : WRONG_SHEET) + (this.unmakeable === null ? 0 : 1)
    // What cannot be used is explained by its reason; pricing it would only cost time.
    if (this.badness > 0) return
    const amount = amountOn(brief, path, lot, this.fed, reckon)
    this.sheets = amount ? amount.sheets : copiesIn(brief)
    this.costs = costsOf(this, brief, at.mediaType(), at.profiled, amount)
    for (const cost of this.costs) this.total += cost.points
  }

  /** That the paper has no second side holds on every path and in every lot: it comes first. */
  private get oneSided(): boolean {
    return this.brief.make.as === 'two-sided' && !this.paper.twoSided
  }

  get ruledOut(): string | null {
    if (this.badness === 0) return null
    const limited = this.violations.length > 0 && !this.oneSided
    this.said ??= limited
      ? violationsText(this.path, this.violations, this.brief.unit)
      : ((this.oneSided ? this.unmakeable : null) ?? this.at.wrong ?? this.unmakeable)
    return this.said
  }

  exactly(): Way {
    return this.reckon === amountOf || this.brief.arrangement.as !== 'sizes' ? this : new Found(this.brief, this.at, amountOf)
  }

  withCost(cost: Cost, says: string): Way {
    return Object.create(this, { costs: { value: [cost, ...this.costs] }, ruledOut: { value: this.ruledOut ?? says } })
  }
}

function byPaper(lots: readonly Lot[]): Map<string, Lot[]> {
  const found = new Map<string, Lot[]>()
  for (const lot of lots) {
    const alike = found.get(lot.paperId)
    if (alike) alike.push(lot)
    else found.set(lot.paperId, [lot])
  }
  return found
}

/** All ways through the studio for a brief, best first. Linear in printers × paths × lots of the paper asked for. */
export function waysFor(brief: Brief, studio: Studio): Way[] {
  const papers = madeOnce(studio.papers, 'by id', (list) => new Map(list.map((p) => [p.id, p])))
  const pairings = madeOnce(studio.pairings, 'by printer and paper', (list) => new Map(list.map((p) => [`${p.printerId} ${p.paperId}`, p])))
  const loadedIn = new Map(studio.loaded.map((l) => [`${l.printerId} ${l.pathId}`, l]))
  const profiled = madeOnce(
    studio.profiles,
    'bound to',
    (list) => new Set(list.map((p) => `${p.boundTo?.printerId} ${p.boundTo?.paperId}`)),
  )
  const known = madeOnce(studio.profiles, 'ids', (list) => new Set<string | null>(list.map((p) => p.id)))
  const ofPaper = madeOnce(studio.lots, 'by paper', byPaper)
  const stock: { lot: Lot; cut: CutPlan | null; wrong: string | null }[] = []
  for (const lot of brief.paperId === null ? studio.lots : (ofPaper.get(brief.paperId) ?? [])) {
    // A sheet out of a sample pack is for trying that paper, and is taken only when it is asked for.
    if (brief.paperId === null && lot.mark !== '') continue
    const wrong = wrongSheet(brief, lot)
    stock.push({ lot, cut: null, wrong })
    const made = wrong === null ? null : cutDown(brief, lot)
    if (made) stock.push({ ...made, wrong: null })
  }
  const usable: Way[] = []
  const unusable = new Map<number, Way[]>()
  for (const printer of studio.printers) {
    const loads = printer.paths.map((path) => loadedIn.get(`${printer.id} ${path.id}`) ?? null)
    for (const { lot, cut, wrong } of stock) {
      const paper = papers.get(lot.paperId)
      if (!paper) continue
      const key = `${printer.id} ${paper.id}`
      const pairing = pairings.get(key) ?? null
      let nearest: MediaType | null = null
      const mediaType = () => {
        nearest ??= nearestMediaType(printer, paper, pairing)
        return nearest
      }
      for (const [i, path] of printer.paths.entries()) {
        const at = {
          printer,
          path,
          lot,
          paper,
          pairing,
          loaded: loads[i] ?? null,
          cut,
          wrong,
          mediaType,
          profiled: profiled.has(key) || known.has(borrowedBy(pairing)),
        }
        const way = new Found(brief, at, aboutAmountOf)
        const alike = way.badness > 0 ? unusable.get(way.badness) : usable
        if (alike) alike.push(way)
        else unusable.set(way.badness, [way])
      }
    }
  }
  usable.sort((a, b) => a.total - b.total)
  // A few different numbers of many ways: laid apart rather than sorted.
  for (const badness of [...unusable.keys()].sort((a, b) => a - b)) for (const way of unusable.get(badness) ?? []) usable.push(way)
  return usable
}

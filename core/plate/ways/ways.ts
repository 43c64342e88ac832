import { type Amount, aboutAmountOf, amountOf } from '../../sheet/arrange/about.ts'
import { groundOf } from '../../sheet/arrange/ground.ts'
import { type CutPlan, planCut } from '../../sheet/cutting/cut-plan.ts'
import { type Brief, itemOf, togetherOf } from '../../things/brief/brief.ts'
import { type Um, writeLength } from '../../things/length/length.ts'
import { lotSizeName } from '../../things/media/lot-name.ts'
import type { Loaded, Lot, Pairing, Paper } from '../../things/media/media.ts'
import { borrowedBy } from '../../things/media/profiled.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { countViolations, type FedSheet, sizeLimits, type Violation, violations, violationsText } from '../../things/paths/limits.ts'
import type { Path } from '../../things/paths/path.ts'
import type { MediaType, Printer } from '../../things/printers/printer.ts'
import { nameOf } from '../../things/sizes/named.ts'
import { madeOnce } from '../../things/studio/made-once.ts'
import type { Studio } from '../../things/studio/studio.ts'
import type { Cost } from './cost.ts'
import { amountOn, copiesIn, feed, fixesSize, near, type Reckon } from './fed.ts'
import { nearestMediaType } from './media-distance.ts'
import type { Way } from './way.ts'
import { costsOf, type Priced, totalOf } from './way-costs.ts'

/** A sheet nobody asked for is worse than one the path does not like: the brief is the client's. */
const WRONG_SHEET = 4

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
  profiled: boolean
}

/** Whether a sheet can go a way: as what it would be fed, and how far that is from usable. */
interface Tried {
  fed: FedSheet
  badness: number
}

function tryOut(brief: Brief, { path, lot, paper, wrong }: Pick<At, 'path' | 'lot' | 'paper' | 'wrong'>, reckon: Reckon): Tried {
  const fed = feed(brief, path, paper, lot, reckon)
  const broken = countViolations(path, paper, lot, fed)
  const limits = broken === 0 && wrong !== null ? askedLimits(brief, path, lot).length : broken
  return { fed, badness: limits + (wrong === null ? 0 : WRONG_SHEET) + (wrongForMake(brief, path, paper) === null ? 0 : 1) }
}

/**
 * A way as it is found. There may be tens of thousands, of which a few are looked at: what each breaks and costs is put
 * together when it is read.
 */
class Found implements Way {
  readonly printer: Printer
  readonly path: Path
  readonly lot: Lot
  readonly paper: Paper
  readonly pairing: Pairing | null
  readonly loaded: Loaded | null
  readonly cut: CutPlan | null
  readonly fed: FedSheet
  readonly badness: number
  readonly sheets: number
  readonly total: number
  private readonly brief: Brief
  private readonly at: At
  private readonly reckon: Reckon
  private readonly amount: Amount | null
  private broken: Violation[] | null = null
  private priced: Cost[] | null = null
  private said: string | null = null

  constructor(brief: Brief, at: At, { fed, badness }: Tried, reckon: Reckon) {
    const { path, lot, paper } = at
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
    this.fed = fed
    this.badness = badness
    // What cannot be used is explained by its reason; pricing it would only cost time.
    const usable = this.badness === 0
    this.amount = usable ? amountOn(brief, path, lot, this.fed, reckon) : null
    this.sheets = usable ? (this.amount ? this.amount.sheets : copiesIn(brief)) : 0
    this.total = usable ? totalOf(this.pricing()) : 0
  }

  private pricing(): Priced {
    const { brief, amount, at } = this
    return { way: this, brief, amount, profiled: at.profiled, mediaType: standIn(at.printer, at.paper, at.pairing) }
  }

  get costs(): Cost[] {
    this.priced ??= this.badness === 0 ? costsOf(this.pricing()) : []
    return this.priced
  }

  get violations(): Violation[] {
    const { path, lot, paper, wrong } = this.at
    this.broken ??= violations(path, paper, lot, this.fed)
    // What the machine cannot do outranks what is not in stock.
    if (wrong !== null && this.broken.length === 0) this.broken.push(...askedLimits(this.brief, path, lot))
    return this.broken
  }

  get against(): Way['against'] {
    if (this.oneSided) return 'make'
    if (this.violations.length > 0) return 'limit'
    return this.at.wrong !== null ? 'sheet' : this.unmakeable !== null ? 'make' : null
  }

  private get unmakeable(): string | null {
    return wrongForMake(this.brief, this.path, this.paper)
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
    if (this.reckon === amountOf || this.brief.arrangement.as !== 'sizes') return this
    return new Found(this.brief, this.at, tryOut(this.brief, this.at, amountOf), amountOf)
  }

  withCost(cost: Cost, says: string): Way {
    return Object.create(this, { costs: { value: [cost, ...this.costs] }, ruledOut: { value: this.ruledOut ?? says } })
  }
}

const standIns = new WeakMap<Printer, WeakMap<Paper, { pairing: Pairing | null; entry: MediaType }>>()
/** The media type that stands in for a paper, looked for once: things of a studio are never changed, only replaced. */
function standIn(printer: Printer, paper: Paper, pairing: Pairing | null): MediaType {
  const here = standIns.get(printer) ?? new WeakMap<Paper, { pairing: Pairing | null; entry: MediaType }>()
  standIns.set(printer, here)
  const known = here.get(paper)
  if (known?.pairing === pairing) return known.entry
  const entry = nearestMediaType(printer, paper, pairing)
  here.set(paper, { pairing, entry })
  return entry
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

/** Of what cannot be used through one path, equally far from usable, so many are kept: no list shows more. */
const MOST_UNUSABLE = 64
/** No way is further from usable: there are fewer limits to break. */
const MOST_BADNESS = 32

/** Says of each kind of thing, by its number, so often that there may be one more. */
function upTo(most: number): (kind: number) => boolean {
  const seen: number[] = []
  return (kind) => {
    const count = seen[kind] ?? 0
    seen[kind] = count + 1
    return count < most
  }
}

const latest = new WeakMap<Studio, { brief: Brief; kept: string | undefined; ways: Way[] }>()

/**
 * The ways through the studio for a brief, best first: all that can be used, and of those that cannot the nearest.
 * Found once for a brief and a studio, whatever else is pinned.
 * @param kept the lot whose ways are all kept, usable or not
 */
export function waysFor(brief: Brief, studio: Studio, kept?: string): Way[] {
  const known = latest.get(studio)
  if (known?.brief === brief && known.kept === kept) return known.ways
  const ways = findWays(brief, studio, kept)
  latest.set(studio, { brief, kept, ways })
  return ways
}

/** What is known of a paper on a printer. */
type Known = Pick<At, 'pairing' | 'profiled'>

/** Linear in printers × paths × lots of the paper asked for. */
function findWays(brief: Brief, studio: Studio, kept: string | undefined): Way[] {
  const papers = madeOnce(studio.papers, 'by id', (list) => new Map(list.map((p) => [p.id, p])))
  const pairings = madeOnce(studio.pairings, 'by printer and paper', (list) => new Map(list.map((p) => [`${p.printerId} ${p.paperId}`, p])))
  const loadedIn = new Map(studio.loaded.map((l) => [`${l.printerId} ${l.pathId}`, l]))
  const bound = madeOnce(studio.profiles, 'bound to', (list) => new Set(list.map((p) => `${p.boundTo?.printerId} ${p.boundTo?.paperId}`)))
  const ids = madeOnce(studio.profiles, 'ids', (list) => new Set<string | null>(list.map((p) => p.id)))
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
    const more = upTo(MOST_UNUSABLE)
    const here = new Map<string, Known>()
    const knownOf = (paper: Paper): Known => {
      const before = here.get(paper.id)
      if (before) return before
      const key = `${printer.id} ${paper.id}`
      const pairing = pairings.get(key) ?? null
      const found = { pairing, profiled: bound.has(key) || ids.has(borrowedBy(pairing)) }
      here.set(paper.id, found)
      return found
    }
    const loads = printer.paths.map((path) => loadedIn.get(`${printer.id} ${path.id}`) ?? null)
    for (const { lot, cut, wrong } of stock) {
      const paper = papers.get(lot.paperId)
      if (!paper) continue
      const { pairing, profiled } = knownOf(paper)
      for (const [i, path] of printer.paths.entries()) {
        const tried = tryOut(brief, { path, lot, paper, wrong }, aboutAmountOf)
        if (tried.badness > 0 && lot.id !== kept && !more(i * MOST_BADNESS + tried.badness)) continue
        const at = { printer, path, lot, paper, pairing, loaded: loads[i] ?? null, cut, wrong, profiled }
        const way = new Found(brief, at, tried, aboutAmountOf)
        const alike = tried.badness > 0 ? unusable.get(tried.badness) : usable
        if (alike) alike.push(way)
        else unusable.set(tried.badness, [way])
      }
    }
  }
  usable.sort((a, b) => a.total - b.total)
  // A few different numbers of many ways: laid apart rather than sorted.
  for (const badness of [...unusable.keys()].sort((a, b) => a - b)) for (const way of unusable.get(badness) ?? []) usable.push(way)
  return usable
}

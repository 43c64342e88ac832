import { type Amount, amountOf } from '../../sheet/arrange/about.ts'
import type { CutPlan } from '../../sheet/cutting/cut-plan.ts'
import type { Brief } from '../../things/brief/brief.ts'
import { writeLength } from '../../things/length/length.ts'
import { lotSizeName } from '../../things/media/lot-name.ts'
import type { Loaded, Lot, Pairing, Paper } from '../../things/media/media.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { countViolations, type FedSheet, sizeLimits, type Violation, violations, violationsText } from '../../things/paths/limits.ts'
import type { Path } from '../../things/paths/path.ts'
import type { MediaType, Printer } from '../../things/printers/printer.ts'
import type { Cost } from './cost.ts'
import { amountOn, copiesIn, feed, type Reckon } from './fed.ts'
import { nearestMediaType } from './media-distance.ts'
import type { Way } from './way.ts'
import { costsOf, type Priced, totalOf } from './way-costs.ts'

/** A sheet nobody asked for is worse than one the path does not like: the brief is the client's. */
export const WRONG_SHEET = 4

/** Why a lot does not answer the sheet asked for. */
function wrongSheet({ sheet, unit }: Brief, lot: Lot): string {
  if (sheet?.length == null) return `It is not a roll ${writeLength(sheet?.width ?? 0, unit)} wide.`
  if (sheet.width === null) return `No edge of this lot is ${writeLength(sheet.length, unit)} long.`
  return lot.form === 'roll'
    ? `The roll is ${writeLength(lot.nominal.width, unit)} wide; neither edge of the sheet asked for is.`
    : `This lot is ${lotSizeName(lot, unit)}, another size than the sheet asked for.`
}

/** Limits of the path that the sheet asked for would break, were it in stock. */
const askedLimits = ({ sheet }: Brief, path: Path, lot: Lot): Violation[] =>
  sheet && sheet.width !== null && sheet.length !== null && lot.form === 'sheet' && !isRoll(path)
    ? sizeLimits(path, { width: sheet.width, length: sheet.length })
    : []

/** Why a job of this make cannot be printed on this paper or path, or null. */
export function wrongForMake({ make }: Brief, path: Path, paper: Paper): string | null {
  if (make.as !== 'two-sided') return null
  if (!paper.twoSided) return `The back of ${paper.name} is not made for ink: two-sided printing needs two-sided stock.`
  if (!path.duplex) return `${path.name} must not see a sheet that is printed already.`
  return paper.thickness > path.duplex.upTo ? `${path.name} prints a second side up to ${(path.duplex.upTo / 1000).toFixed(2)} mm.` : null
}

/** A printer, path and lot before it is known whether they will do. */
export interface At extends Pick<Way, 'printer' | 'path' | 'lot' | 'paper' | 'pairing' | 'loaded' | 'cut'> {
  /** That the lot does not answer the sheet asked for. */
  wrong: boolean
  profiled: boolean
}

/** Whether a sheet can go a way: as what it would be fed, and how far that is from usable. */
interface Tried {
  fed: FedSheet
  badness: number
}

export function tryOut(brief: Brief, at: Pick<At, 'printer' | 'path' | 'lot' | 'paper' | 'wrong'>, reckon: Reckon): Tried {
  const { path, lot, paper, wrong } = at
  const fed = feed(brief, at, reckon)
  const broken = countViolations(path, paper, lot, fed)
  const limits = broken === 0 && wrong ? askedLimits(brief, path, lot).length : broken
  return { fed, badness: limits + (wrong ? WRONG_SHEET : 0) + (wrongForMake(brief, path, paper) === null ? 0 : 1) }
}

/**
 * A way as it is found. There may be tens of thousands, of which a few are looked at: what each breaks and costs is put
 * together when it is read.
 */
export class Found implements Way {
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
    if (wrong && this.broken.length === 0) this.broken.push(...askedLimits(this.brief, path, lot))
    return this.broken
  }

  get against(): Way['against'] {
    if (this.oneSided) return 'make'
    if (this.violations.length > 0) return 'limit'
    return this.at.wrong ? 'sheet' : this.unmakeable !== null ? 'make' : null
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
      : this.at.wrong && !this.oneSided
        ? wrongSheet(this.brief, this.lot)
        : this.unmakeable
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
export function standIn(printer: Printer, paper: Paper, pairing: Pairing | null): MediaType {
  const here = standIns.get(printer) ?? new WeakMap<Paper, { pairing: Pairing | null; entry: MediaType }>()
  standIns.set(printer, here)
  const known = here.get(paper)
  if (known?.pairing === pairing) return known.entry
  const entry = nearestMediaType(printer, paper, pairing)
  here.set(paper, { pairing, entry })
  return entry
}

import type { CutPlan } from '../../sheet/cutting/cut-plan.ts'
import type { Loaded, Lot, Pairing, Paper } from '../../things/media/media.ts'
import type { FedSheet, Violation } from '../../things/paths/limits.ts'
import type { Path } from '../../things/paths/path.ts'
import type { Printer } from '../../things/printers/printer.ts'
import type { Cost } from './cost.ts'

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

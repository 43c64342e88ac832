import { CUT_SHORT, type CutPlan, planCut } from '../../sheet/cutting/cut-plan.ts'
import { squareMetres, type Um } from '../../things/length/length.ts'
import type { Lot, Paper } from '../../things/media/media.ts'
import { violations } from '../../things/paths/limits.ts'
import type { Path } from '../../things/paths/path.ts'
import type { Studio } from '../../things/studio/studio.ts'

/** A sheet, or a length of roll, to try something out on. */
export interface PractisePaper {
  paper: Paper
  lot: Lot
  /** How the size is got from a larger sheet, or null when it is in stock so. */
  cut: CutPlan | null
  /** Size of the piece, µm. */
  width: Um
  length: Um
  /** What it costs, in the studio's currency. */
  price: number
}

/** Two sizes are the same to a feeder when they differ by less, µm. */
const SAME: Um = 3000

const upright = (a: Um, b: Um) => ({ width: Math.min(a, b), length: Math.max(a, b) })

/** The piece of this lot to try the path with: of the size asked for if one is, otherwise as it is. Null when it does not go. */
function pieceOf(path: Path, lot: Lot, paper: Paper, size: { width: Um; length: Um } | null): PractisePaper | null {
  // Of a sample there are one or two sheets, which are there to be printed on for good.
  if (lot.stock <= 0 || lot.mark !== '') return null
  const piece = (width: Um, length: Um, cut: CutPlan | null): PractisePaper | null => {
    const as: Lot = cut ? { ...lot, form: 'sheet' } : lot
    if (violations(path, paper, as, { width, length }).length > 0) return null
    return { paper, lot, cut, width, length, price: squareMetres(width, length) * paper.pricePerSquareMetre }
  }
  const { measured } = lot
  if (lot.form === 'roll') {
    const direct = piece(measured.width, path.length.min, null)
    if (direct || !size) return direct
  }
  const sheet = upright(measured.width, measured.length)
  if (lot.form === 'sheet' && (!size || sameSize(sheet, size)))
    return piece(sheet.width, sheet.length, null) ?? piece(sheet.length, sheet.width, null)
  if (!size) return null
  const cut = planCut(lot, size, 1)
  return cut && (piece(cut.piece.width, cut.piece.length, cut) ?? piece(cut.piece.length, cut.piece.width, cut))
}

const sameSize = (a: { width: Um; length: Um }, b: { width: Um; length: Um }) => {
  const [one, other] = [upright(a.width, a.length), upright(b.width, b.length)]
  return Math.abs(one.width - other.width) <= SAME && Math.abs(one.length - other.length) <= SAME
}

/**
 * The cheapest piece in stock that goes through a path, of this size or cut to it (any size when null; of a roll a short
 * length), and cheaper than `below`. What need not be cut first wins a tie. Null when there is none.
 */
export function practisePaper(
  { lots, papers }: Pick<Studio, 'lots' | 'papers'>,
  path: Path,
  size: { width: Um; length: Um } | null,
  below = Number.POSITIVE_INFINITY,
): PractisePaper | null {
  const of = new Map(papers.map((paper) => [paper.id, paper]))
  let best: PractisePaper | null = null
  for (const lot of lots) {
    const paper = of.get(lot.paperId)
    // Of thousands of boxes most are dearer than what has been found, whatever comes of them.
    if (!paper || leastArea(path, lot, size) * paper.pricePerSquareMetre > (best?.price ?? below)) continue
    const piece = pieceOf(path, lot, paper, size)
    if (!piece || piece.price >= below) continue
    if (!best || piece.price < best.price || (piece.price === best.price && best.cut && !piece.cut)) best = piece
  }
  return best
}

/** No piece of this lot is smaller, m²: cut, it may come out so much shorter than was asked for. */
function leastArea(path: Path, { form, measured }: Lot, size: { width: Um; length: Um } | null): number {
  const asIt = squareMetres(measured.width, form === 'roll' ? path.length.min : measured.length)
  return size ? Math.min(asIt, squareMetres(size.width - CUT_SHORT, size.length - CUT_SHORT)) : asIt
}

import { aboutAmountOf } from '../../sheet/arrange/about.ts'
import { groundOf } from '../../sheet/arrange/ground.ts'
import { CUT_SHORT, type CutPlan, planCut } from '../../sheet/cutting/cut-plan.ts'
import { type Brief, togetherOf } from '../../things/brief/brief.ts'
import type { Um } from '../../things/length/length.ts'
import type { Lot, Paper } from '../../things/media/media.ts'
import { nameOf } from '../../things/sizes/named.ts'
import { madeOnce } from '../../things/studio/made-once.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { copiesIn, fixesSize, near } from './fed.ts'
import type { At } from './found.ts'
import { leastForCut, leastForLot } from './way-costs.ts'

/** Whether this lot answers the sheet asked for. */
function answers(brief: Brief, { form, nominal }: Lot): boolean {
  const { sheet } = brief
  if (!sheet) return true
  const { width, length } = sheet
  if (length === null) return form === 'roll' && width !== null && near(width, nominal.width)
  if (width === null) return form === 'roll' || near(length, nominal.length) || near(length, nominal.width)
  if (form === 'roll')
    return (
      near(width, nominal.width) ||
      near(length, nominal.width) ||
      (brief.items.every(fixesSize) && Math.min(width, length) <= nominal.width)
    )
  return (near(width, nominal.width) && near(length, nominal.length)) || (near(width, nominal.length) && near(length, nominal.width))
}

/** Sheets cut by hand with rule and knife differ by about this. Common practice. */
const HAND_CUT: Um = 500
export const cutId = ({ id }: Lot) => `${id}:cut`

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
    id: cutId(lot),
    form: 'sheet',
    pwg: nameOf(width, length)?.pwg ?? null,
    nominal: { width, length },
    measured: { width, length },
    spread: HAND_CUT,
    stock,
  }
  return { lot: made, cut }
}

/** A lot the sheet may come from, or what would be cut from it. */
export interface Source extends Pick<At, 'lot' | 'paper' | 'cut' | 'wrong'> {
  /** Where its paper stands among those of the studio. */
  paperAt: number
  /** Where it stands among all of them; what is cut from it comes after it. */
  order: number
  /** What a usable way costs at least for the lot. */
  least: number
}

/** What a sheet may come from, each kind in its order. */
export interface Sources {
  all: Source[]
  /** Lots that answer what was asked. */
  sheets: Source[]
  rolls: Source[]
  /** Lots that do not, from which sheets that do may be cut. */
  larger: Source[]
  /** What is cut from one, found when it is asked for. */
  cutFrom(source: Source): Source | null
  /** What a usable way costs at least for sheets that are cut from it. */
  leastCut(source: Source): number
}

/** Whether the asked sheet may be got from a lot, either way round. */
function isLarger({ sheet }: Brief, { form, measured: { width, length } }: Lot): boolean {
  if (sheet?.width == null || sheet.length === null) return false
  const [short, long] = [Math.min(sheet.width, sheet.length) - CUT_SHORT, Math.max(sheet.width, sheet.length) - CUT_SHORT]
  return form === 'roll' ? width >= short : Math.min(width, length) >= short && Math.max(width, length) >= long
}

const byPaper = (lots: readonly Lot[]): Map<string, Lot[]> => {
  const found = new Map<string, Lot[]>()
  for (const lot of lots) {
    const alike = found.get(lot.paperId)
    if (alike) alike.push(lot)
    else found.set(lot.paperId, [lot])
  }
  return found
}
const placesOf = (papers: readonly Paper[]) => new Map(papers.map(({ id }, at) => [id, at]))

/** The lots a job may be printed on. */
export function sourcesOf(brief: Brief, studio: Studio): Sources {
  const paperAt = madeOnce(studio.papers, 'places', placesOf)
  const ofPaper = madeOnce(studio.lots, 'by paper', byPaper)
  const copies = togetherOf(brief) ? null : copiesIn(brief)
  const found: Pick<Sources, 'all' | 'sheets' | 'rolls' | 'larger'> = { all: [], sheets: [], rolls: [], larger: [] }
  for (const lot of brief.paperId === null ? studio.lots : (ofPaper.get(brief.paperId) ?? [])) {
    // A sheet out of a sample pack is for trying that paper, and is taken only when it is asked for.
    if (brief.paperId === null && lot.mark !== '') continue
    const at = paperAt.get(lot.paperId)
    const paper = at === undefined ? undefined : studio.papers[at]
    if (at === undefined || !paper) continue
    const wrong = !answers(brief, lot)
    const least = leastForLot(lot, paper, copies)
    const source: Source = { lot, paper, paperAt: at, cut: null, wrong, order: 2 * found.all.length, least }
    found.all.push(source)
    if (wrong) {
      if (isLarger(brief, lot)) found.larger.push(source)
    } else found[lot.form === 'roll' ? 'rolls' : 'sheets'].push(source)
  }
  const made: (Source | null | undefined)[] = []
  return {
    ...found,
    cutFrom(source) {
      const known = made[source.order >> 1]
      if (known !== undefined) return known
      const piece = source.wrong && isLarger(brief, source.lot) ? cutDown(brief, source.lot) : null
      const from = piece && { ...source, ...piece, wrong: false, order: source.order + 1 }
      made[source.order >> 1] = from
      return from
    },
    leastCut: ({ paper }) => leastForCut(brief.sheet, paper, copies),
  }
}

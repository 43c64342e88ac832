import { z } from 'zod'
import type { CutPlan } from '../../sheet/cutting/cut-plan.ts'
import type { Layout } from '../../sheet/layout.ts'
import type { Brief } from '../../things/brief/brief.ts'
import { type Item, pictureIn } from '../../things/brief/item.ts'
import { squareMetres, type Um } from '../../things/length/length.ts'
import type { Loaded, Lot, Pairing, Paper } from '../../things/media/media.ts'
import { isRoll, kindOf } from '../../things/paths/kinds.ts'
import { capacityFor } from '../../things/paths/limits.ts'
import type { Path } from '../../things/paths/path.ts'
import { learntUse } from '../../things/printers/ink-meter.ts'
import type { MediaType, Printer, Quality } from '../../things/printers/printer.ts'
import { headSeconds } from './head.ts'
import { inkOf } from './ink.ts'

export const EstimatesSchema = z.object({
  /** Sheets, or cuts from the roll. */
  sheets: z.number(),
  /** Times the path has to be filled. */
  loads: z.number(),
  /** Seconds the head moves, all copies. */
  printingSeconds: z.number(),
  dryingMinutes: z.number(),
  /** Minutes to fill the path, all loads. */
  loadingMinutes: z.number().default(0),
  /** Minutes of hands beside that: what is changed over before, cut, folded or stretched after. */
  handsMinutes: z.number().default(0),
  /** Ink for all copies, millilitres. */
  inkMillilitres: z.number(),
  /** The same by ink. */
  inks: z.record(z.string(), z.number()).default({}),
  /** What that ink costs, in the studio's currency; null while no ink of the printer has a price. */
  inkPrice: z.number().nullable().default(null),
  /** Paper used, in the studio's currency. */
  paperPrice: z.number(),
  /** Micrometres of roll used; 0 for sheets. */
  rollLength: z.number(),
})
export type Estimates = z.infer<typeof EstimatesSchema>

/** Minutes to fill a path once: fetch the paper, set guides and panel. Common practice: three to five. */
const LOAD_MINUTES = 3
/**
 * Minutes of a pair of hands. Roll change three to five, an attachment two to fit and two to take off (handbook, “Judging
 * and keeping”); a cut, a fold, a canvas on its bars: common practice.
 */
const HANDS = { otherRoll: 4, attachment: 4, cutParent: 3, cutOff: 2, trim: 1.5, fold: 0.5, wrap: 20, confirm: 0.2 } as const

/** What the time of a job follows from. */
interface Timed {
  brief: Pick<Brief, 'make' | 'finished'>
  loaded: Loaded | null
  cut: CutPlan | null
  mediaType: MediaType
  gap: 'normal' | 'wide'
  page: { width: Um; length: Um }
  item: Pick<Item, 'copies'>
  printer: Printer
  paper: Paper
  lot: Lot
  path: Path
  quality: Quality
  pairing: Pairing | null
}

interface Input extends Timed {
  coat: 'off' | 'ink' | 'all'
  colourMode: { mode: 'colour' | 'grey' }
  item: Pick<Item, 'copies' | 'content'>
}

/** Minutes of hands beside loading: changed over before, confirmed between, finished after. */
function handsMinutes({ brief, item, printer, path, lot, loaded, cut, mediaType, gap }: Timed): number {
  const { swap, installed } = printer.black
  const swaps = swap !== null && installed !== 'both' && mediaType.black !== 'either' && mediaType.black !== installed
  const { make, finished } = brief
  const each =
    (finished ? HANDS.trim : 0) +
    (kindOf(path).cutByHand ? HANDS.cutOff : 0) +
    (make.as === 'folded-card' ? HANDS.fold : make.as === 'wrapped-canvas' ? HANDS.wrap : 0) +
    (gap === 'wide' && printer.confirmsWideGap ? HANDS.confirm : 0)
  return (
    (swaps ? swap.minutes : 0) +
    (isRoll(path) && loaded?.lotId && loaded.lotId !== lot.id ? HANDS.otherRoll : 0) +
    (path.attachment ? HANDS.attachment : 0) +
    (cut ? cut.parents * HANDS.cutParent : 0) +
    each * item.copies
  )
}

/** How long a job takes: filling the path, other hands, the head, drying. */
export function timesOf(of: Timed): Pick<Estimates, 'loads' | 'loadingMinutes' | 'handsMinutes' | 'printingSeconds' | 'dryingMinutes'> {
  const { item, paper, path, page, quality, pairing } = of
  const loads = isRoll(path) ? 1 : Math.ceil(item.copies / Math.max(1, capacityFor(path, paper.thickness)))
  return {
    loads,
    loadingMinutes: loads * LOAD_MINUTES,
    handsMinutes: handsMinutes(of),
    printingSeconds: headSeconds(page, quality) * item.copies,
    dryingMinutes: pairing?.dryingMinutes ?? paper.dryingMinutes ?? 30,
  }
}

type Times = ReturnType<typeof timesOf>
/** Minutes somebody has to be there for a job: hands, and the head at work. */
export const workMinutes = ({
  loadingMinutes,
  handsMinutes,
  printingSeconds,
}: Pick<Times, 'loadingMinutes' | 'handsMinutes' | 'printingSeconds'>) => loadingMinutes + handsMinutes + printingSeconds / 60

/** What inks (ml by ink, one copy) cost for all copies; those without a price count as the mean of those that have one. */
function priceOf({ inks }: Pick<Printer, 'inks'>, used: Readonly<Record<string, number>>, copies: number): number | null {
  const known = inks.flatMap((ink) => (ink.priceCents === null ? [] : [ink.priceCents / 100 / ink.capacity]))
  if (known.length === 0) return null
  const mean = known.reduce((a, b) => a + b, 0) / known.length
  const each = inks.map((ink) => (used[ink.id] ?? 0) * (ink.priceCents === null ? mean : ink.priceCents / 100 / ink.capacity))
  return each.reduce((a, b) => a + b, 0) * copies
}

/** Time, ink and paper a job takes. */
export function estimate(of: Input, layout: Layout): Estimates {
  const { item, paper, lot } = of
  const byClass = inkOf(of.printer, pictureIn(item)?.inked ?? null, layout.printed, {
    surface: of.mediaType.surface,
    coat: of.coat,
    greys: of.colourMode.mode === 'grey',
  })
  const inks = Object.fromEntries(of.printer.inks.map((ink) => [ink.id, (byClass[ink.id] ?? 0) * learntUse(ink.meter, ink.capacity)]))
  const sheet = squareMetres(layout.sheet.w, layout.sheet.h)
  return {
    ...timesOf(of),
    sheets: item.copies,
    inkMillilitres: Object.values(inks).reduce((a, b) => a + b, 0) * item.copies,
    inks: Object.fromEntries(Object.entries(inks).map(([id, ml]) => [id, ml * item.copies])),
    inkPrice: priceOf(of.printer, inks, item.copies),
    paperPrice: sheet * paper.pricePerSquareMetre * item.copies,
    rollLength: lot.form === 'roll' ? layout.sheet.h * item.copies : 0,
  }
}

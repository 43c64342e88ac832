import { z } from 'zod'
import type { CutPlan } from '../../sheet/cutting/cut-plan.ts'
import type { Form } from '../../sheet/form.ts'
import { type Brief, trimmedTo } from '../../things/brief/brief.ts'
import { pictureIn } from '../../things/brief/item.ts'
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
  /** Times every sheet goes through: the second side of a card is a pass of its own. */
  passes: z.number().int().min(1).default(1),
  /** Times the path has to be filled, in all passes. */
  loads: z.number(),
  /** Seconds the head moves, all copies, all passes. */
  printingSeconds: z.number(),
  /** After each pass. */
  dryingMinutes: z.number(),
  /** Minutes to fill the path, all loads. */
  loadingMinutes: z.number().default(0),
  /** Minutes of hands beside that: what is changed over before, cut, folded or stretched after. */
  handsMinutes: z.number().default(0),
  /** Ink for all copies, pictures of both sides, millilitres. */
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
  /** Sheets, or cuts from the roll. */
  sheets: number
  printer: Printer
  paper: Paper
  lot: Lot
  path: Path
  quality: Quality
  pairing: Pairing | null
}

/** What the ink of a sheet follows from. */
interface Inked {
  printer: Parameters<typeof inkOf>[0]
  mediaType: MediaType
  coat: 'off' | 'ink' | 'all'
  colourMode: { mode: 'colour' | 'grey' }
  brief: Pick<Brief, 'items'>
}

interface Input extends Timed, Inked {
  printer: Printer
  brief: Timed['brief'] & Inked['brief']
}

/** Times a sheet of this make goes through. */
const passesOf = ({ make }: Pick<Brief, 'make'>): number => (make.as === 'two-sided' ? 2 : 1)

/** Minutes of hands beside loading: changed over before, confirmed between, finished after. */
function handsMinutes({ brief, sheets, printer, path, lot, loaded, cut, mediaType, gap }: Timed): number {
  const { swap, installed } = printer.black
  const swaps = swap !== null && installed !== 'both' && mediaType.black !== 'either' && mediaType.black !== installed
  const { make } = brief
  const each =
    (trimmedTo(brief) ? HANDS.trim : 0) +
    (kindOf(path).cutByHand ? HANDS.cutOff : 0) +
    (make.as === 'folded-card' ? HANDS.fold : make.as === 'wrapped-canvas' ? HANDS.wrap : 0) +
    (gap === 'wide' && printer.confirmsWideGap ? HANDS.confirm * passesOf(brief) : 0)
  return (
    (swaps ? swap.minutes : 0) +
    (isRoll(path) && loaded?.lotId && loaded.lotId !== lot.id ? HANDS.otherRoll : 0) +
    (path.attachment ? HANDS.attachment : 0) +
    (cut ? cut.parents * HANDS.cutParent : 0) +
    each * sheets
  )
}

/** How long a job takes: filling the path, other hands, the head, drying. */
export function timesOf(
  of: Timed,
): Pick<Estimates, 'passes' | 'loads' | 'loadingMinutes' | 'handsMinutes' | 'printingSeconds' | 'dryingMinutes'> {
  const { sheets, paper, path, page, quality, pairing, brief } = of
  const passes = passesOf(brief)
  const loads = isRoll(path) ? 1 : passes * Math.ceil(sheets / Math.max(1, capacityFor(path, paper.thickness)))
  return {
    passes,
    loads,
    loadingMinutes: loads * LOAD_MINUTES,
    handsMinutes: handsMinutes(of),
    printingSeconds: headSeconds(page, quality) * sheets * passes,
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

/** What inks (ml by ink) cost; those without a price count as the mean of those that have one. */
export function inkPriceOf({ inks }: Pick<Printer, 'inks'>, used: Readonly<Record<string, number>>): number | null {
  const known = inks.flatMap((ink) => (ink.priceCents === null ? [] : [ink.priceCents / 100 / ink.capacity]))
  if (known.length === 0) return null
  const mean = known.reduce((a, b) => a + b, 0) / known.length
  const each = inks.map((ink) => (used[ink.id] ?? 0) * (ink.priceCents === null ? mean : ink.priceCents / 100 / ink.capacity))
  return each.reduce((a, b) => a + b, 0)
}

/** What one sheet of this form takes, millilitres by ink. */
export function inkOfSheet({ printer, mediaType, coat, colourMode, brief }: Inked, form: Pick<Form, 'placements'>): Record<string, number> {
  const items = new Map(brief.items.map((item) => [item.id, item]))
  const manner = { surface: mediaType.surface, coat, greys: colourMode.mode === 'grey' }
  const used: Record<string, number> = Object.fromEntries(printer.inks.map(({ id }) => [id, 0]))
  for (const { item, printed } of form.placements) {
    const known = items.get(item)
    const byClass = inkOf(printer, (known && pictureIn(known)?.inked) ?? null, printed, manner)
    for (const ink of printer.inks) used[ink.id] = (used[ink.id] ?? 0) + (byClass[ink.id] ?? 0) * learntUse(ink.meter, ink.capacity)
  }
  return used
}

/** Minutes a job dries: each pass by itself. */
export const dryingOf = ({ dryingMinutes, passes }: Pick<Estimates, 'dryingMinutes' | 'passes'>): number => dryingMinutes * passes

/** Seconds the head moves for one sheet of one pass. */
export const secondsOfSheet = ({ printingSeconds, sheets, passes }: Pick<Estimates, 'printingSeconds' | 'sheets' | 'passes'>): number =>
  printingSeconds / Math.max(1, sheets * passes)

/** Time, ink and paper a job takes. */
export function estimate(of: Input, forms: readonly Form[]): Estimates {
  const { sheets, paper, lot, printer } = of
  const inks: Record<string, number> = Object.fromEntries(printer.inks.map(({ id }) => [id, 0]))
  let area = 0
  for (const form of forms) {
    if (form.side === 'front') area += squareMetres(form.sheet.w, form.sheet.h) * form.count
    for (const [id, each] of Object.entries(inkOfSheet(of, form))) inks[id] = (inks[id] ?? 0) + each * form.count
  }
  const length = forms.find((form) => form.side === 'front')?.sheet.h ?? 0
  return {
    ...timesOf(of),
    sheets,
    inkMillilitres: Object.values(inks).reduce((a, b) => a + b, 0),
    inks,
    inkPrice: inkPriceOf(printer, inks),
    paperPrice: area * paper.pricePerSquareMetre,
    rollLength: lot.form === 'roll' ? length * sheets : 0,
  }
}

import type { Pins } from '../core/plate/decisions/registry.ts'
import { applyFix } from '../core/plate/resolve/apply-fix.ts'
import { layoutOf, type Plate } from '../core/plate/resolve/plate.ts'
import { resolve } from '../core/plate/resolve/resolve.ts'
import { picture } from '../core/testing/fixtures.ts'
import { type Brief, itemOf } from '../core/things/brief/brief.ts'
import { briefOf } from '../core/things/brief/brief-of.ts'
import { calibrate } from '../core/things/calibration/offset.ts'
import { mm } from '../core/things/length/length.ts'
import type { Lot } from '../core/things/media/media.ts'
import { isRoll } from '../core/things/paths/kinds.ts'
import { EDGES, type Path } from '../core/things/paths/path.ts'
import type { MediaType, Printer } from '../core/things/printers/printer.ts'
import { nameOf } from '../core/things/sizes/named.ts'
import type { Studio } from '../core/things/studio/studio.ts'
import { sheetsToLoad } from '../core/work/loading/put-in.ts'
import { realSheet } from '../simulator/demo-machines.ts'
import { feed } from '../simulator/machine/mechanics.ts'
import { natureOf } from '../simulator/machine/nature.ts'
import { passSheet } from '../simulator/machine/one-sheet.ts'

/** What a client wants: this paper, of this size, with this border or none. µm. */
export interface Wish {
  brief: Brief
  lot: Lot
  border: number | null
}

/** A first sheet about to be printed, however it was set up. */
export interface Attempt {
  printer: Printer
  path: Path
  lot: Lot
  /** Sheets put in, or µm of roll. */
  count: number
  told: { width: number; length: number }
  /** The picture on the page, from its leading left corner; µm. */
  ink: { left: number; top: number; right: number; bottom: number }
  borderless: boolean
  bleed: number
  media: MediaType
  gap: 'normal' | 'wide'
  /** Black in the head when it prints. */
  black: 'photo' | 'matte'
}

/** Differences of facing borders from which people see them, and the same over the length of one border. Common practice: 1 mm. */
const SEEN = mm(1)
/** A sliver, or a cut, that a loupe is not needed for. */
const VISIBLE_CUT = 150

/** Jobs over everything in stock: bordered and borderless, on sheets and rolls. */
export function wishes(studio: Studio, count: number, random: () => number): Wish[] {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  return Array.from({ length: count }, () => {
    const lot = pick(studio.lots)
    const borderless = random() < 0.3
    const border = borderless ? null : mm(12 + Math.floor(random() * 20))
    const length = lot.form === 'roll' ? mm(300 + Math.floor(random() * 900)) : lot.nominal.length
    const brief = briefOf({
      paperId: lot.paperId,
      picture: picture({ width: 6000, height: 4000 + Math.floor(random() * 3000) }),
      sheet: { width: lot.nominal.width, length, name: null },
      size: border === null ? { by: 'sheet', fill: true } : { by: 'border', border, foot: 1, exact: true },
      finish: borderless ? 'borderless' : 'bordered',
      copies: 1 + Math.floor(random() ** 3 * 12),
    })
    return { brief, lot, border }
  })
}

/** Driver defaults, nominal sizes, the first path that fits: how a hurried person prints. Null when nothing takes it. */
export function naive(studio: Studio, { brief, lot, border }: Wish): Attempt | null {
  const size = { width: lot.nominal.width, length: brief.sheet?.length ?? lot.nominal.length }
  for (const printer of studio.printers)
    for (const path of printer.paths) {
      if (isRoll(path) !== (lot.form === 'roll')) continue
      const fits =
        size.width <= path.width.max + 1000 &&
        size.width >= path.width.min &&
        size.length <= path.length.max &&
        size.length >= path.length.min
      const thickness = studio.papers.find((p) => p.id === lot.paperId)?.thickness ?? 0
      if (!fits || thickness > path.thickness.max * 1.35) continue
      const [media] = printer.mediaTypes as [MediaType]
      const bleed = border === null ? (printer.expansions[0]?.um ?? 0) : 0
      const inset = border ?? -bleed
      return {
        printer,
        path,
        lot,
        count: lot.form === 'roll' ? lot.stock : Math.min(lot.stock, itemOf(brief).copies),
        told: size,
        ink: { left: inset, top: inset, right: size.width - inset, bottom: size.length - inset },
        borderless: border === null,
        bleed,
        media,
        gap: media.platenGap,
        black: printer.black.installed === 'matte' ? 'matte' : printer.black.installed === 'photo' ? 'photo' : blackOf(media),
      }
    }
  return null
}

const coated = (surface: string) => surface === 'gloss' || surface === 'satin'
const blackOf = (media: MediaType) => (media.black === 'either' ? (coated(media.surface) ? 'photo' : 'matte') : media.black)

/** Times an operator follows what the findings offer. */
const FIXES = 6

/** The resolved plate, its findings answered with the fixes they offer; the guide followed. Says why when it is not printed. */
export function guided(studio: Studio, wish: Wish): { attempt: Attempt; plate: Plate } | { told: string } {
  let { brief } = wish
  let pins: Pins = {}
  let plate = resolve(brief, studio, pins)
  for (let i = 0; i < FIXES; i++) {
    const next = plate.findings.find(
      // Paper at the ends of a borderless print is for the client to accept.
      (f) =>
        f.fix &&
        f.fix.pins?.margins !== 'borderless-sides' &&
        (f.level === 'stop' || FOLLOWED.has(f.id.split(':')[0] ?? '')) &&
        !/^(Print \d)/.test(f.fix.label),
    )
    if (!next?.fix) break
    ;({ brief, pins } = applyFix({ brief, pins }, next.fix))
    plate = resolve(brief, studio, pins)
  }
  const { setup } = plate
  const layout = layoutOf(plate)
  const stop = plate.findings.find((f) => f.level === 'stop')
  if (stop || !setup || !layout) return { told: stop?.id ?? 'nothing decided' }
  // A stop whose fix gives the borderless wish up has told the client so.
  if (wish.brief.finish !== brief.finish) return { told: 'borderless-impossible' }
  // Paper that stays at an edge of a borderless wish is said in a finding before anything is fed, or it is a miss.
  const kept = wish.border === null && (setup.borderless === 'none' || EDGES.some((e) => layout.margins[e] > 0))
  if (kept && plate.findings.some((f) => f.id.startsWith('borderless-impossible') && f.level !== 'note'))
    return { told: 'borderless-impossible' }
  const attempt = attemptOf(plate, studio)
  return attempt ? { plate, attempt } : { told: 'nothing decided' }
}

/** The first sheet of a plate as it goes to the printer, the guide followed; null without a set-up. */
export function attemptOf(plate: Plate, studio: Studio): Attempt | null {
  const { setup } = plate
  const layout = layoutOf(plate)
  const printer = studio.printers.find((p) => p.id === setup?.printer.id)
  if (!setup || !layout || !printer) return null
  const { x, y } = layout.page
  const { picture: p } = layout
  return {
    printer,
    path: setup.path,
    lot: setup.lot,
    count: setup.lot.form === 'roll' ? setup.lot.stock : sheetsToLoad({ plate, path: setup.path, setup }),
    told: { width: setup.page.width, length: setup.page.length },
    ink: { left: p.x - x, top: p.y - y, right: p.x + p.w - x, bottom: p.y + p.h - y },
    borderless: setup.borderless !== 'none',
    bleed: setup.borderless === 'none' ? 0 : (setup.expansion?.um ?? 0),
    media: setup.mediaType,
    gap: setup.gap,
    black: blackOf(setup.mediaType),
  }
}
/** Warnings whose fix a careful operator presses; the others are weighed and left. */
const FOLLOWED = new Set([
  'borders-uneven',
  'expansion-small',
  'head-strike',
  'roll-end',
  'stack-too-high',
  'driver-quirk',
  'lot-differs',
  'borderless-impossible',
])

/** What three measured layout tests on every path teach, as the guide asks for where a path is new. */
export function practised(studio: Studio, random: () => number): Studio {
  const readings = studio.printers.flatMap((printer) =>
    printer.paths.flatMap((path) => {
      const lot = studio.lots.find(
        (l) => l.form === (isRoll(path) ? 'roll' : 'sheet') && l.nominal.width <= path.width.max && l.nominal.width >= path.width.min,
      )
      const real = realSheet(lot?.id ?? null)
      if (!real) return []
      const told = { width: real.width, length: real.form === 'roll' ? mm(500) : real.length }
      // A ruler reads tenths of a millimetre.
      const tenth = (um: number) => Math.round(um / 100) * 100
      return [1, 2, 3].map((runId) => {
        const { x, y } = feed(path, real, told, random)
        return { runId, printerId: printer.id, pathId: path.id, across: tenth(x), along: tenth(y), skewDegrees: null }
      })
    }),
  )
  return { ...studio, calibrations: calibrate(readings) }
}

/** Everything wrong with the first sheet of an attempt, as causes; none when it is right. */
export function firstSheet(
  { printer, path, lot, count, told, ink, borderless, bleed, media, gap, black }: Attempt,
  random: () => number,
): string[] {
  const real = realSheet(lot.id)
  if (!real) return ['no such lot']
  const wrong: string[] = []
  const refused = printer.quirks.some((q) => Math.abs(q.width - (q.kind === 'refused-width' ? told.width : told.length)) < 60)
  if (refused && !nameOf(told.width, told.length)) wrong.push('custom size refused')
  if (real.thickness > path.thickness.max * 1.1) wrong.push('too thick to be drawn in')
  const sensed =
    path.senses.size && real.form === 'sheet' && Math.abs(Math.min(real.width, real.length) - Math.min(told.width, told.length)) > 3000
  if (sensed) wrong.push('size refused by the sensor')
  const { travel, limits, strikes, askew } = passSheet({ path, real, count, told, borderless, bleed, gap, random })
  if (askew && natureOf(printer.id).findsSkew) travel.skew = 0
  const drawn = {
    left: Math.max(limits.left, ink.left) + travel.x,
    right: travel.width - (Math.min(limits.right, ink.right) + travel.x),
    top: Math.max(limits.top, ink.top) + travel.y,
    bottom: travel.length - (Math.min(limits.bottom, ink.bottom) + travel.y),
  }
  if (limits.enforced) wrong.push('margin enforced on a borderless page')
  else if (borderless) {
    for (const [edge, white] of Object.entries(drawn))
      if (white > 0) wrong.push(white > 2500 ? `${edge} edge not borderless` : `white sliver, ${edge}`)
  } else {
    const cut = Math.max(limits.left - ink.left, limits.top - ink.top, ink.right - limits.right, ink.bottom - limits.bottom)
    if (cut > VISIBLE_CUT) wrong.push('picture cut by the margin')
    if (Math.abs(drawn.left - drawn.right) > SEEN) wrong.push('off centre across')
    if (Math.abs(drawn.top - drawn.bottom) > SEEN) wrong.push('off centre along')
    const drift = (ink.bottom - ink.top) * Math.tan((Math.abs(travel.skew) * Math.PI) / 180)
    if (drift > SEEN) wrong.push(askew ? 'fed plainly askew' : 'skew seen along a border')
  }
  if (strikes > 0) wrong.push('head strike')
  if (coated(real.coating) !== coated(media.surface)) wrong.push('ink for another coating')
  if ((black === 'photo') !== coated(real.coating) && printer.inkSet.startsWith('pigment')) wrong.push('the other black')
  if (real.form === 'roll' && count < told.length) wrong.push('roll too short')
  return wrong
}

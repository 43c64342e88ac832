import type { Brief } from '../brief/brief.ts'
import type { Cost } from '../decisions/decision.ts'
import { type Um, writeLength } from '../length/length.ts'
import { lotSizeName } from '../media/lot-name.ts'
import type { Loaded, Lot, Pairing, Paper } from '../media/media.ts'
import { capacityFor, type FedSheet, type Violation, violations, violationText } from '../paths/limits.ts'
import { EDGES, isRoll, type Path } from '../paths/path.ts'
import type { MediaType, Printer } from '../printers/printer.ts'
import { TURNS } from '../sheet/layout.ts'
import { printSize } from '../sheet/placement.ts'
import { inset } from '../sheet/rect.ts'
import type { Studio } from '../studio/studio.ts'
import { pictureOf } from './context.ts'

/** One printer, one of its paths and one lot of paper: whether the sheet can go that way and what it would cost. */
export interface Way {
  printer: Printer
  path: Path
  lot: Lot
  paper: Paper
  pairing: Pairing | null
  loaded: Loaded | null
  fed: FedSheet
  violations: Violation[]
  /** Why it cannot be used, in words, or null. */
  ruledOut: string | null
  /** How far from usable: limits broken, and heavier, a sheet that was not asked for. */
  badness: number
  /** Empty for what cannot be used. */
  costs: Cost[]
  total: number
}

/** Two sizes count as the same sheet when both edges agree within this: lots vary by up to 1 mm, labels round. */
const SAME_SHEET: Um = 3000
/** Paper left at each end of a cut from roll when the brief names no sheet. */
const ROLL_END: Um = 10_000
const DEAD_MARGIN: Um = 10_000
/** A sheet nobody asked for is worse than one the path does not like: the brief is the client's. */
const WRONG_SHEET = 4

const near = (a: Um, b: Um) => Math.abs(a - b) <= SAME_SHEET

/** How long a piece to cut from a roll of this width, µm. */
function cutLength(brief: Brief, path: Path, width: Um): Um {
  const { sheet, size } = brief
  if (sheet) return near(sheet.width, width) ? sheet.length : near(sheet.length, width) ? sheet.width : Math.max(sheet.width, sheet.length)
  const picture = pictureOf(brief)
  const ends = Math.max(ROLL_END, path.margins.leading) + Math.max(ROLL_END, path.margins.trailing)
  const room = { x: 0, y: 0, w: width, h: path.length.max }
  const across = size.by === 'picture' ? width - path.margins.left - path.margins.right : 0
  const lengths = TURNS.slice(0, 2).map((turn) => {
    if (size.by === 'picture') {
      const p = printSize(brief, picture, turn, { sheet: room, printable: room, borderless: false })
      return p.w <= across ? p.h : Number.POSITIVE_INFINITY
    }
    const border = size.by === 'border' ? size.border : path.margins.left
    const shape = turn === 0 ? picture.height / picture.width : picture.width / picture.height
    return (width - 2 * border) * shape + (size.by === 'border' ? 2 * border - ends : 0)
  })
  const best = Math.min(...lengths)
  return Math.round(Number.isFinite(best) ? best + ends : path.length.min)
}

/** The sheet in the feed frame: short edge first unless only the long edge goes. */
function feed(brief: Brief, path: Path, paper: Paper, lot: Lot): FedSheet {
  const { width, length } = lot.measured
  if (lot.form === 'roll') return { width, length: cutLength(brief, path, width) }
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
  const edges = [sheet.width, sheet.length]
  if (lot.form === 'roll')
    return edges.some((e) => near(e, nominal.width)) || (brief.size.by === 'picture' && edges.some((e) => e <= nominal.width))
      ? null
      : `The roll is ${writeLength(nominal.width, unit)} wide; neither edge of the sheet asked for is.`
  const fits =
    (near(sheet.width, nominal.width) && near(sheet.length, nominal.length)) ||
    (near(sheet.width, nominal.length) && near(sheet.length, nominal.width))
  return fits ? null : `This lot is ${lotSizeName(lot, unit)}, another size than the sheet asked for.`
}

/** The media type that stands in for this paper: the pairing's, else the nearest by surface and weight. */
export function nearestMediaType(printer: Printer, paper: Paper, pairing: Pairing | null): MediaType {
  const known = printer.mediaTypes.find((m) => m.id === pairing?.mediaTypeId)
  if (known) return known
  const distance = (m: MediaType) =>
    (m.surface === paper.surface ? 0 : 100) +
    (paper.weight < m.weight.min ? m.weight.min - paper.weight : Math.max(0, paper.weight - m.weight.max)) / 10
  return printer.mediaTypes.reduce((best, m) => (distance(m) < distance(best) ? m : best))
}

/** Edges of this sheet that the path can print past. */
export function borderlessEdges(path: Path, lot: Lot, custom: boolean): readonly (typeof EDGES)[number][] {
  if (!path.borderless) return []
  if (path.borderless.sizes === 'any') return path.borderless.edges
  return !custom && lot.pwg !== null && path.borderless.sizes.includes(lot.pwg) ? path.borderless.edges : []
}

/** Whether the picture at the size asked for stays within the printable area in some turn; how far over in µm if not. */
function overhang(brief: Brief, path: Path, fed: FedSheet): Um {
  if (brief.size.by !== 'picture') return 0
  const sheet = { x: 0, y: 0, w: fed.width, h: fed.length }
  const room = brief.finish === 'borderless' ? sheet : inset(sheet, path.margins)
  const over = TURNS.slice(0, 2).map((turn) => {
    const p = printSize(brief, pictureOf(brief), turn, { sheet, printable: room, borderless: false })
    return Math.max(0, p.w - room.w) + Math.max(0, p.h - room.h)
  })
  return Math.min(...over)
}

function costsOf(way: Way, brief: Brief, mediaType: MediaType, profiled: boolean): Cost[] {
  const { printer, path, lot, paper, pairing, loaded, fed } = way
  const costs: Cost[] = []
  const add = (when: boolean, points: number, says: () => string) => {
    if (when) costs.push({ points, says: says() })
  }
  add(loaded?.lotId !== lot.id, 4, () => (loaded?.lotId ? 'another paper is in this path: change it' : 'not loaded yet'))
  add(pairing === null, 15, () => 'this paper has never been printed here')
  add(pairing !== null && pairing.bad > pairing.good, 10, () => `more bad prints (${pairing?.bad}) than good (${pairing?.good}) here`)
  add(pairing !== null && pairing.pathId !== null && pairing.pathId !== path.id, 8, () => 'proven on another path')
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
    const dead = EDGES.filter((e) => path.margins[e] >= DEAD_MARGIN)
    add(
      dead.length > 0,
      dead.reduce((sum, e) => sum + path.margins[e] / 4000, 0),
      () => dead.map((e) => `loses ${writeLength(path.margins[e], brief.unit)} at the ${e} edge`).join(', '),
    )
  }
  const over = overhang(brief, path, fed)
  add(over > 0, 30 + over / 1000, () => `${writeLength(over, brief.unit)} of the picture does not fit`)
  const holds = capacityFor(path, paper.thickness)
  const loads = isRoll(path) ? 1 : Math.ceil(brief.copies / Math.max(1, holds))
  add(loads > 1, (loads - 1) * 2, () => `${loads} loads of ${holds}`)
  const quality = printer.qualities.find((q) => q.id === pairing?.qualityId) ?? printer.qualities[0]
  const squareMetres = (fed.width * fed.length) / 1e12
  const minutes = (squareMetres * brief.copies * (quality?.secondsPerSquareMetre ?? 0)) / 60
  add(minutes >= 1, minutes * 0.1, () => `prints for ${Math.round(minutes)} min`)
  const enough = lot.form === 'roll' ? lot.stock >= fed.length * brief.copies : lot.stock >= brief.copies
  add(!enough, 25, () => 'not enough of this lot')
  const price = squareMetres * paper.pricePerSquareMetre * brief.copies
  add(price >= 0.5, price * 0.2, () => `${price.toFixed(2)} of paper`)
  return costs
}

/** All ways through the studio for a brief, best first. Linear in printers × paths × lots of the paper asked for. */
export function waysFor(brief: Brief, studio: Studio): Way[] {
  const papers = new Map(studio.papers.map((p) => [p.id, p]))
  const lots = studio.lots.filter((l) => brief.paperId === null || l.paperId === brief.paperId)
  const pairings = new Map(studio.pairings.map((p) => [`${p.printerId} ${p.paperId}`, p]))
  const loadedIn = new Map(studio.loaded.map((l) => [`${l.printerId} ${l.pathId}`, l]))
  const profiled = new Set(studio.profiles.map((p) => `${p.boundTo?.printerId} ${p.boundTo?.paperId}`))
  const usable: Way[] = []
  const unusable: Way[] = []
  for (const printer of studio.printers) {
    const loads = printer.paths.map((path) => loadedIn.get(`${printer.id} ${path.id}`) ?? null)
    for (const lot of lots) {
      const paper = papers.get(lot.paperId)
      if (!paper) continue
      const key = `${printer.id} ${paper.id}`
      const pairing = pairings.get(key) ?? null
      const wrong = wrongSheet(brief, lot)
      let mediaType: MediaType | null = null
      for (const [i, path] of printer.paths.entries()) {
        const fed = feed(brief, path, paper, lot)
        const broken = violations(path, paper, lot, fed)
        const first = broken[0]
        const way: Way = {
          printer,
          path,
          lot,
          paper,
          pairing,
          loaded: loads[i] ?? null,
          fed,
          violations: broken,
          ruledOut: first ? violationText(path, first, brief.unit) : wrong,
          badness: broken.length + (wrong === null ? 0 : WRONG_SHEET),
          costs: [],
          total: 0,
        }
        // What cannot be used is explained by its reason; pricing it would only cost time.
        if (way.badness > 0) {
          unusable.push(way)
          continue
        }
        mediaType ??= nearestMediaType(printer, paper, pairing)
        way.costs = costsOf(way, brief, mediaType, profiled.has(key))
        for (const cost of way.costs) way.total += cost.points
        usable.push(way)
      }
    }
  }
  return [...usable.sort((a, b) => a.total - b.total), ...unusable.sort((a, b) => a.badness - b.badness)]
}

import { aboutAmountOf } from '../../sheet/arrange/about.ts'
import { CUT_SHORT } from '../../sheet/cutting/cut-plan.ts'
import type { Brief } from '../../things/brief/brief.ts'
import type { Lot, Pairing, Paper } from '../../things/media/media.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { sizeGoes } from '../../things/paths/limits.ts'
import type { Path } from '../../things/paths/path.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { type At, Found, standIn, tryOut, WRONG_SHEET } from './found.ts'
import { type Known, knownOn } from './known.ts'
import { Nearest } from './nearest.ts'
import { cutId, type Source, type Sources, sourcesOf } from './sources.ts'
import type { Way } from './way.ts'
import { leastForEdges, leastForEntry, NOT_LOADED } from './way-costs.ts'

/** Of what can be used through one path, and of what cannot, so many are kept: no list shows more. */
const MOST = 64

const latest = new WeakMap<Studio, { brief: Brief; kept: string | undefined; ways: Way[] }>()

/**
 * The ways through the studio for a brief, best first: of each path the best of those that can be used, and where those are few the
 * nearest of those that cannot. Of a lot that is the best of any path, or that is asked for, all are there. Found once for a brief
 * and a studio, whatever else is pinned.
 * @param kept the lot whose ways are all kept, usable or not
 */
export function waysFor(brief: Brief, studio: Studio, kept?: string): Way[] {
  const known = latest.get(studio)
  if (known?.brief === brief && known.kept === kept) return known.ways
  const ways = findWays(brief, studio, kept)
  latest.set(studio, { brief, kept, ways })
  return ways
}

/** A path of a printer as ways are looked for through it. */
interface Place extends Pick<At, 'printer' | 'path' | 'loaded'> {
  rolls: boolean
  /** Whether sheets that are cut to what was asked may go there. */
  cuts: boolean
  /** Its place among the paths of the printer. */
  i: number
  known(paper: Paper, at: number): Known
  orderOf(source: Source): number
}

function placesIn(brief: Brief, studio: Studio, count: number): Place[] {
  const loadedIn = new Map(studio.loaded.map((l) => [`${l.printerId} ${l.pathId}`, l]))
  const { sheet } = brief
  const most = Math.max(1, ...studio.printers.map(({ paths }) => paths.length))
  return studio.printers.flatMap((printer, p) => {
    const known = knownOn(brief, studio, printer)
    return printer.paths.map((path, i) => ({
      printer,
      path,
      loaded: loadedIn.get(`${printer.id} ${path.id}`) ?? null,
      rolls: isRoll(path),
      cuts: !isRoll(path) && sheet?.width != null && sheet.length !== null && sizeGoes(path, sheet.width, sheet.length, CUT_SHORT),
      i,
      known,
      // As if each printer were asked for each source, and that for each path.
      orderOf: ({ order }: Source) => (p * 2 * count + order) * most + i,
    }))
  })
}

/** Whether a sheet of a lot keeps the path's limits of size; of a roll as much is taken as goes. */
const goesBySize = (path: Path, { form, measured }: Lot) => form === 'roll' || sizeGoes(path, measured.width, measured.length)

/**
 * Linear in printers × paths × lots of the paper asked for; but what cannot be among the best, by what it costs or breaks at
 * least, is passed over before it is worked out.
 */
function findWays(brief: Brief, studio: Studio, kept: string | undefined): Way[] {
  const sources = sourcesOf(brief, studio)
  const places = placesIn(brief, studio, sources.all.length)
  const tryAt = ({ printer, path, loaded, known }: Place, { lot, paper, paperAt, cut, wrong }: Source): Found => {
    const { pairing, profiled } = known(paper, paperAt)
    const at = { printer, path, lot, paper, pairing, loaded, cut, wrong, profiled }
    return new Found(brief, at, tryOut(brief, at, aboutAmountOf), aboutAmountOf)
  }
  const found = new Map<number, Found>()
  const best = new Set<string>()
  for (const place of places) {
    const can = bestAt(brief, place, sources, (source) => tryAt(place, source))
    for (const { order, what } of can.list()) found.set(order, what)
    const [first] = can.list()
    if (first) best.add(first.what.lot.id)
    if (can.full) continue
    const cannot = nearestAt(place, sources, (source) => (found.has(place.orderOf(source)) ? null : tryAt(place, source)))
    for (const { order, what } of cannot.list()) found.set(order, what)
  }
  // Of what is best anywhere it is asked where else it goes.
  const asked = (id: string) => best.has(id) || id === kept
  for (const source of sources.all) {
    const cut = source.wrong && asked(cutId(source.lot)) ? sources.cutFrom(source) : null
    for (const one of [asked(source.lot.id) ? source : null, cut])
      for (const place of one ? places : []) {
        const order = place.orderOf(one as Source)
        if (!found.has(order)) found.set(order, tryAt(place, one as Source))
      }
  }
  return [...found].sort(([one, a], [other, b]) => a.badness - b.badness || a.total - b.total || one - other).map(([, way]) => way)
}

/** The best of what can be used on a path. */
function bestAt(brief: Brief, place: Place, sources: Sources, tryHere: (source: Source) => Found): Nearest<Found> {
  const can = new Nearest<Found>(MOST)
  const { printer, path, rolls, cuts, i, known, loaded, orderOf } = place
  /** First by what is seen at once, then by what has to be looked for. */
  const wants = (source: Source, points: number, pairing: Pairing | null): boolean => {
    const order = orderOf(source)
    if (!can.wants(points, order)) return false
    const { lot, paper } = source
    const more = leastForEdges(brief, path, lot) + leastForEntry(printer, standIn(printer, paper, pairing), paper)
    return can.wants(points + more, order)
  }
  const show = (source: Source) => {
    const way = tryHere(source)
    if (way.badness === 0) can.show(way.total, orderOf(source), way)
  }
  for (const source of rolls ? sources.rolls : sources.sheets) {
    const { bad, least, pairing } = known(source.paper, source.paperAt)
    if (bad[i] !== 0) continue
    const points = source.least + (least[i] as number) + (loaded?.lotId === source.lot.id ? 0 : NOT_LOADED)
    if (wants(source, points, pairing) && goesBySize(path, source.lot)) show(source)
  }
  for (const source of cuts ? sources.larger : []) {
    const { bad, least, pairing } = known(source.paper, source.paperAt)
    if (bad[i] !== 0) continue
    const points = sources.leastCut(source) + (least[i] as number) + NOT_LOADED
    const cut = wants(source, points, pairing) ? sources.cutFrom(source) : null
    if (cut) show(cut)
  }
  return can
}

/** Of what cannot be used on a path the nearest. */
function nearestAt(place: Place, sources: Sources, tryHere: (source: Source) => Found | null): Nearest<Found> {
  const cannot = new Nearest<Found>(MOST)
  const { path, rolls, cuts, i, known, orderOf } = place
  const show = (source: Source | null) => {
    const way = source && tryHere(source)
    if (way && way.badness > 0) cannot.show(way.badness, orderOf(source), way)
  }
  for (const source of sources.all) {
    // Nothing is nearer than by one limit.
    if (!cannot.wants(1, orderOf(source))) break
    const bad = known(source.paper, source.paperAt).bad[i] as number
    const form = (source.lot.form === 'roll') !== rolls
    const broken = bad + (form || !goesBySize(path, source.lot) ? 1 : 0)
    if (cannot.wants(Math.max(1, broken + (source.wrong ? WRONG_SHEET : 0)), orderOf(source))) show(source)
    if (source.wrong && cannot.wants(Math.max(1, bad + (cuts ? 0 : 1)), orderOf(source))) show(sources.cutFrom(source))
  }
  return cannot
}

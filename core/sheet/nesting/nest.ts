import type { Um } from '../../things/length/length.ts'
import { EXACT_UP_TO, shortestStraight } from './exact.ts'
import { apart, type Block, joined } from './joined.ts'
import { type Laid, lengthOf, type Nest, type Piece, waysToLie } from './piece.ts'
import { layShelves } from './shelves.ts'
import { laySkyline } from './skyline.ts'
import { layStraight, SPLITS } from './straight.ts'

/** Straight: each cut goes right across what it divides. Free: with a knife. */
export type Cuts = 'straight' | 'free'

export interface NestOptions {
  cuts: Cuts
  /** Paper between two pieces, µm. */
  gap: Um
  /** How many orders of the pieces are tried beside the usual ones; 0 is quick. The result depends on nothing else. */
  effort?: number
  /** Told after each order with the best so far; answering false stops. */
  onTried?: ((best: Um, tried: number, of: number) => boolean) | undefined
}

const area = ({ w, h }: { w: Um; h: Um }) => w * h
const longer = ({ w, h }: Piece) => Math.max(w, h)
const shorter = ({ w, h }: Piece) => Math.min(w, h)

/** The usual orders: largest first, by area, longer side, shorter side, or both together. */
const ORDERS: readonly ((a: Piece, b: Piece) => number)[] = [
  (a, b) => area(b) - area(a),
  (a, b) => longer(b) - longer(a) || shorter(b) - shorter(a),
  (a, b) => shorter(b) - shorter(a) || longer(b) - longer(a),
  (a, b) => b.w + b.h - a.w - a.h,
]

/** Repeatable luck (Lehmer, modulus 2³¹ − 1): the same pieces are always laid the same. */
function luck(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
}

/** The usual orders, then ones in which neighbours by size have changed places. */
function* ordersOf<P extends Piece>(pieces: readonly P[], effort: number): Generator<P[]> {
  for (const order of ORDERS) yield [...pieces].sort(order)
  const random = luck(20_261)
  for (let n = 0; n < effort; n++) {
    const spread = 0.1 + random() * 0.6
    const by = ORDERS[n % ORDERS.length] as (typeof ORDERS)[number]
    const sorted = [...pieces].sort(by)
    const rank = new Map(sorted.map((piece, i) => [piece, i + (random() - 0.5) * spread * sorted.length]))
    yield sorted.sort((a, b) => (rank.get(a) as number) - (rank.get(b) as number))
  }
}

const widened = (piece: Piece, gap: Um): Piece => ({ ...piece, w: piece.w + gap, h: piece.h + gap })

/** Lays pieces that were widened by the gap, the pieces as they were. */
const narrowed = (laid: readonly Laid[], of: ReadonlyMap<Piece, Piece>, gap: Um): Laid[] =>
  laid.map((one) => ({ ...one, piece: of.get(one.piece) as Piece, w: one.w - gap, h: one.h - gap }))

/** Lays all pieces into a stretch no longer than this with straight cuts; null where no way was found. */
function straightWithin<P extends Piece>(order: readonly P[], w: Um, h: Um): Laid<P>[] | null {
  for (const split of SPLITS) {
    const { laid, left } = layStraight(order, { w, h }, split, true)
    if (left.length === 0) return laid
  }
  return null
}

/** How much shorter a stretch has to be to be worth another try. */
const SHORTER = 0.99

/**
 * The shortest stretch of this width that was found for all pieces. With straight cuts and few pieces none is shorter;
 * otherwise the best of many orders. Null where a piece is wider than the stretch.
 */
export function nestStretch(pieces: readonly Piece[], width: Um, { cuts, gap, effort = 0, onTried }: NestOptions): Nest | null {
  const wide = pieces.map((piece) => widened(piece, gap))
  const of = new Map(wide.map((piece, i) => [piece, pieces[i] as Piece]))
  const w = width + gap
  const done = (laid: readonly Laid[]): Nest => {
    const own = narrowed(laid, of, gap)
    return { laid: own, length: lengthOf(own) }
  }
  if (wide.some((piece) => waysToLie(piece).every((way) => way.w > w))) return null
  const least = wide.reduce((sum, piece) => sum + area(piece), 0) / w
  const found: Nest[] = []
  const shortest = () => found.at(-1)?.length ?? Number.POSITIVE_INFINITY
  const offer = (laid: Laid[] | null) => {
    if (laid && lengthOf(laid) < shortest()) found.push({ laid, length: lengthOf(laid) })
  }
  const orders = 2 * ORDERS.length + effort
  let tried = 0
  /** Lays one order every way there is; false when nothing better is to be had. */
  const attempt = <P extends Piece>(order: readonly P[], plain: (laid: Laid<P>[]) => Laid[]): boolean => {
    const stretches = [cuts === 'free' ? laySkyline(order, w) : null, layShelves(order, w)]
    for (const nest of stretches) offer(nest && plain(nest.laid))
    for (let laid: Laid<P>[] | null = []; laid && shortest() * SHORTER >= least; ) {
      laid = straightWithin(order, w, Math.floor(shortest() * SHORTER))
      if (laid) offer(plain(laid))
    }
    tried++
    return onTried?.(shortest() - gap, tried, orders) !== false && shortest() > least + 1
  }
  const blocks = joined(wide, w)
  const going = [...ordersOf(blocks, 0)].every((order) => attempt<Block>(order, apart))
  if (going && wide.length <= EXACT_UP_TO) offer(shortestStraight(wide, w, shortest())?.laid ?? null)
  if (going && (cuts === 'free' || wide.length > EXACT_UP_TO))
    for (const order of ordersOf(wide, effort)) if (!attempt(order, (laid) => laid)) break
  const best = found.at(-1)
  return best ? done(best.laid) : null
}

/** Pieces of one kind, and how many. */
export interface Wanted extends Piece {
  count: number
}

/** One way of laying a sheet, and how many sheets are laid so. */
export interface LaidSheet {
  laid: Laid[]
  count: number
}

/** The fullest sheet that was found for these: by area, with what is still needed of each kind. */
function fullest(pieces: readonly Piece[], sheet: { w: Um; h: Um }, cuts: Cuts, effort: number): Laid[] {
  let best: Laid[] = []
  let most = 0
  const offer = (laid: Laid[]) => {
    const covered = laid.reduce((sum, one) => sum + area(one), 0)
    if (covered > most + 0.5) {
      most = covered
      best = laid
    }
  }
  for (const order of ordersOf(pieces, effort)) {
    for (const split of SPLITS) offer(layStraight(order, sheet, split).laid)
    if (cuts === 'free') offer((laySkyline(order, sheet.w)?.laid ?? []).filter((one) => one.y + one.h <= sheet.h))
  }
  return best
}

/**
 * Lays pieces onto as few sheets as were found: the fullest first, as often as it can be repeated. Where all go on one
 * sheet they lie on a stretch as short as `nestStretch` finds, so that the same pieces lie the same on a roll of that length.
 * @returns the sheets, and what is larger than a sheet
 */
export function nestSheets(
  wanted: readonly Wanted[],
  sheet: { w: Um; h: Um },
  options: NestOptions,
): { sheets: LaidSheet[]; left: Wanted[] } {
  const { cuts, gap, effort = 0 } = options
  const big = { w: sheet.w + gap, h: sheet.h + gap }
  const fits = (piece: Piece) => waysToLie(widened(piece, gap)).some((way) => way.w <= big.w && way.h <= big.h)
  const left = wanted.filter((piece) => piece.count > 0 && !fits(piece))
  const todo = wanted.filter((piece) => piece.count > 0 && fits(piece)).map((piece) => ({ piece, count: piece.count }))
  const sheets: LaidSheet[] = []
  while (todo.length > 0) {
    // More of a kind than a sheet could hold by its area need not be tried.
    const each = todo.flatMap((one) => {
      const most = Math.max(1, Math.floor(area(big) / area(widened(one.piece, gap))))
      return Array.from({ length: Math.min(one.count, most) }, () => one)
    })
    const all = todo.reduce((sum, { count }) => sum + count, 0)
    const pieces = each.map(({ piece }): Piece => ({ id: piece.id, w: piece.w, h: piece.h, turns: piece.turns }))
    // What covers more than the sheet need not be tried on one.
    const covered = pieces.reduce((sum, piece) => sum + area(widened(piece, gap)), 0)
    const stretch = each.length === all && covered <= area(big) ? nestStretch(pieces, sheet.w, options) : null
    if (stretch && stretch.length <= sheet.h) {
      sheets.push({ laid: stretch.laid, count: 1 })
      return { sheets, left }
    }
    const wide = pieces.map((piece) => widened(piece, gap))
    const of = new Map(wide.map((piece, i) => [piece, pieces[i] as Piece]))
    const kind = new Map(pieces.map((piece, i) => [piece, each[i] as (typeof todo)[number]]))
    const laid = narrowed(fullest(wide, big, cuts, effort), of, gap)
    const used = new Map<(typeof todo)[number], number>()
    for (const one of laid) {
      const of = kind.get(one.piece) as (typeof todo)[number]
      used.set(of, (used.get(of) ?? 0) + 1)
    }
    const count = Math.min(...[...used].map(([one, n]) => Math.floor(one.count / n)))
    sheets.push({ laid, count })
    for (const [one, n] of used) one.count -= n * count
    for (let i = todo.length - 1; i >= 0; i--) if ((todo[i] as (typeof todo)[number]).count === 0) todo.splice(i, 1)
  }
  return { sheets, left }
}

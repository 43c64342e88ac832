import { MAX_PIECES, type Sizes } from '../../things/brief/arrangement.ts'
import { type Item, pictureOf } from '../../things/brief/item.ts'
import { isSideways, pictureEdge, type Turn } from '../../things/brief/turn.ts'
import type { Um } from '../../things/length/length.ts'
import { type Edges, edgesOf } from '../../things/paths/path.ts'
import { type LaidSheet, type NestOptions, nestSheets, type Wanted } from '../nesting/nest.ts'
import { lengthOf, type Laid as Nested } from '../nesting/piece.ts'
import { ownSize, type PrintSize } from '../placement.ts'
import { inset } from '../rect.ts'
import type { Arranged, Ground, Laid, LeftOut } from './arranged.ts'
import { CAPTION_HEIGHT } from './grid.ts'
import { withBleed } from './into.ts'

const quarter = (turn: Turn): Turn => ((turn + 90) % 360) as Turn

/** Items at their own sizes on as few sheets as are found. What stands under a picture is cut off with it. */
export function arrangeSizes(
  { cuts, turn, gutter, bleed, captions, keep }: Sizes,
  items: readonly Item[],
  ground: Ground,
  search: Pick<NestOptions, 'effort'> = {},
): Arranged {
  const pieces = items.reduce((sum, { copies }) => sum + copies, 0)
  const foot = captions === 'none' ? 0 : CAPTION_HEIGHT
  const sizes = new Map(items.map((item): [string, { item: Item; lies: Turn; size: PrintSize }] => [item.id, sized(item)]))
  if (pieces > MAX_PIECES)
    return {
      sheets: [],
      left: items.map((item): LeftOut => ({ item, copies: item.copies, why: 'pieces' })),
      block: { w: ground.w, h: ground.open ? 0 : ground.h, at: null },
      cells: null,
    }
  const wanted = items.map((item): Wanted => {
    const { size, lies } = sizes.get(item.id) as ReturnType<typeof sized>
    const beside = besideOf({ bleed, captions }, item, lies)
    return { id: item.id, w: size.w + beside.w, h: size.h + beside.h, turns: mayTurn({ turn, captions }, item), count: item.copies }
  })
  const options = { cuts, gap: Math.max(0, gutter - 2 * bleed), ...search }
  const nested = groupsOf(items, keep).map((group) => {
    const own = new Set(group.map(({ id }) => id))
    return nestSheets(
      wanted.filter(({ id }) => own.has(id)),
      ground,
      options,
    )
  })
  const left = nested.flatMap((one) => one.left)
  const sheets = ground.open
    ? inStretches(
        nested.flatMap((one) => one.sheets),
        ground.h,
        options.gap,
      )
    : nested.flatMap((one) => one.sheets)
  const lay = ({ piece, x, y, w, h, turned }: Nested): Laid => {
    const { item, lies, size } = sizes.get(piece.id) as ReturnType<typeof sized>
    const as = turned ? quarter(lies) : lies
    const trim = { x: x + bleed, y: y + bleed, w: w - 2 * bleed, h: h - 2 * bleed - foot }
    // What has white of its own around it is not printed past where it is trimmed.
    const bled = bleed > 0 && !item.white ? withBleed(item, trim, as, bleed) : { picture: inset(trim, whiteAt(item, as)), crop: size.crop }
    return { item, trim, turn: as, caption: foot > 0 ? { x, y: y + h - foot, w, h: foot } : null, ...bled }
  }
  const laid = sheets.map((sheet) => ({ laid: sheet.laid.map(lay), count: sheet.count }))
  const all = sheets.flatMap((sheet) => sheet.laid)
  return {
    sheets: laid,
    left: left.map(
      (piece): LeftOut => ({ item: (sizes.get(piece.id) as ReturnType<typeof sized>).item, copies: piece.count, why: 'size' }),
    ),
    block: { w: Math.max(0, ...all.map((one) => one.x + one.w)), h: Math.max(0, ...all.map((one) => one.y + one.h)), at: null },
    cells: null,
  }
}

/** What a picture takes beside its own size as it lies: bleed, its own white, a caption. µm. */
function besideOf({ bleed, captions }: Pick<Sizes, 'bleed' | 'captions'>, item: Item, lies: Turn): { w: Um; h: Um } {
  const white = whiteAt(item, lies)
  const foot = captions === 'none' ? 0 : CAPTION_HEIGHT
  return { w: white.left + white.right + 2 * bleed, h: white.leading + white.trailing + 2 * bleed + foot }
}

/** A caption stands under a picture as it is read: with one, pieces are not turned. */
const mayTurn = ({ turn, captions }: Pick<Sizes, 'turn' | 'captions'>, item: Item): boolean =>
  turn && item.turn === null && captions === 'none'

/** The room for one picture by itself as it lies, and how wide it may be at most, upright and of its own shape. µm. */
export function roomOf(sizes: Sizes, item: Item, ground: Ground): { w: Um; h: Um; widest: Um } {
  const lies = item.turn ?? 0
  const beside = besideOf(sizes, item, lies)
  const room = { w: ground.w - beside.w, h: ground.h - beside.h }
  const { w, h } = ownSize(item, pictureOf(item))
  const widest = (across: Um, along: Um) => Math.min(across, (along * w) / h)
  const as = isSideways(lies) ? widest(room.h, room.w) : widest(room.w, room.h)
  return { ...room, widest: mayTurn(sizes, item) ? Math.max(as, widest(ground.h - beside.w, ground.w - beside.h)) : as }
}

/** Items that may lie among each other, in the order in which they are printed. */
function groupsOf(items: readonly Item[], keep: Sizes['keep']): Item[][] {
  if (keep === 'nothing') return [[...items]]
  const groups = new Map<string | number, Item[]>()
  for (const item of items) {
    const key = keep === 'jobs' ? (item.piece?.job ?? item.id) : (item.piece?.dueAt ?? '')
    groups.set(key, [...(groups.get(key) ?? []), item])
  }
  // What is not due at any time comes last.
  const due = ([item]: Item[]) => item?.piece?.dueAt ?? '\uffff'
  return keep === 'jobs' ? [...groups.values()] : [...groups.values()].sort((a, b) => (due(a) < due(b) ? -1 : due(a) > due(b) ? 1 : 0))
}

/** Stretches of a roll behind each other as one, as long as that may be. */
function inStretches(sheets: readonly LaidSheet[], longest: Um, gap: Um): LaidSheet[] {
  const out: LaidSheet[] = []
  for (const sheet of sheets) {
    const last = out.at(-1)
    const from = last ? lengthOf(last.laid) + gap : 0
    if (last?.count === 1 && sheet.count === 1 && from + lengthOf(sheet.laid) <= longest)
      last.laid = [...last.laid, ...sheet.laid.map((one) => ({ ...one, y: one.y + from }))]
    else out.push({ ...sheet })
  }
  return out
}

/** The white that belongs to a piece, by the edges of the sheet as it lies. */
function whiteAt({ white }: Item, turn: Turn): Edges {
  return edgesOf((edge) => white?.[pictureEdge(edge, turn)] ?? 0)
}

/** How large an item is printed in the feed frame as it would lie by itself. */
function sized(item: Item): { item: Item; lies: Turn; size: PrintSize } {
  const lies = item.turn ?? 0
  const { w, h, crop } = ownSize(item, pictureOf(item))
  return { item, lies, size: isSideways(lies) ? { w: h, h: w, crop } : { w, h, crop } }
}

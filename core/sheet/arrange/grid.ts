import { type Grid, MAX_CELLS, MAX_PIECES } from '../../things/brief/arrangement.ts'
import type { Item } from '../../things/brief/item.ts'
import type { Um } from '../../things/length/length.ts'
import { UM_PER_POINT } from '../make/back-text.ts'
import type { Arranged, ArrangedSheet, Ground, Laid, LeftOut } from './arranged.ts'
import { intoPlace, turnFor, withBleed } from './into.ts'

/** As small as is still read without a glass. Common practice: six to eight points. */
export const CAPTION_POINTS = 7
/** Height of a caption with the white above it, µm. */
export const CAPTION_HEIGHT: Um = Math.round(CAPTION_POINTS * UM_PER_POINT * 1.35) + 1000
/** Nothing is seen of a smaller cell, µm. */
const SMALLEST: Um = 2000

const goes = (room: Um, one: Um, gap: Um): number => Math.min(MAX_CELLS, Math.floor((room + gap) / (one + gap)))

/** The cells of a grid on this ground, or null where gutters leave nothing of them. */
function cellsOn(grid: Grid, ground: Ground, pieces: number): Arranged['cells'] {
  const { gutter, bleed, cell, captions } = grid
  const foot = captions === 'none' ? 0 : CAPTION_HEIGHT
  const gap = Math.max(gutter, 2 * bleed)
  const [roomW, roomH] = [ground.w - 2 * bleed, ground.h - 2 * bleed]
  const columns = grid.columns ?? (cell ? goes(roomW, cell.width, gap) : 1)
  const w = cell?.width ?? Math.floor((roomW - (columns - 1) * gap) / columns)
  const needed = Math.max(1, Math.ceil(pieces / Math.max(1, columns)))
  // A stretch of roll is as long as its cells are: they are square where nobody says otherwise.
  const square = cell?.height ?? (grid.rows === null || ground.open ? w : null)
  const rows = grid.rows ?? Math.min(goes(roomH, (square as Um) + foot, gap), ground.open ? needed : MAX_CELLS)
  const h = square ?? Math.floor((roomH - (rows - 1) * gap) / rows) - foot
  if (columns < 1 || rows < 1 || w < SMALLEST || h < SMALLEST) return null
  const over = columns * w + (columns - 1) * gap > roomW || rows * (h + foot) + (rows - 1) * gap > roomH
  return over ? null : { columns, rows, w, h }
}

/** The cells of the other way round where nobody said how many there are, and more go. */
function bestCells(grid: Grid, ground: Ground, pieces: number): { cells: Arranged['cells']; grid: Grid } {
  const plain = { cells: cellsOn(grid, ground, pieces), grid }
  if (!grid.cell || grid.columns !== null || grid.rows !== null || !grid.turn) return plain
  const turned: Grid = { ...grid, cell: { width: grid.cell.height, height: grid.cell.width } }
  const other = { cells: cellsOn(turned, ground, pieces), grid: turned }
  const count = ({ cells }: typeof plain) => (cells ? cells.columns * cells.rows : 0)
  // On a roll, the way that takes less of it: with captions and gutters, which may make up for lower cells.
  const between = Math.max(grid.gutter, 2 * grid.bleed) + (grid.captions === 'none' ? 0 : CAPTION_HEIGHT)
  const length = ({ cells }: typeof plain) => (cells ? cells.rows * (cells.h + between) : Number.POSITIVE_INFINITY)
  const better = ground.open ? length(other) < length(plain) : count(other) > count(plain)
  return better ? other : plain
}

/** Items in the order of their copies, as runs of equal sheets: which item lies in which cell, and how many sheets so. */
function* fillings(items: readonly Item[], cells: number): Generator<{ items: Item[]; count: number }> {
  let open: Item[] = []
  for (const item of items) {
    let left = item.copies
    const take = Math.min(left, cells - open.length)
    if (open.length > 0) {
      open.push(...Array.from({ length: take }, () => item))
      left -= take
      if (open.length === cells) {
        yield { items: open, count: 1 }
        open = []
      }
    }
    const full = Math.floor(left / cells)
    if (open.length === 0 && full > 0) {
      yield { items: Array.from({ length: cells }, () => item), count: full }
      left -= full * cells
    }
    if (left > 0) open.push(...Array.from({ length: left }, () => item))
  }
  if (open.length > 0) yield { items: open, count: 1 }
}

/** Items in equal cells, row by row in their order, each as often as it has copies. */
export function arrangeGrid(asked: Grid, items: readonly Item[], ground: Ground): Arranged {
  const pieces = items.reduce((sum, { copies }) => sum + copies, 0)
  const { cells, grid } = bestCells(asked, ground, pieces)
  const { gutter, bleed, captions, fill, turn } = grid
  const leave = (why: LeftOut['why']): LeftOut[] => items.map((item) => ({ item, copies: item.copies, why }))
  if (!cells || pieces > MAX_PIECES)
    return {
      sheets: [],
      left: leave(cells ? 'pieces' : 'cells'),
      block: { w: Math.max(0, ground.w), h: Math.max(0, ground.open ? 0 : ground.h), at: null },
      cells,
    }
  const { columns, rows, w, h } = cells
  const foot = captions === 'none' ? 0 : CAPTION_HEIGHT
  const gap = Math.max(gutter, 2 * bleed)
  const cellAt = (i: number) => ({
    x: bleed + (i % columns) * (w + gap),
    y: bleed + Math.floor(i / columns) * (h + foot + gap),
    w,
    h,
  })
  const lay = (item: Item, i: number): Laid => {
    const cell = cellAt(i)
    const lies = turnFor(item, cell, turn)
    const { rect: trim, crop } = intoPlace(item, cell, lies, fill)
    const bled = bleed > 0 ? withBleed(item, trim, lies, bleed) : { picture: trim, crop }
    const caption = foot > 0 ? { x: cell.x, y: cell.y + h, w, h: foot } : null
    return { item, trim, turn: lies, caption, ...bled }
  }
  const sheets: ArrangedSheet[] = [...fillings(items, columns * rows)].map((sheet) => ({ laid: sheet.items.map(lay), count: sheet.count }))
  return {
    sheets,
    left: [],
    block: {
      w: columns * w + (columns - 1) * gap + 2 * bleed,
      h: rows * (h + foot) + (rows - 1) * gap + 2 * bleed,
      at: null,
    },
    cells,
  }
}

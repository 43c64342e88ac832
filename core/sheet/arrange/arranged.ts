import type { Item } from '../../things/brief/item.ts'
import type { Turn } from '../../things/brief/turn.ts'
import type { Um } from '../../things/length/length.ts'
import type { Crop } from '../placement.ts'
import type { Rect } from '../rect.ts'

/** An item where it lies on its sheet, from the leading left corner of what is laid out. µm. */
export interface Laid {
  item: Item
  /** What is left of it once it is trimmed. */
  trim: Rect
  /** What is printed: with the bleed around it. */
  picture: Rect
  turn: Turn
  crop: Crop
  /** Where its caption stands; null without one. */
  caption: Rect | null
}

/** One kind of sheet, and how many there are of it. */
export interface ArrangedSheet {
  laid: Laid[]
  count: number
}

/** Why something of an arrangement is not on any sheet. */
export interface LeftOut {
  item: Item
  copies: number
  /** `size`: larger than any sheet here. `cells`: the sheet has no cell for it. `pieces`: more than may be laid out at once. */
  why: 'size' | 'cells' | 'pieces'
}

/** Items on sheets. */
export interface Arranged {
  sheets: ArrangedSheet[]
  left: LeftOut[]
  /** What is laid out: its size, and where its corner lies on the sheet where that is fixed. */
  block: { w: Um; h: Um; at: { x: Um; y: Um } | null }
  /** How many cells a sheet has, where it has cells. */
  cells: { columns: number; rows: number; w: Um; h: Um } | null
}

/** What there is to lay items on, µm. */
export interface Ground {
  w: Um
  h: Um
  /** As long as it takes, up to `h`: a roll whose length follows from what lies on it. */
  open: boolean
}

/** Sheets in all. */
export const sheetsIn = ({ sheets }: Pick<Arranged, 'sheets'>): number => sheets.reduce((sum, { count }) => sum + count, 0)

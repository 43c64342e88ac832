import { z } from 'zod'
import type { FoldedCard } from '../../things/brief/make.ts'
import { feedEdge, type Turn } from '../../things/brief/turn.ts'
import type { Edge } from '../../things/paths/path.ts'
import type { Rect } from '../rect.ts'

/** A fold of the sheet in the feed frame. */
export const FoldSchema = z.object({
  /** `across`: the crease is parallel to the leading edge. `along`: it runs with the feed. */
  axis: z.enum(['across', 'along']),
  /** Distance of the crease from the leading (across) or the left edge (along), µm. */
  at: z.number(),
})
export type Fold = z.infer<typeof FoldSchema>

/** Where the card is folded: in the middle of the side it halves. */
export function foldOf(card: FoldedCard, sheet: Rect): Fold {
  const halvesLength = (card.halves === 'long-side') === sheet.h >= sheet.w
  return halvesLength ? { axis: 'across', at: Math.round(sheet.h / 2) } : { axis: 'along', at: Math.round(sheet.w / 2) }
}

const creaseEdge = (card: FoldedCard, turn: Turn): Edge => feedEdge(card.opens === 'book' ? 'left' : 'head', turn)

/** Whether the crease comes to lie at the card's spine when the front is printed at this turn. */
export function opensRight(card: FoldedCard, sheet: Rect, turn: Turn): boolean {
  const edge = creaseEdge(card, turn)
  return (foldOf(card, sheet).axis === 'across') === (edge === 'leading' || edge === 'trailing')
}

/** The front panel: the one whose crease lies where the picture's spine does. */
export function frontPanel(card: FoldedCard, sheet: Rect, turn: Turn): Rect {
  const { axis, at } = foldOf(card, sheet)
  const edge = creaseEdge(card, turn)
  // The crease is the panel's edge nearest to the middle, so the front is the half beyond it.
  if (axis === 'across') {
    const trails = edge === 'leading'
    return { x: 0, y: trails ? at : 0, w: sheet.w, h: trails ? sheet.h - at : at }
  }
  const right = edge === 'left'
  return { x: right ? at : 0, y: 0, w: right ? sheet.w - at : at, h: sheet.h }
}

/** The back panel: the other half. */
export function backPanel(card: FoldedCard, sheet: Rect, turn: Turn): Rect {
  const front = frontPanel(card, sheet, turn)
  return foldOf(card, sheet).axis === 'across'
    ? { x: 0, y: front.y === 0 ? front.h : 0, w: sheet.w, h: sheet.h - front.h }
    : { x: front.x === 0 ? front.w : 0, y: 0, w: sheet.w - front.w, h: sheet.h }
}

/** How the back panel's words stand: a tent's back is read upside down on the flat sheet. */
export const backTurn = (card: FoldedCard, turn: Turn): Turn => (card.opens === 'tent' ? (((turn + 180) % 360) as Turn) : turn)

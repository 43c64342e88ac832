import type { Item } from '../../things/brief/item.ts'
import { type Member, piecesOf, unganged, unlike } from './gang.ts'

/** What a job would bring along to a gang: its first piece. */
export type Companion = Pick<Item, 'size' | 'copies'>

/**
 * What another job would bring to a gang with this one.
 * @returns `unlike` where it takes another printer, paper or media type; null where it cannot be printed with any other, or this cannot
 */
export function companionOf(mine: Member, other: Member): Companion | 'unlike' | null {
  if (unganged(mine) !== null || unganged(other) !== null) return null
  const [one, another] = [mine.plate.setup, other.plate.setup]
  if (!one || !another) return null
  if (unlike(one, another) !== null) return 'unlike'
  const [piece] = piecesOf(other)
  return piece ? { size: piece.size, copies: piece.copies } : null
}

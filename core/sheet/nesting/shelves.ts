import type { Um } from '../../things/length/length.ts'
import { type Laid, lengthOf, type Nest, type Piece, waysToLie } from './piece.ts'
import { layStraight } from './straight.ts'

/**
 * Lays pieces in this order in rows right across the stretch, the first of each row giving its length; what stays free over
 * shorter ones of a row takes further pieces. Every cut is straight: between rows, then within one.
 * Null where a piece is wider than the stretch.
 */
export function layShelves<P extends Piece>(pieces: readonly P[], width: Um): Nest<P> | null {
  let todo = [...pieces]
  const laid: Laid<P>[] = []
  let y = 0
  while (todo.length > 0) {
    const first = todo[0] as P
    const way = waysToLie(first)
      .filter((w) => w.w <= width)
      .sort((a, b) => a.h - b.h)[0]
    if (!way) return null
    const row = layStraight(todo, { w: width, h: way.h }, 'along')
    if (row.laid.length === 0) return null
    for (const one of row.laid) laid.push({ ...one, y: one.y + y })
    y += lengthOf(row.laid)
    todo = row.left
  }
  return { laid, length: y }
}

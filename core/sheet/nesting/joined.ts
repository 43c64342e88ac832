import type { Um } from '../../things/length/length.ts'
import { type Laid, type Piece, waysToLie } from './piece.ts'

/** A piece made of two that share a side, with where they lie in it; or a single one. */
export interface Block extends Piece {
  parts: readonly [Laid<Block>, Laid<Block>] | null
  /** The piece itself where it is a single one. */
  piece: Piece
}

const single = (piece: Piece): Block => ({ ...piece, parts: null, piece })

/** Two blocks side by side, or one after the other, that fit each other without any waste; null where they do not. */
function join(a: Block, b: Block, width: Um): Block | null {
  for (const one of waysToLie(a))
    for (const other of waysToLie(b)) {
      const beside = one.h === other.h
      if (!beside && one.w !== other.w) continue
      const [w, h] = beside ? [one.w + other.w, one.h] : [one.w, one.h + other.h]
      const turns = a.turns && b.turns
      if (w > width && !(turns && h <= width)) continue
      const parts = [
        { piece: a, x: 0, y: 0, ...one },
        { piece: b, x: beside ? one.w : 0, y: beside ? 0 : one.h, ...other },
      ] as const
      return { id: '', w, h, turns, parts, piece: a.piece }
    }
  return null
}

/**
 * Puts together what shares a side exactly, again and again: pieces of one size become rows, and what was once cut from one
 * sheet finds together. Fewer, larger pieces are laid more tightly; each is still cut straight.
 */
export function joined(pieces: readonly Piece[], width: Um): Block[] {
  const bySide = new Map<Um, Block[]>()
  const gone = new Set<Block>()
  const alone: Block[] = []
  const todo = pieces.map(single)
  while (todo.length > 0) {
    const block = todo.pop() as Block
    let made: Block | null = null
    for (const side of new Set([block.w, block.h])) {
      const list = bySide.get(side) ?? []
      for (let i = list.length - 1; i >= 0 && !made; i--) {
        const other = list[i] as Block
        if (gone.has(other)) {
          list.splice(i, 1)
          continue
        }
        made = join(other, block, width)
        if (made) gone.add(other)
      }
      if (made) break
    }
    if (made) {
      todo.push(made)
      continue
    }
    alone.push(block)
    for (const side of new Set([block.w, block.h])) bySide.set(side, [...(bySide.get(side) ?? []), block])
  }
  return alone.filter((block) => !gone.has(block))
}

/** Laid blocks as the pieces they are made of. */
export function apart(laid: readonly Laid<Block>[]): Laid[] {
  return laid.flatMap((one) => {
    const { piece: block, x, y, turned } = one
    if (!block.parts) return [{ ...one, piece: block.piece }]
    // A block turned by a quarter: what lay beside now lies after.
    return apart(
      block.parts.map((part) =>
        turned
          ? { piece: part.piece, x: x + part.y, y: y + part.x, w: part.h, h: part.w, turned: !part.turned }
          : { ...part, x: x + part.x, y: y + part.y },
      ),
    )
  })
}

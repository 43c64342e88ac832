import type { Um } from '../../things/length/length.ts'
import type { Rect } from '../rect.ts'

/** One cut right across a piece of paper. */
export interface StraightCut {
  /** In the order they are made, from 1. */
  number: number
  /** Across: parallel to the leading edge, at `at` from it. Along: parallel to the left edge, at `at` from it. µm. */
  axis: 'across' | 'along'
  at: Um
  /** Where it begins and ends, along its own line. */
  from: Um
  to: Um
  /** The paper that is cut. */
  paper: Rect
}

/** Pieces and the cuts that part them; what cannot be parted by straight cuts is left to a knife. */
export interface CutList {
  cuts: StraightCut[]
  /** Groups of pieces, by their places in the list, that only a knife gets apart. */
  knife: number[][]
}

/** Less than this is what a blade takes, µm. */
const BLADE: Um = 50

interface Numbered {
  at: number
  rect: Rect
}

/** Where a whole cut parts these in two, nearest to the edge first; null where none does. */
function parting(
  pieces: readonly Numbered[],
  start: (r: Rect) => Um,
  size: (r: Rect) => Um,
): { at: Um; first: Numbered[]; rest: Numbered[] } | null {
  const sorted = [...pieces].sort((a, b) => start(a.rect) - start(b.rect))
  let end = Number.NEGATIVE_INFINITY
  for (let i = 0; i < sorted.length - 1; i++) {
    const { rect } = sorted[i] as Numbered
    end = Math.max(end, start(rect) + size(rect))
    const next = sorted[i + 1] as Numbered
    if (start(next.rect) >= end - BLADE) return { at: end, first: sorted.slice(0, i + 1), rest: sorted.slice(i + 1) }
  }
  return null
}

/**
 * The cuts that part pieces lying on a sheet, in an order in which every one goes right across the paper it is made on: first
 * across the sheet, as a roll is cut, then along each strip; last the white around each piece.
 * @param trims the pieces as they are to be, from the sheet's leading left corner
 */
export function straightCuts(trims: readonly Rect[], sheet: Rect): CutList {
  const cuts: StraightCut[] = []
  const knife: number[][] = []
  const cut = (axis: StraightCut['axis'], at: Um, paper: Rect) => {
    const [from, to] = axis === 'across' ? [paper.x, paper.x + paper.w] : [paper.y, paper.y + paper.h]
    cuts.push({ number: cuts.length + 1, axis, at, from, to, paper })
  }
  const before = (paper: Rect, axis: StraightCut['axis'], at: Um): Rect =>
    axis === 'across' ? { ...paper, h: at - paper.y } : { ...paper, w: at - paper.x }
  const after = (paper: Rect, axis: StraightCut['axis'], at: Um): Rect =>
    axis === 'across' ? { ...paper, y: at, h: paper.y + paper.h - at } : { ...paper, x: at, w: paper.x + paper.w - at }

  /** Cuts the white off around one piece. */
  const trim = (of: Rect, around: Rect) => {
    let paper = around
    if (of.y - paper.y > BLADE) {
      cut('across', of.y, paper)
      paper = after(paper, 'across', of.y)
    }
    if (paper.y + paper.h - of.y - of.h > BLADE) {
      cut('across', of.y + of.h, paper)
      paper = before(paper, 'across', of.y + of.h)
    }
    if (of.x - paper.x > BLADE) {
      cut('along', of.x, paper)
      paper = after(paper, 'along', of.x)
    }
    if (paper.x + paper.w - of.x - of.w > BLADE) cut('along', of.x + of.w, paper)
  }
  const part = (pieces: readonly Numbered[], paper: Rect): void => {
    const [one] = pieces
    if (!one) return
    if (pieces.length === 1) return trim(one.rect, paper)
    const ways = [
      [
        'across',
        parting(
          pieces,
          (r) => r.y,
          (r) => r.h,
        ),
      ],
      [
        'along',
        parting(
          pieces,
          (r) => r.x,
          (r) => r.w,
        ),
      ],
    ] as const
    for (const [axis, found] of ways) {
      if (!found) continue
      cut(axis, found.at, paper)
      part(found.first, before(paper, axis, found.at))
      part(found.rest, after(paper, axis, found.at))
      return
    }
    knife.push(pieces.map(({ at }) => at))
  }
  part(
    trims.map((rect, at) => ({ at, rect })),
    sheet,
  )
  return { cuts, knife }
}

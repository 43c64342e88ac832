import type { Um } from '../../things/length/length.ts'

/** A rectangle to be laid somewhere, as large as it is cut. µm. */
export interface Piece {
  /** What it belongs to; several pieces may have the same. */
  id: string
  w: Um
  h: Um
  /** May lie turned by a quarter. */
  turns: boolean
}

/** A piece where it lies, from the leading left corner of what it lies on. */
export interface Laid<P extends Piece = Piece> {
  piece: P
  x: Um
  y: Um
  w: Um
  h: Um
  /** Its width lies along the feed. */
  turned: boolean
}

/** Pieces on one sheet or stretch, and how long a stretch they take. */
export interface Nest<P extends Piece = Piece> {
  laid: Laid<P>[]
  length: Um
}

/** How long the stretch is that these take. */
export const lengthOf = (laid: readonly Pick<Laid, 'y' | 'h'>[]): Um => laid.reduce((most, one) => Math.max(most, one.y + one.h), 0)

/** How a piece may lie: as it is, and turned where it may and that differs. */
export const waysToLie = ({ w, h, turns }: Piece): { w: Um; h: Um; turned: boolean }[] =>
  turns && w !== h
    ? [
        { w, h, turned: false },
        { w: h, h: w, turned: true },
      ]
    : [{ w, h, turned: false }]

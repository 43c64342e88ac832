import type { Um } from '../things/length/length.ts'
import { EDGES, type Edge, type Edges, edgesOf, type Path } from '../things/paths/path.ts'
import { type Offset, pageOnSheet, skewDrift } from './layout.ts'

/** Everything that decides whether a borderless print covers its sheet. */
export interface Coverage {
  sheet: { width: Um; length: Um }
  page: { width: Um; length: Um }
  /** A path that does not say whether it finds sheets that went in askew is taken to. */
  path: Pick<Path, 'registration' | 'tolerance'> & { senses?: { skew: boolean } }
  /** Half of the range over which sheets of the lot differ. */
  spread: Um
  /** Out of square, degrees: the far edge of the sheet leans by this. */
  outOfSquare?: number
  /** Known shift of the page on this path; left out, or nought, when nobody has measured which way it errs. */
  offset?: Offset
  /** Edges that are to run off; all four when left out. */
  edges?: readonly Edge[]
  /** By how much the picture runs less far past an edge than the expansion, µm: it is fitted, or lies off the middle. */
  short?: Edges
}

/** A print that runs past every edge as far as the expansion. */
export const NOWHERE_SHORT: Edges = edgesOf(() => 0)

/** How far each edge of the sheet lies outside the page before anything goes wrong, µm; less than nought where it lies within. */
export function excess({ sheet, page, path, offset }: Coverage): Edges {
  const on = pageOnSheet(sheet, page, path.registration, offset)
  return { left: on.x, right: sheet.width - on.x - on.w, leading: on.y, trailing: sheet.length - on.y - on.h }
}

/**
 * The expansion that surely leaves no white sliver on a sheet that went in as the path states: how far the far edge of the
 * sheet can lie outside the page, plus how far the path may misplace the sheet, plus its skew. The sheet turns about the
 * middle of its leading edge: its far end drifts by L·tan θ, whole, and its corners rise by W/2·tan θ. µm, worst case.
 */
export function expansionNeeded(of: Coverage): Um {
  const { sheet, path, spread, edges = EDGES, short = NOWHERE_SHORT } = of
  const beyond = excess(of)
  const degrees = path.tolerance.skewDegrees + (of.outOfSquare ?? 0)
  const across = path.tolerance.across + skewDrift(sheet.length, degrees)
  const along = path.tolerance.along + skewDrift(sheet.width / 2, degrees)
  const needs = edges.map((edge) => Math.max(0, beyond[edge] + short[edge]) + (edge === 'left' || edge === 'right' ? across : along))
  return Math.max(0, ...needs) + spread
}

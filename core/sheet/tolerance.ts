import type { Um } from '../things/length/length.ts'
import type { Path } from '../things/paths/path.ts'
import { type Offset, pageOnSheet, skewDrift } from './layout.ts'

/** Everything that decides whether a borderless print covers its sheet. */
export interface Coverage {
  sheet: { width: Um; length: Um }
  page: { width: Um; length: Um }
  path: Pick<Path, 'registration' | 'tolerance'>
  /** Half of the range over which sheets of the lot differ. */
  spread: Um
  /** Out of square, degrees: the far edge of the sheet leans by this. */
  outOfSquare?: number
  /** Known and corrected shift of the page on this path. */
  offset?: Offset
}

/** How far the far edges of the sheet lie outside the page before anything goes wrong, µm. */
export function excess({ sheet, page, path, offset }: Coverage): { across: Um; along: Um } {
  const on = pageOnSheet(sheet, page, path.registration, offset)
  return {
    across: Math.max(on.x, sheet.width - on.x - on.w, 0),
    along: Math.max(on.y, sheet.length - on.y - on.h, 0),
  }
}

/**
 * The expansion that surely leaves no white sliver: how far the far edge of the sheet can lie outside the page, plus
 * how far the path may misplace the sheet, plus the drift of its skew over the length. Micrometres, worst case.
 */
export function expansionNeeded(of: Coverage): Um {
  const { sheet, path, spread } = of
  const beyond = excess(of)
  const skew = skewDrift(sheet.length, path.tolerance.skewDegrees + (of.outOfSquare ?? 0)) / 2
  return Math.max(beyond.across + path.tolerance.across + skew, beyond.along + path.tolerance.along) + spread
}

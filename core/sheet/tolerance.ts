import type { Um } from '../length/length.ts'
import type { Path } from '../paths/path.ts'
import { pageOnSheet, skewDrift } from './layout.ts'

/**
 * The expansion that surely leaves no white sliver: how far the far edge of the sheet can lie outside the page, plus
 * how far the path may misplace the sheet, plus the drift of its skew over the length. Micrometres, worst case.
 */
export function expansionNeeded(
  sheet: { width: Um; length: Um },
  page: { width: Um; length: Um },
  path: Pick<Path, 'registration' | 'tolerance'>,
  spread: Um,
): Um {
  const on = pageOnSheet(sheet, page, path.registration)
  const beyond = Math.max(on.x, sheet.width - on.x - on.w, sheet.length - on.h, 0)
  const placing = Math.max(path.tolerance.across + skewDrift(sheet.length, path.tolerance.skewDegrees) / 2, path.tolerance.along)
  return beyond + spread + placing
}

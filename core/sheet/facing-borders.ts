import { type Um, type Unit, writeLength } from '../things/length/length.ts'
import type { Edges } from '../things/paths/path.ts'

/** Most that a facing pair of borders differs, µm. */
export const facingDifference = (b: Edges): Um => Math.max(Math.abs(b.left - b.right), Math.abs(b.leading - b.trailing))

/** Facing borders that a shift lies behind differ by twice that shift: the most that is not seen, µm. @param visibleShift the house rule, µm */
export const unseenDifference = (visibleShift: Um): Um => 2 * visibleShift

/**
 * Whether facing borders are equal to the eye, in a sentence.
 * @param b borders on the true sheet, µm
 * @param visibleShift the house rule: a shift nobody sees, up to, µm
 */
export function sayFacing(b: Edges, unit: Unit, visibleShift: Um): string {
  const worst = facingDifference(b)
  if (worst <= visibleShift) return 'Facing borders are equal to the eye.'
  const which = Math.abs(b.left - b.right) >= Math.abs(b.leading - b.trailing) ? 'left and right' : 'leading and trailing'
  return `Borders ${which} differ by ${writeLength(worst, unit)}, which ${worst > unseenDifference(visibleShift) ? 'is seen' : 'few see'}.`
}
